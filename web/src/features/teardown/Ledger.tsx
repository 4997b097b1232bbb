import { Box, Button, TextField } from '@mui/material';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { useCallback, useRef, useState, type ReactNode } from 'react';
import { api, ask, newKey, type Schemas } from '../../api/client';
import { DraftNotices } from '../../parts/EditNotices';
import { Key } from '../../parts/Key';
import { Mark } from '../../parts/Marks';
import { Notice } from '../../parts/Notice';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Frame } from '../job/Frame';
import type { Step } from '../job/StepTeeth';
import { CompareLedgers } from './CompareLedgers';
import { LedgerStep } from './LedgerStep';
import { NextAsBefore } from './NextAsBefore';
import { TrayMat } from './TrayMat';
import { UnseenParts } from './UnseenParts';
import { ledgerQuery } from './queries';

interface NewStep {
  line: string;
  key: string;
}

const typedLine = z.string();

/** Step 3: how it comes apart, one line a step; the tray fills on the mat. */
export function Ledger({
  job,
  go,
  children,
}: {
  job: Schemas['Job'];
  go: (to: Step) => void;
  children: ReactNode;
}) {
  const queries = useQueryClient();
  const entry = useRef<HTMLInputElement>(null);
  const [draft, setDraft, about] = useDraft(`ledger:${job.id}`, typedLine);
  const [chosen, setChosen] = useState<string>();
  const [comparing, setComparing] = useState(false);
  const path = { jobId: job.id };
  const ledger = useQuery(ledgerQuery(job.id));
  const line = draft ?? '';
  const read = useQuery({
    queryKey: ['read-line', line],
    queryFn: ({ signal }) => ask(api.POST('/api/workings/teardown/read-line', { body: { line }, signal })),
    enabled: line.trim().length > 2,
    placeholderData: keepPreviousData,
    retry: false,
  });
  // Shown at once from the answer itself; what else has changed on the job comes with the next pulse.
  const show = useCallback(
    (now: Schemas['JobLedger']) => queries.setQueryData(ledgerQuery(job.id).queryKey, now),
    [queries, job.id],
  );
  const add = useSave(
    (step: NewStep) => ask(api.POST('/api/teardown/{jobId}/steps', { params: { path }, body: step })),
    (now, { key }) => {
      show(now);
      about.settle(key);
    },
  );
  const wayIn = useSave(() => ask(api.POST('/api/teardown/{jobId}/way-in', { params: { path } })), show);
  const submit = () => {
    if (line.trim()) void add.run({ line, key: about.key });
  };
  const earlier = ledger.data?.earlier;
  const next = earlier?.next === undefined ? undefined : earlier.steps[earlier.next];
  const asBefore = () => {
    if (next && !add.busy) void add.run({ line: next.line, key: newKey() });
  };
  useKeys({
    s: asBefore,
    e: () => entry.current?.focus(),
    'Alt+Enter': () => go('look'),
  });
  const steps = ledger.data?.steps ?? [];
  const balance = ledger.data?.balance;
  return (
    <Frame
      mat={
        <TrayMat
          jobId={job.id}
          ledger={ledger.data}
          pick={(cell) => {
            setDraft(`${line.trimEnd()} ${cell}`);
            entry.current?.focus();
          }}
        />
      }
    >
      {children}
      <Box sx={{ pt: 1.5, pb: 2, display: 'grid', gap: 1.25 }}>
        {earlier && <NextAsBefore earlier={earlier} take={asBefore} change={setDraft} busy={add.busy} />}
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            submit();
          }}
        >
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'end' }}>
            <TextField
              inputRef={entry}
              size="small"
              fullWidth
              label={texts.ledger.line}
              placeholder={texts.ledger.hint(balance?.nextFree ?? 'A1')}
              value={line}
              onChange={(event) => setDraft(event.target.value)}
              error={add.refused !== undefined}
              helperText={add.refused?.of('line') ?? add.refused?.message}
            />
            <Button
              type="submit"
              variant="contained"
              disabled={!line.trim() || add.busy}
              sx={{ whiteSpace: 'nowrap', flex: 'none' }}
            >
              {texts.ledger.add}
            </Button>
          </Box>
          <DraftNotices about={about} />
          <Box sx={{ minHeight: 26, fontSize: 14, color: colour.inkSoft, pt: 0.25 }} aria-live="polite">
            {line.trim().length > 2 && read.data ? <ReadBack read={read.data} /> : texts.ledger.how}
          </Box>
        </Box>
        {balance?.lookAlikes.map((alike) => (
          <Notice key={alike.words} look="next" role="alert">
            <Mark name="caution" />
            <span>{alike.words}</span>
          </Notice>
        ))}
        {ledger.data && <UnseenParts jobId={job.id} unseen={ledger.data.unseen} answered={show} />}
        {steps.length === 0 && ledger.data && <Box sx={{ color: colour.inkSoft }}>{texts.ledger.empty}</Box>}
        <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {steps.map((step, index) => (
            <LedgerStep
              key={step.key}
              jobId={job.id}
              step={step}
              number={index + 1}
              before={index === 0 ? undefined : (steps[index - 2]?.key ?? '')}
              open={chosen === step.key}
              choose={setChosen}
              saved={show}
            />
          ))}
        </Box>
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
          <Button variant="contained" onClick={() => go('look')}>
            {texts.ledger.done}
          </Button>
          <Key>Alt+Enter</Key>
          <Button
            variant="outlined"
            disabled={steps.length === 0 || wayIn.busy}
            onClick={() => void wayIn.run(undefined)}
          >
            {texts.ledger.wayIn}
          </Button>
          {earlier && steps.length > 0 && (
            <Button variant="outlined" onClick={() => setComparing(true)}>
              {texts.ledger.compare}
            </Button>
          )}
          {wayIn.refused && <span role="alert">{wayIn.refused.message}</span>}
        </Box>
      </Box>
      {comparing && <CompareLedgers jobId={job.id} close={() => setComparing(false)} saved={show} />}
    </Frame>
  );
}

/** How the typed line is understood, before it is kept. */
function ReadBack({ read }: { read: Schemas['ReadLine'] }) {
  const parts = [
    read.step.what,
    ...read.cameOff,
    read.step.side,
    read.step.where && texts.ledger.at(read.step.where),
    read.step.tool && texts.ledger.with(read.step.tool),
    ...read.dangers,
    read.step.minutes > 0 && texts.minutes(read.step.minutes),
    read.step.note,
  ].filter(Boolean);
  return <>{parts.join(' · ')}</>;
}
