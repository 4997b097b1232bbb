import { Box, Button } from '@mui/material';
import { useState } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { FigureInput } from '../../parts/FigureInput';
import { Labelled } from '../../parts/Labelled';
import { PlainSelect } from '../../parts/PlainSelect';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { Proof } from './queries';
import { useShownProof } from './useShownProof';

const words = texts.proving;
const UNITS = ['strokes', 'turns', 'hours'] as const;

const counted = z.object({
  unit: z.enum(UNITS),
  ran: z.string(),
  life: z.string(),
  shape: z.string(),
  confidence: z.string(),
});
type Counted = z.infer<typeof counted>;

function saved(run: Schemas['Run'] | undefined): Counted {
  return run
    ? {
        unit: run.unit,
        ran: String(run.ran),
        life: String(run.life),
        shape: String(run.shape),
        confidence: String(100 * run.confidence),
      }
    : { unit: 'strokes', ran: '0', life: '', shape: '2', confidence: '90' };
}

const number = (text: string) => Number(text.trim().replace(',', '.'));

/** How long it ran without a failure, tapped along or typed, and what that says. */
export function RanWithout({ jobId, proof }: { jobId: number; proof: Proof }) {
  const shown = useShownProof(jobId);
  const [draft, setDraft, about] = useDraft(`run:${jobId}`, counted);
  const [untold, setUntold] = useState(0);
  const now = draft ?? saved(proof.run);
  const set = (part: Partial<Counted>) => setDraft({ ...now, ...part });
  const save = useSave(
    (_: undefined, key) =>
      ask(
        api.PUT('/api/proving/{jobId}/run', {
          params: { path: { jobId }, header: { 'Idempotency-Key': key } },
          body: {
            unit: now.unit,
            ran: number(now.ran),
            life: number(now.life),
            shape: number(now.shape),
            confidence: number(now.confidence) / 100,
            version: proof.run?.version ?? 0,
          },
        }),
      ),
    shown,
    about,
  );
  const on = useSave(
    (more: number, key) =>
      ask(
        api.POST('/api/proving/{jobId}/run/on', {
          params: { path: { jobId }, header: { 'Idempotency-Key': key } },
          body: { more },
        }),
      ),
    (after) => {
      setUntold(0);
      shown(after);
    },
  );
  const tap = () => {
    const more = untold + 1;
    setUntold(more);
    if (!on.busy) void on.run(more);
  };
  return (
    <Box component="section" aria-label={words.ran} sx={{ mt: 2 }}>
      <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 17 }}>
        {words.ran}
      </Box>
      {proof.says && <Box sx={{ mb: 1 }}>{proof.says.words}</Box>}
      {proof.run && (
        <Button
          variant="contained"
          onClick={tap}
          sx={{ width: '100%', minHeight: 64, mb: 1, fontSize: 19, fontFamily: font.figures }}
        >
          {words.tap(proof.run.ran + untold, words.units[proof.run.unit])}
        </Button>
      )}
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          void save.run(undefined);
        }}
        sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, alignItems: 'end' }}
      >
        <PlainSelect
          label={words.counted}
          shown={words.counted}
          value={now.unit}
          set={(unit) => set({ unit })}
          options={UNITS.map((u) => [u, words.units[u]] as const)}
        />
        {(['ran', 'life', 'shape', 'confidence'] as const).map((field) => (
          <Labelled key={field} label={words.runFields[field]}>
            <FigureInput
              inputMode="decimal"
              value={now[field]}
              set={(text) => set({ [field]: text })}
              sx={{ minHeight: 44 }}
            />
          </Labelled>
        ))}
        <Button
          type="submit"
          variant="outlined"
          disabled={!draft || save.busy}
          sx={{ color: colour.paper, borderColor: colour.paper }}
        >
          {words.keepRun}
        </Button>
        {[save, on].map(
          ({ refused }, at) =>
            refused && (
              <Box key={at} role="alert" sx={{ gridColumn: '1 / -1', color: colour.over }}>
                {refused.message}
              </Box>
            ),
        )}
      </Box>
    </Box>
  );
}
