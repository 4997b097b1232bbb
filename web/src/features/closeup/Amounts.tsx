import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { PlainSelect } from '../../parts/PlainSelect';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { font } from '../../theme';
import { Fields } from './Fields';

const words = texts.consumables;

const typed = z.object({
  into: z.enum(['case', 'film']).default('case'),
  free: z.number().optional(),
  fill: z.number(),
  grease: z.number(),
  module: z.number().optional(),
  teeth: z.number().optional(),
  face: z.number().optional(),
  film: z.number().default(0.1),
});
type Typed = z.infer<typeof typed>;
const USUAL: Typed = { into: 'case', fill: 66, grease: 50, film: 0.1 };

/** What the amount is reckoned from; nothing while it is not said whole. */
function asked(now: Typed) {
  const { free, fill, module, teeth, face, film } = now;
  if (now.into === 'case') return free === undefined ? undefined : { freeMl: free, fill: fill / 100 };
  return module === undefined || teeth === undefined || face === undefined
    ? undefined
    : { gear: { module, toothCount: teeth }, faceWidthMm: face, filmMm: film };
}
/** Of oil to thin a grease with, g/ml. */
const OIL_G_ML = 0.89;

/** How much goes in, and how a stiff grease is thinned. */
export function Amounts({ of, densityGMl }: { of: string; densityGMl: number }) {
  const [draft, setDraft] = useDraft(`amount:${of}`, typed);
  const now = draft ?? USUAL;
  const set = (part: Partial<Typed>) => setDraft({ ...now, ...part });
  const body = asked(now);
  const amount = useQuery({
    queryKey: ['grease', body, densityGMl],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/grease', {
          body: { ...body, densityGMl },
          signal,
        }),
      ),
    enabled: body !== undefined,
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
        <PlainSelect
          label={words.into}
          shown={words.into}
          value={now.into}
          set={(into) => set({ into })}
          options={[['case', words.intos.case] as const, ['film', words.intos.film] as const]}
        />
        {now.into === 'case' ? (
          <>
            <NumberField label={words.free} value={now.free} set={(free) => set({ free })} />
            <NumberField
              label={words.fill}
              value={now.fill}
              set={(fill) => fill !== undefined && set({ fill })}
            />
          </>
        ) : (
          <>
            <NumberField label={words.module} value={now.module} set={(module) => set({ module })} />
            <NumberField label={words.teeth} value={now.teeth} set={(teeth) => set({ teeth })} whole />
            <NumberField label={words.face} value={now.face} set={(face) => set({ face })} />
            <NumberField
              label={words.film}
              value={now.film}
              set={(film) => film !== undefined && set({ film })}
            />
          </>
        )}
        <Box role="status" sx={{ fontFamily: font.figures, fontSize: 17, alignSelf: 'center' }}>
          {amount.data && words.amounts(amount.data.ml, amount.data.g, amount.data.oz)}
        </Box>
        <NumberField
          label={words.greaseShare}
          value={now.grease}
          set={(grease) => grease !== undefined && set({ grease })}
        />
        <Box sx={{ gridColumn: 'span 2', alignSelf: 'center' }}>
          {mix.data && words.thinned(100 * mix.data.firstByVolume, 100 * mix.data.firstByMass)}
        </Box>
      </Fields>
      {(amount.error ?? mix.error) && <Box role="alert">{(amount.error ?? mix.error)?.message}</Box>}
    </>
  );
}
