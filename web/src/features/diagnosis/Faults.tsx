import { Box, Button, TextField } from '@mui/material';
import { z } from 'zod';
import { useState } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { useRefreshJob } from '../job/useRefreshJob';

const SHOWN = 5;
const LISTED = 14;

/** What it may be, with what speaks for and against; and stating the culprit, questioned when little speaks for it. */
export function Faults(props: {
  standing: Schemas['Standing'] | undefined;
  jobId: number;
  kept: boolean;
  keep: () => Promise<unknown>;
}) {
  const [all, setAll] = useState(false);
  const { standing } = props;
  return (
    <Box component="section" aria-label={texts.listen.faults} aria-live="polite">
      <Box component="h2" sx={{ m: 0, mb: 0.75, fontSize: 17 }}>
        {texts.listen.faults}
      </Box>
      {standing?.faults.slice(0, all ? LISTED : SHOWN).map((fault, index) => (
        <FaultBar key={fault.key} ranked={fault} first={index === 0} {...props} />
      ))}
      {standing && !all && (
        <Button size="small" onClick={() => setAll(true)}>
          {texts.listen.more}
        </Button>
      )}
      {standing && standing.second > 0.1 && (
        <Box sx={{ color: colour.inkSoft, fontSize: 14 }}>
          {texts.listen.second(Math.round(100 * standing.second))}
        </Box>
      )}
    </Box>
  );
}

function FaultBar(props: {
  ranked: Schemas['Ranked'];
  first: boolean;
  jobId: number;
  kept: boolean;
  keep: () => Promise<unknown>;
}) {
  const { ranked, first } = props;
  const percent = 100 * ranked.probability;
  const reasons = (list: Schemas['Reason'][]) => list.map((r) => r.words).join('; ');
  return (
    <Box component="details" open={first} sx={{ mb: 0.75 }}>
      <Box component="summary" sx={{ cursor: 'pointer', listStyle: 'none' }}>
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline', lineHeight: 1.25 }}>
          <Box
            sx={{
              flex: 1,
              fontWeight: first ? 700 : 400,
              fontSize: 14.5,
              '&::first-letter': { textTransform: 'uppercase' },
            }}
          >
            {ranked.words}
          </Box>
          <Box component="span" sx={{ fontFamily: font.figures, fontSize: 16, fontWeight: 700 }}>
            {percent < 1 ? '<1' : percent.toFixed(0)}%
          </Box>
        </Box>
        <Box sx={{ height: 9, bgcolor: colour.kraft, mt: 0.25 }}>
          <Box
            className="moves"
            sx={{ height: 9, width: `${percent}%`, bgcolor: first ? colour.go : colour.goSoft }}
          />
        </Box>
      </Box>
      <Box sx={{ fontSize: 14, pl: 1, py: 0.5, display: 'grid', gap: 0.5 }}>
        {ranked.speaksFor.length > 0 && (
          <Box>
            <strong>{texts.listen.for}:</strong> {reasons(ranked.speaksFor)}
          </Box>
        )}
        {ranked.speaksAgainst.length > 0 && (
          <Box>
            <strong>{texts.listen.against}:</strong> {reasons(ranked.speaksAgainst)}
          </Box>
        )}
        {ranked.wouldChange && (
          <Box>
            <strong>{texts.listen.wouldChange}:</strong>{' '}
            {texts.listen.change(
              ranked.wouldChange.sign,
              ranked.wouldChange.seen,
              Math.round(100 * ranked.wouldChange.probability),
            )}
          </Box>
        )}
        <StateCulprit {...props} />
      </Box>
    </Box>
  );
}

const reason = z.string();

function StateCulprit({
  ranked,
  jobId,
  kept,
  keep,
}: {
  ranked: Schemas['Ranked'];
  jobId: number;
  kept: boolean;
  keep: () => Promise<unknown>;
}) {
  const refresh = useRefreshJob(jobId, 'listen');
  const [why, setWhy] = useDraft(`culprit:${jobId}:${ranked.key}`, reason);
  const state = useSave(
    (because: string) =>
      ask(
        api.POST('/api/diagnosis/{jobId}/culprit', {
          params: { path: { jobId } },
          body: { fault: ranked.key, why: because },
        }),
      ),
    () => {
      setWhy(undefined);
      refresh();
    },
  );
  const questioned = state.refused?.of('why');
  const press = async () => {
    if (!kept) await keep();
    await state.run(why ?? '');
  };
  return (
    <Box sx={{ display: 'grid', gap: 0.75 }}>
      {questioned && (
        <>
          <Box role="alert" sx={{ bgcolor: colour.measure, px: 1, py: 0.75 }}>
            {questioned}
          </Box>
          <TextField
            size="small"
            label={texts.listen.whyCulprit}
            value={why ?? ''}
            onChange={(event) => setWhy(event.target.value)}
          />
        </>
      )}
      <Box>
        <Button variant="outlined" size="small" disabled={state.busy} onClick={() => void press()}>
          {questioned ? texts.listen.culpritAllTheSame : texts.listen.isCulprit}
        </Button>
      </Box>
      {state.refused && !questioned && <span role="alert">{state.refused.message}</span>}
    </Box>
  );
}
