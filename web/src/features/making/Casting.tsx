import { Box } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { typedNumber } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Field, Group, Numbers } from '../workings/GearFields';

const words = texts.make.casting;
const stuff = z.object({
  density: z.string(),
  second: z.string(),
  pot: z.string(),
  firm: z.string(),
  full: z.string(),
});
const castingForm = z.object({
  count: z.string(),
  shrink: z.string(),
  master: z.string(),
  cast: z.string(),
  rubber: stuff,
  resin: stuff,
});
type CastingForm = z.infer<typeof castingForm>;
type Stuff = z.infer<typeof stuff>;
const USUAL: CastingForm = {
  count: '2',
  shrink: '0.3',
  master: '',
  cast: '',
  rubber: { density: '1.1', second: '10', pot: '30', firm: '360', full: '24' },
  resin: { density: '1.05', second: '100', pot: '5', firm: '30', full: '24' },
};
const PARTS = Object.keys(USUAL.rubber) as (keyof Stuff)[];

function stuffOf(form: Stuff): Schemas['StuffSpec'] | undefined {
  const [density, second, pot, firm, full] = PARTS.map((name) => typedNumber(form[name]));
  return density !== undefined &&
    second !== undefined &&
    pot !== undefined &&
    firm !== undefined &&
    full !== undefined
    ? {
        densityGPerCm3: density,
        secondPerHundred: second,
        potLifeMinutes: pot,
        firmMinutes: firm,
        fullHours: full,
      }
    : undefined;
}

/** What a mould and its fillings take: the box, the mixes by mass, how long each can be poured and when it is done. */
export function Casting({ solid }: { solid: Schemas['SolidSpec'] | undefined }) {
  const [kept, set] = useDraft('casting', castingForm);
  const form = kept ?? USUAL;
  const count = typedNumber(form.count);
  const shrink = typedNumber(form.shrink);
  const master = typedNumber(form.master);
  const cast = typedNumber(form.cast);
  const rubber = stuffOf(form.rubber);
  const resin = stuffOf(form.resin);
  const body =
    solid && count !== undefined && Number.isInteger(count) && shrink !== undefined && rubber && resin
      ? {
          solid,
          count,
          shrinkPercent: shrink,
          casts: master !== undefined && cast !== undefined ? [{ masterMm: master, castMm: cast }] : [],
          rubber,
          resin,
        }
      : undefined;
  const casting = useQuery({
    queryKey: ['casting', body],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/making/casting', { body: body as NonNullable<typeof body>, signal })),
    enabled: body !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  const field = (name: 'count' | 'shrink' | 'master' | 'cast') => (
    <Field
      label={words.fields[name]}
      value={form[name]}
      set={(value) => set({ ...form, [name]: value })}
      message={undefined}
    />
  );
  const found = casting.error ? undefined : casting.data;
  return (
    <Box component="details" sx={{ my: 1, bgcolor: colour.kraftPale, px: 1.5 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.title}
      </Box>
      <Box sx={{ pb: 1.5, display: 'grid', gap: 1 }}>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {field('count')}
          {field('shrink')}
          {field('master')}
          {field('cast')}
        </Box>
        {(['rubber', 'resin'] as const).map((which) => (
          <Group key={which} title={words[which]}>
            {PARTS.map((name) => (
              <Field
                key={name}
                group={words[which]}
                label={words.stuff[name]}
                value={form[which][name]}
                set={(value) => set({ ...form, [which]: { ...form[which], [name]: value } })}
                message={undefined}
              />
            ))}
          </Group>
        ))}
        {casting.error instanceof Refused && <Notice look="next">{casting.error.message}</Notice>}
        {found && (
          <Numbers
            rows={[
              [words.scale, found.masterScale.toFixed(4)],
              [
                words.box,
                `${found.lengthMm.toFixed(0)} × ${found.widthMm.toFixed(0)} × ${found.heightMm.toFixed(0)} mm`,
              ],
              [words.mixRubber, words.mix(found.rubber)],
              [words.mixResin, words.mix(found.resin)],
              [words.out, words.duration(found.minutes / 60)],
              [words.bears, words.duration(found.hours)],
            ]}
          />
        )}
        <Box sx={{ fontSize: 14 }}>{words.caution}</Box>
      </Box>
    </Box>
  );
}
