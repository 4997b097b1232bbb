import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { font } from '../../theme';
import { Fields } from './Fields';

const words = texts.consumables;

const typed = z.object({
  free: z.number().optional(),
  fill: z.number(),
  grease: z.number(),
});
const USUAL = { fill: 66, grease: 50 };
/** Of oil to thin a grease with, g/ml. */
const OIL_G_ML = 0.89;

/** How much goes in, and how a stiff grease is thinned. */
export function Amounts({ jobId, densityGMl }: { jobId: number; densityGMl: number }) {
  const [draft, setDraft] = useDraft(`amount:${jobId}`, typed);
  const now: z.infer<typeof typed> = draft ?? USUAL;
  const amount = useQuery({
    queryKey: ['grease', now.free, now.fill, densityGMl],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/grease', {
          body: { ...(now.free !== undefined && { freeMl: now.free }), fill: now.fill / 100, densityGMl },
          signal,
        }),
      ),
    enabled: now.free !== undefined,
    retry: false,
  });
  const mix = useQuery({
    queryKey: ['mix', now.grease, densityGMl],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/mix', {
          body: { firstByVolume: now.grease / 100, firstDensityGMl: densityGMl, secondDensityGMl: OIL_G_ML },
          signal,
        }),
      ),
    retry: false,
  });
  return (
    <>
      <Box component="h3" sx={{ fontSize: 17, m: 0 }}>
        {words.amount}
      </Box>
      <Fields>
        <NumberField label={words.free} value={now.free} set={(free) => setDraft({ ...now, free })} />
        <NumberField
          label={words.fill}
          value={now.fill}
          set={(fill) => fill !== undefined && setDraft({ ...now, fill })}
        />
        <Box role="status" sx={{ fontFamily: font.figures, fontSize: 17, alignSelf: 'center' }}>
          {amount.data && words.amounts(amount.data.ml, amount.data.g, amount.data.oz)}
        </Box>
        <NumberField
          label={words.greaseShare}
          value={now.grease}
          set={(grease) => grease !== undefined && setDraft({ ...now, grease })}
        />
        <Box sx={{ gridColumn: 'span 2', alignSelf: 'center' }}>
          {mix.data && words.thinned(100 * mix.data.firstByVolume, 100 * mix.data.firstByMass)}
        </Box>
      </Fields>
      {(amount.error ?? mix.error) && <Box role="alert">{(amount.error ?? mix.error)?.message}</Box>}
    </>
  );
}
