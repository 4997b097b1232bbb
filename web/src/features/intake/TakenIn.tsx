import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { StaleNotice } from '../../parts/StaleNotice';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import type { Step } from '../job/StepTeeth';
import { Cautions } from './Cautions';
import { asIntake, IntakeForm, type IntakeDraft } from './IntakeForm';
import { useRefreshJob } from '../job/useRefreshJob';

type Job = Schemas['Job'];

function draftOf(job: Job, hazards: string[]): IntakeDraft {
  return {
    kind: job.kind,
    maker: job.maker,
    model: job.model,
    serial: job.serial,
    era: job.era,
    ownerName: job.ownerName,
    ownerPhone: job.ownerPhone,
    complaint: job.complaint,
    cameWith: job.cameWith,
    newPrice: job.newPrice === undefined ? '' : job.newPrice.toFixed(2),
    promisedOn: job.promisedOn ?? '',
    hazards,
  };
}

/** Step 1 of a job that has been taken in: cautions to tick, what the owner said, and correcting it. */
export function TakenIn({ job, go }: { job: Job; go: (to: Step) => void }) {
  const [correcting, setCorrecting] = useState(false);
  const [draft] = useDraft<object>(`intake:${job.id}`);
  const cautions = useQuery({
    queryKey: ['job', job.id, 'cautions'],
    queryFn: () => ask(api.GET('/api/intake/{jobId}/cautions', { params: { path: { jobId: job.id } } })),
  });
  if (cautions.data && (correcting || draft)) {
    return (
      <Correct job={job} hazards={cautions.data.map((c) => c.hazard)} close={() => setCorrecting(false)} />
    );
  }
  const facts: [string, string | undefined][] = [
    [texts.intake.owner, [job.ownerName, job.ownerPhone].filter(Boolean).join(', ')],
    [texts.intake.cameWith, job.cameWith],
    [texts.intake.serial, job.serial],
    [texts.intake.era, job.era],
    [texts.intake.newPrice, job.newPrice?.toFixed(2)],
  ];
  return (
    <>
      <Cautions jobId={job.id} cautions={cautions.data ?? []} />
      <Box component="h2" sx={{ fontSize: 17, mb: 0.5 }}>
        {texts.intake.saidBy}
      </Box>
      <Box
        component="blockquote"
        dir="auto"
        sx={{
          m: 0,
          p: 1.5,
          bgcolor: '#fff',
          borderLeft: `6px solid ${colour.kraft}`,
          fontSize: 17,
          whiteSpace: 'pre-wrap',
          overflowWrap: 'anywhere',
          maxHeight: 260,
          overflow: 'auto',
        }}
        tabIndex={0}
      >
        {job.complaint}
      </Box>
      <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: '150px 1fr', rowGap: 0.5 }}>
        {facts
          .filter(([, value]) => value)
          .map(([label, value]) => (
            <Box key={label} sx={{ display: 'contents' }}>
              <Box component="dt" sx={{ color: colour.inkSoft }}>
                {label}
              </Box>
              <Box component="dd" sx={{ m: 0, overflowWrap: 'anywhere' }}>
                {value}
              </Box>
            </Box>
          ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button variant="contained" onClick={() => go('listen')}>
          {texts.listen.title}
        </Button>
        <Button variant="outlined" onClick={() => setCorrecting(true)}>
          {texts.intake.correctIt}
        </Button>
      </Box>
    </>
  );
}

function Correct({ job, hazards, close }: { job: Job; hazards: string[]; close: () => void }) {
  const refresh = useRefreshJob(job.id);
  const [draft, setDraft] = useDraft<{ intake: IntakeDraft; version: number }>(`intake:${job.id}`);
  const now = draft ?? { intake: draftOf(job, hazards), version: job.version };
  const save = useSave(
    (version: number) =>
      ask(
        api.PUT('/api/intake/{jobId}', {
          params: { path: { jobId: job.id }, query: { version } },
          body: asIntake(now.intake),
        }),
      ),
    () => {
      setDraft(undefined);
      refresh();
      close();
    },
  );
  const theirs = save.refused?.status === 409 ? (save.refused.current as Job) : undefined;
  return (
    <>
      {theirs && (
        <StaleNotice
          showTheirs={() => {
            save.clear();
            setDraft(undefined);
            refresh();
            close();
          }}
          saveMine={() => void save.run(theirs.version)}
        >
          <Box
            dir="auto"
            sx={{ color: colour.inkSoft, maxHeight: 90, overflow: 'auto', overflowWrap: 'anywhere' }}
          >
            {theirs.maker} {theirs.model}: {theirs.complaint.slice(0, 400)}
          </Box>
        </StaleNotice>
      )}
      <Box component="h2" sx={{ fontSize: 17 }}>
        {texts.intake.correctTitle}
      </Box>
      <IntakeForm
        draft={now.intake}
        change={(intake) => setDraft({ intake, version: now.version })}
        refused={theirs ? undefined : save.refused}
        busy={save.busy}
        submit={() => void save.run(now.version)}
        saveWords={texts.intake.correct}
      />
    </>
  );
}
