import { Box } from '@mui/material';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { api, ask, newKey, Refused, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { typedNumber } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { showTimers } from '../timing/queries';
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
  /** Other sizes in the same mould, as they were when they were put in. */
  mould: z
    .array(z.object({ name: z.string(), count: z.number(), solid: z.custom<Schemas['SolidSpec']>() }))
    .default([]),
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
  mould: [],
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
export function Casting({
  solid,
  job,
}: {
  solid: Schemas['SolidSpec'] | undefined;
  /** Whose gear it is, where it is one's: its times run there. */
  job: { id: number; name: string } | undefined;
}) {
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
          pieces: [
            ...form.mould.map((piece) => ({ solid: piece.solid, count: piece.count })),
            { solid, count },
          ],
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
        {form.mould.length > 0 && (
          <Box component="ul" aria-label={words.mould} sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {form.mould.map((piece, at) => (
              <Box component="li" key={at} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
                <span>{words.piece(piece.count, piece.name)}</span>
                <PlainButton
                  onClick={() => set({ ...form, mould: form.mould.filter((_, other) => other !== at) })}
                  sx={{ minHeight: 44, textDecoration: 'underline' }}
                >
                  {words.takeOut}
                </PlainButton>
              </Box>
            ))}
          </Box>
        )}
        {body && solid && count !== undefined && found && (
          <PlainButton
            onClick={() =>
              set({ ...form, mould: [...form.mould, { name: called(solid), count, solid }], count: '1' })
            }
            sx={{ minHeight: 44, justifySelf: 'start', textDecoration: 'underline' }}
          >
            {words.putIn}
          </PlainButton>
        )}
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
        {found && rubber && resin && job && <Times job={job} rubber={rubber} resin={resin} />}
        <Box sx={{ fontSize: 14 }}>{words.caution}</Box>
      </Box>
    </Box>
  );
}

/** "24 teeth, module 0.5". */
function called(solid: Schemas['SolidSpec']): string {
  const { gear } = solid;
  const pitch = gear.module ?? gear.diametralPitch ?? gear.circularPitchMm;
  return `${gear.toothCount} × ${pitch ?? ''}`;
}

/** Begins the times of the mould and of the cast, where the tray shows them. */
function Times(props: {
  job: { id: number; name: string };
  rubber: Schemas['StuffSpec'];
  resin: Schemas['StuffSpec'];
}) {
  const queries = useQueryClient();
  const [key, setKey] = useState(newKey);
  const [runs, setRuns] = useState(false);
  const begin = useSave(
    (timers: Schemas['TimerSpec'][]) =>
      ask(
        api.POST('/api/job/{id}/timers', {
          params: { path: { id: props.job.id }, header: { 'Idempotency-Key': key } },
          body: { timers },
        }),
      ),
    (all) => {
      setKey(newKey());
      setRuns(true);
      showTimers(queries, all);
    },
  );
  const look = { minHeight: 44, px: 1.5, bgcolor: colour.goPale, fontWeight: 700 };
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
      <PlainButton
        disabled={begin.busy}
        sx={look}
        onClick={() => void begin.run([{ kind: 'mouldFirm', minutes: props.rubber.firmMinutes }])}
      >
        {words.mouldPoured(props.job.name)}
      </PlainButton>
      <PlainButton
        disabled={begin.busy}
        sx={look}
        onClick={() =>
          void begin.run([
            { kind: 'castFirm', minutes: props.resin.firmMinutes },
            { kind: 'castStrong', minutes: 60 * props.resin.fullHours },
          ])
        }
      >
        {words.castPoured(props.job.name)}
      </PlainButton>
      {runs && <Box role="status">{words.runs}</Box>}
      {begin.refused && (
        <Box role="alert" sx={{ color: colour.danger }}>
          {begin.refused.message}
        </Box>
      )}
    </Box>
  );
}
