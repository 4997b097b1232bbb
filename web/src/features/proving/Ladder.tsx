import { Box, Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { FigureInput } from '../../parts/FigureInput';
import { Key } from '../../parts/Key';
import { Labelled } from '../../parts/Labelled';
import { Mark } from '../../parts/Marks';
import { PlainButton } from '../../parts/PlainButton';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { showTimers } from '../timing/queries';
import type { Proof } from './queries';
import { useShownProof } from './useShownProof';

const words = texts.proving;

type Result = 'passed' | 'failed' | 'leftOut';

/** The trials as rungs to climb, the next one open. */
export function Ladder({ jobId, proof }: { jobId: number; proof: Proof }) {
  const [picked, setPicked] = useState<string>();
  const open = picked ?? proof.next;
  return (
    <Box component="section" aria-label={words.ladder}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline' }}>
        <Box component="h2" sx={{ fontSize: 17, m: 0, flex: 1 }}>
          {words.ladder}
        </Box>
        <Box sx={{ color: colour.inkSoft }}>
          {words.left(proof.trials.filter((t) => !t.last).length, proof.minutesLeft)}
        </Box>
      </Box>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {proof.trials.map((planned, index) => (
          <RungLine
            key={planned.trial.code}
            jobId={jobId}
            planned={planned}
            first={planned.rung !== proof.trials[index - 1]?.rung}
            open={planned.trial.code === open}
            pick={() => setPicked(planned.trial.code === open ? '' : planned.trial.code)}
            tried={() => setPicked(undefined)}
          />
        ))}
      </Box>
    </Box>
  );
}

function RungLine(props: {
  jobId: number;
  planned: Schemas['PlannedTrial'];
  first: boolean;
  open: boolean;
  pick: () => void;
  tried: () => void;
}) {
  const { planned, open } = props;
  const result = planned.last?.result;
  return (
    <Box component="li" sx={{ borderBottom: `1px solid ${colour.line}` }}>
      <PlainButton
        aria-expanded={open}
        onClick={props.pick}
        sx={{
          width: '100%',
          textAlign: 'left',
          display: 'grid',
          gridTemplateColumns: '118px 22px minmax(0, 1fr) auto',
          gap: 1,
          alignItems: 'center',
          py: 0.5,
          minHeight: 44,
          lineHeight: 1.3,
          bgcolor: open ? colour.next : 'transparent',
        }}
      >
        <Box component="span" sx={{ color: colour.inkSoft, fontSize: 14, pl: 0.5 }}>
          {props.first && planned.rung}
        </Box>
        <Box component="span" sx={{ display: 'grid', placeItems: 'center' }}>
          {result === 'passed' && <Mark name="yes" color={colour.go} />}
          {result === 'failed' && <Mark name="caution" color={colour.danger} />}
          {result === 'leftOut' && <Box component="span">–</Box>}
        </Box>
        <Box component="span" sx={{ fontWeight: open ? 700 : 400 }}>
          {planned.trial.words}
          {planned.last?.seen && (
            <Box component="span" sx={{ color: colour.inkSoft, fontWeight: 400 }}>
              : {planned.last.seen}
            </Box>
          )}
        </Box>
        <Box component="span" sx={{ color: colour.inkSoft, fontFamily: font.figures, fontSize: 14 }}>
          {result ? words.results[result] : texts.minutes(planned.trial.minutes)}
        </Box>
      </PlainButton>
      {open && <OpenRung key={planned.trial.code} {...props} />}
    </Box>
  );
}

const seen = z.string();

function OpenRung(props: { jobId: number; planned: Schemas['PlannedTrial']; tried: () => void }) {
  const { jobId, planned } = props;
  const { trial } = planned;
  const queries = useQueryClient();
  const shown = useShownProof(jobId);
  const [draft, setDraft, about] = useDraft(`trial:${jobId}:${trial.code}`, seen);
  const save = useSave(
    (result: Result, key) =>
      ask(
        api.POST('/api/proving/{jobId}/trials', {
          params: { path: { jobId }, header: { 'Idempotency-Key': key } },
          body: { trial: trial.code, result, seen: draft ?? '' },
        }),
      ),
    shown,
    about,
  );
  const begin = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/job/{id}/timers', {
          params: { path: { id: jobId }, header: { 'Idempotency-Key': key } },
          body: { timers: [{ kind: 'runIn', minutes: trial.minutes }] },
        }),
      ),
    (timers) => {
      showTimers(queries, timers);
    },
  );
  const say = (result: Result) => {
    if (!save.busy) void save.run(result).then((tried) => tried && props.tried());
  };
  useKeys({ p: () => say('passed') });
  return (
    <Box sx={{ bgcolor: colour.next, borderLeft: `6px solid ${colour.nextEdge}`, px: 2, py: 1.25 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '92px minmax(0, 1fr)', gap: 0.5, fontSize: 17 }}>
        <Box sx={{ color: colour.inkSoft }}>{words.see}</Box>
        <Box>{trial.see}</Box>
        <Box sx={{ color: colour.danger, fontWeight: 700 }}>{words.stopAt}</Box>
        <Box>{trial.stopAt}</Box>
      </Box>
      <Labelled label={words.whatShowed} sx={{ my: 1 }}>
        <FigureInput
          value={draft ?? ''}
          set={setDraft}
          aria-invalid={save.refused?.of('seen') !== undefined}
        />
      </Labelled>
      {(save.refused ?? begin.refused) && (
        <Box role="alert" sx={{ color: colour.danger, mb: 1 }}>
          {(save.refused ?? begin.refused)?.message}
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button variant="contained" disabled={save.busy} onClick={() => say('passed')}>
          {words.passed}
        </Button>
        <Key>p</Key>
        <Button variant="outlined" disabled={save.busy} onClick={() => say('failed')}>
          {words.failed}
        </Button>
        <Button variant="outlined" disabled={save.busy} onClick={() => say('leftOut')}>
          {words.leaveOut}
        </Button>
        {trial.rung === 'runIn' && (
          <Button variant="outlined" disabled={begin.busy} onClick={() => void begin.run(undefined)}>
            {words.runTimer(trial.minutes)}
          </Button>
        )}
      </Box>
    </Box>
  );
}
