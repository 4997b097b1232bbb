import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { EditNotices } from '../../parts/EditNotices';
import { useDraft } from '../../parts/useDraft';
import { useEdit } from '../../parts/useEdit';
import { texts } from '../../texts';
import { colour } from '../../theme';
import type { Step } from '../job/StepTeeth';
import { Photos } from '../photo/Photos';
import { CameBack } from '../lasting/CameBack';
import { shopQuery } from '../shop/queries';
import { KnownMachine } from './Counter';
import { ElectricalChecks } from './ElectricalChecks';
import { OwnersWord } from './OwnersWord';
import { asIntake, intakeDraft, IntakeForm, type IntakeDraft } from './IntakeForm';
import { useRefreshJob } from '../job/useRefreshJob';
import { hazardsQuery, knownQuery } from './queries';

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
    plate: job.plate,
    history: job.history,
    earlierRepairs: job.earlierRepairs,
    arrivedLike: job.arrivedLike,
    wouldSpend: job.wouldSpend === undefined ? '' : job.wouldSpend.toFixed(2),
    newPrice: job.newPrice === undefined ? '' : job.newPrice.toFixed(2),
    promisedOn: job.promisedOn ?? '',
    hazards,
  };
}

/** Step 1 of a job that has been taken in: cautions to tick, what the owner said, and correcting it. */
export function TakenIn({ job, go }: { job: Job; go: (to: Step) => void }) {
  const [correcting, setCorrecting] = useState(false);
  const [draft] = useDraft(`intake:${job.id}`, intakeDraft);
  const today = useQuery(shopQuery).data?.today;
  const hazards = useQuery(hazardsQuery(job.id));
  const known = useQuery(knownQuery(job.id));
  if (hazards.data && (correcting || draft)) {
    return <Correct job={job} hazards={hazards.data} close={() => setCorrecting(false)} />;
  }
  const facts: [string, string | undefined][] = [
    [texts.intake.owner, [job.ownerName, job.ownerPhone].filter(Boolean).join(', ')],
    [texts.intake.cameWith, job.cameWith],
    [texts.intake.serial, job.serial],
    [texts.intake.era, job.era],
    [texts.intake.plate, job.plate],
    [texts.intake.history, job.history],
    [texts.intake.earlierRepairs, job.earlierRepairs],
    [texts.intake.arrivedLike, job.arrivedLike],
    [texts.intake.newPrice, job.newPrice?.toFixed(2)],
    [texts.intake.wouldSpend, job.wouldSpend?.toFixed(2)],
  ];
  return (
    <>
      <CameBack jobId={job.id} today={today} />
      <Box component="h2" sx={{ fontSize: 17, mb: 0.5 }}>
        {texts.intake.saidBy}
      </Box>
      <Box
        component="blockquote"
        dir="auto"
        sx={{
          m: 0,
          p: 1.5,
          bgcolor: colour.white,
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
      <Photos jobId={job.id} step="takeIn" />
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1.5, alignItems: 'center' }}>
        <Button variant="contained" onClick={() => go('listen')}>
          {texts.listen.title}
        </Button>
        <Button variant="outlined" onClick={() => setCorrecting(true)}>
          {texts.intake.correctIt}
        </Button>
        <Box sx={{ flex: 1 }} />
        {texts.papers.print}
        <a href={`/api/intake/${job.id}/ticket.pdf`} target="_blank" rel="noreferrer">
          {texts.papers.ticket62}
        </a>
        <a href={`/api/intake/${job.id}/ticket.pdf?size=a6`} target="_blank" rel="noreferrer">
          {texts.papers.ticketA6}
        </a>
        <a href={`/api/intake/${job.id}/estimate.pdf`} target="_blank" rel="noreferrer">
          {texts.papers.estimate}
        </a>
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
          gap: 2.5,
          alignItems: 'start',
        }}
      >
        {known.data && <KnownMachine known={known.data} />}
        <Box sx={{ display: 'grid', gap: 2 }}>
          <OwnersWord job={job} currency={known.data?.currency ?? ''} />
          <ElectricalChecks jobId={job.id} />
        </Box>
      </Box>
    </>
  );
}

function Correct({ job, hazards, close }: { job: Job; hazards: string[]; close: () => void }) {
  const refresh = useRefreshJob(job.id, 'takeIn');
  const edit = useEdit({
    name: `intake:${job.id}`,
    schema: intakeDraft,
    saved: draftOf(job, hazards),
    version: job.version,
    send: (next: IntakeDraft, version, key) =>
      ask(
        api.PUT('/api/intake/{jobId}', {
          params: { path: { jobId: job.id }, query: { version }, header: { 'Idempotency-Key': key } },
          body: asIntake(next),
        }),
      ),
    done: refresh,
    versionOf: (current: Job) => current.version,
  });
  const keep = async () => {
    if (await edit.save()) close();
  };
  return (
    <>
      <EditNotices
        edit={edit}
        showTheirs={() => {
          refresh();
          close();
        }}
        saved={close}
        theirs={(theirs) => (
          <Box
            dir="auto"
            sx={{ color: colour.inkSoft, maxHeight: 90, overflow: 'auto', overflowWrap: 'anywhere' }}
          >
            {theirs.maker} {theirs.model}: {theirs.complaint.slice(0, 400)}
          </Box>
        )}
      />
      <Box component="h2" sx={{ fontSize: 17 }}>
        {texts.intake.correctTitle}
      </Box>
      <IntakeForm
        draft={edit.value}
        change={edit.change}
        refused={edit.refused}
        busy={edit.busy}
        submit={() => void keep()}
        saveWords={texts.intake.correct}
      />
    </>
  );
}
