import { Box } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, Refused } from '../../api/client';
import { Mat } from '../../mat/Mat';
import { RollingPair } from '../../mat/RollingPair';
import { Notice } from '../../parts/Notice';
import { lengthWords, typedLength, useUnit } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Frame } from '../job/Frame';
import { Field, GearFields, Numbers } from './GearFields';
import { A_GEAR, gearForm, gearOf } from './gearForm';
import { WorkingsHead } from './WorkingsHead';

const words = texts.workingsPage;

const pairForm = z.object({ first: gearForm, second: gearForm, distance: z.string() });
type PairForm = z.infer<typeof pairForm>;

const A_PAIR: PairForm = { first: A_GEAR, second: { ...A_GEAR, teeth: '48' }, distance: '' };

/** Two gears in mesh: the numbers, and their true outlines turning together. */
export default function APair() {
  const unit = useUnit();
  const [kept, set] = useDraft('workings-pair', pairForm);
  const form = kept ?? A_PAIR;
  const first = gearOf(form.first, unit);
  const second = gearOf(form.second, unit);
  const distance = form.distance.trim() === '' ? undefined : typedLength(form.distance, unit);
  const distanceWrong = form.distance.trim() !== '' && distance === undefined;
  const body =
    first.spec && second.spec && !distanceWrong
      ? {
          first: first.spec,
          second: second.spec,
          ...(distance === undefined ? {} : { centreDistanceMm: distance }),
        }
      : undefined;
  const numbers = useQuery({
    queryKey: ['pair', body],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/gear/pair', { body: body as NonNullable<typeof body>, signal })),
    enabled: body !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const drawn = useQuery({
    queryKey: ['pair-drawing', body],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/making/pair', { body: body as NonNullable<typeof body>, signal })),
    enabled: body !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const refusal = [numbers.error, drawn.error].find((e) => e instanceof Refused);
  const pair = refusal ? undefined : numbers.data;
  const picture = refusal ? undefined : drawn.data;
  const extent = picture
    ? form.second.inside
      ? picture.secondExtentMm
      : picture.firstExtentMm / 2 + Math.abs(picture.centreY) + picture.secondExtentMm / 2
    : 40;
  return (
    <Frame
      mat={
        <Mat
          extentMm={extent}
          widthMm={picture ? Math.max(picture.firstExtentMm, picture.secondExtentMm) : 40}
          centre={
            picture
              ? {
                  x: 0,
                  y: form.second.inside
                    ? picture.centreY
                    : (picture.centreY + picture.firstExtentMm / 2 - picture.secondExtentMm / 2) / 2,
                }
              : undefined
          }
          caption={words.pages.pair}
          legend={picture && words.drag}
          over={
            picture && ((place) => <RollingPair key={JSON.stringify(body)} pair={picture} place={place} />)
          }
        />
      }
    >
      <WorkingsHead page="pair" />
      <GearFields
        title={words.first}
        form={form.first}
        set={(gear) => set({ ...form, first: gear })}
        wrong={first.wrong}
      />
      <GearFields
        title={words.second}
        form={form.second}
        set={(gear) => set({ ...form, second: gear })}
        wrong={second.wrong}
        insideToo
      />
      <Box sx={{ maxWidth: 330, mb: 1 }}>
        <Field
          label={words.distance}
          value={form.distance}
          set={(value) => set({ ...form, distance: value })}
          message={distanceWrong ? words.notALength : undefined}
        />
      </Box>
      {refusal && (
        <Notice look="danger" role="alert">
          {refusal.message}
        </Notice>
      )}
      {pair && (
        <>
          <Numbers
            rows={Object.entries(words.numbers).map(([name, label]) => {
              const value = pair[name as keyof typeof words.numbers];
              return [
                label,
                value === undefined
                  ? '–'
                  : name.endsWith('Deg')
                    ? `${value.toFixed(3)}°`
                    : name.endsWith('Ratio')
                      ? value.toFixed(3)
                      : lengthWords(value, unit, 3),
              ];
            })}
          />
          {pair.interferences.length === 0 ? (
            <Box sx={{ color: colour.go, fontWeight: 700, py: 1 }}>{words.runs}</Box>
          ) : (
            pair.interferences.map((what) => (
              <Notice key={what} look="next" role="status">
                {what}
              </Notice>
            ))
          )}
        </>
      )}
    </Frame>
  );
}
