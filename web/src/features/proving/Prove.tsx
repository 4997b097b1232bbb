import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { DraftNotices } from '../../parts/EditNotices';
import { FigureInput } from '../../parts/FigureInput';
import { Key } from '../../parts/Key';
import { Labelled } from '../../parts/Labelled';
import { Mark } from '../../parts/Marks';
import { Notice } from '../../parts/Notice';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Culprits } from '../diagnosis/Culprits';
import { heardQuery } from '../diagnosis/queries';
import { ElectricalChecks } from '../intake/ElectricalChecks';
import { Frame } from '../job/Frame';
import { StepNotes } from '../job/StepNotes';
import { Photos } from '../photo/Photos';
import type { Step } from '../job/StepTeeth';
import { useRefreshJob } from '../job/useRefreshJob';
import { BeforeAfter } from './BeforeAfter';
import { Ladder } from './Ladder';
import { RanWithout } from './RanWithout';
import { proofQuery, type Proof } from './queries';

const words = texts.proving;

/** Step 9: whether it really works, from the hand to the real load; what it read before and after on the mat. */
export function Prove({
  job,
  go,
  children,
}: {
  job: Schemas['Job'];
  go: (to: Step) => void;
  children: ReactNode;
}) {
  const proof = useQuery(proofQuery(job.id)).data;
  const heard = useQuery(heardQuery(job.id)).data;
  return (
    <Frame
      mat={
        <Box
          component="section"
          aria-label={words.mat}
          sx={{ bgcolor: colour.mat, color: colour.paper, p: 1.75, overflow: 'auto' }}
        >
          {proof && <BeforeAfter jobId={job.id} proof={proof} />}
          {proof && <RanWithout key={proof.run?.version ?? 0} jobId={job.id} proof={proof} />}
        </Box>
      }
    >
      {children}
      {proof && (
        <Box sx={{ pt: 1.5, pb: 2, display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          {proof.waits.map((waits) => (
            <Notice key={waits} look="next" role="alert">
              <Mark name="waitingForGear" />
              <span>{words.waits(waits)}</span>
            </Notice>
          ))}
          <Ladder jobId={job.id} proof={proof} />
          <Failed job={job} proof={proof} go={go} />
          {proof.safety.needed && <ElectricalChecks jobId={job.id} beforeReturn />}
          {heard && <Culprits jobId={job.id} heard={heard} />}
          <Photos jobId={job.id} step="prove" />
          <Proved job={job} proof={proof} go={go} />
          <StepNotes job={job} step="prove" />
        </Box>
      )}
    </Frame>
  );
}

/** A failure goes back to listening, with what is known now. */
function Failed({ job, proof, go }: { job: Schemas['Job']; proof: Proof; go: (to: Step) => void }) {
  const refresh = useRefreshJob(job.id, 'listen', 'closeUp', 'prove');
  const again = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/proving/{jobId}/listen-again', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: { version: job.version },
        }),
      ),
    refresh,
  );
  if (!proof.trials.some((t) => t.last?.result === 'failed')) return null;
  return (
    <Notice look="danger" role="alert">
      <Box sx={{ flex: 1 }}>{again.refused?.message ?? words.didNotHold}</Box>
      <Button
        variant="outlined"
        disabled={again.busy}
        sx={{ flex: 'none' }}
        onClick={() => void again.run(undefined).then((heard) => heard && go('listen'))}
      >
        {words.listenAgain}
      </Button>
    </Notice>
  );
}

const why = z.string();

/** It holds: what was not tried stays so with a word why. */
function Proved({ job, proof, go }: { job: Schemas['Job']; proof: Proof; go: (to: Step) => void }) {
  const refresh = useRefreshJob(job.id, 'prove');
  const [draft, setDraft, about] = useDraft(`proved:${job.id}`, why);
  const open = proof.trials.filter((t) => !t.last).length;
  const prove = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/proving/{jobId}/proved', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: { version: job.version, why: draft ?? '' },
        }),
      ),
    refresh,
    about,
  );
  const done = job.stepsDone.includes('prove');
  const finish = () => {
    if (done) go('handBack');
    else if (!prove.busy) void prove.run(undefined).then((proved) => proved && go('handBack'));
  };
  useKeys({ 'Alt+Enter': finish });
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {!done && open > 0 && proof.trials.some((t) => t.last) && (
        <Labelled label={words.whyNotAll(open)}>
          <FigureInput value={draft ?? ''} set={setDraft} />
        </Labelled>
      )}
      <DraftNotices about={about} />
      {prove.refused && (
        <Notice look="danger" role="alert">
          {prove.refused.message}
        </Notice>
      )}
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <Button variant="contained" disabled={prove.busy} onClick={finish}>
          {done ? words.toHandBack : words.itHolds}
        </Button>
        <Key>Alt+Enter</Key>
      </Box>
    </Box>
  );
}
