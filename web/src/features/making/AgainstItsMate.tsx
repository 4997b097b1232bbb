import { Box } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainSelect } from '../../parts/PlainSelect';
import { lengthWords, typedNumber, useUnit } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { materialsQuery } from '../choice/queries';
import { Field, Group, Numbers } from '../workings/GearFields';

const words = texts.make.mate;
const placeForm = z.object({
  own: z.string(),
  mate: z.string(),
  housing: z.string(),
  cold: z.string(),
  hot: z.string(),
});
const USUAL = { own: 'POM-C', mate: 'POM-C', housing: 'ABS', cold: '10', hot: '40' };

/** What play the gear will have with its mate in the old housing, cold and where it works. */
export function AgainstItsMate(props: {
  gear: Schemas['GearSpec'];
  place: Schemas['RunsAt'];
  /** Added to what the teeth have by themselves. */
  backlashMm: number;
}) {
  const unit = useUnit();
  const materials = useQuery(materialsQuery).data ?? [];
  const [kept, set] = useDraft('make:mate', placeForm);
  const form = kept ?? USUAL;
  const coldC = typedNumber(form.cold);
  const hotC = typedNumber(form.hot);
  const body: Schemas['BacklashRequest'] | undefined =
    coldC === undefined || hotC === undefined
      ? undefined
      : {
          first: { gear: props.gear, material: form.own },
          second: { gear: props.place.mate, material: form.mate },
          centreDistanceMm: props.place.centreDistanceMm,
          housing: form.housing,
          coldC,
          hotC,
        };
  const play = useQuery({
    queryKey: ['backlash', body],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/backlash', { body: body as NonNullable<typeof body>, signal })),
    enabled: body !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  const options = materials.map((m) => [m.code, m.words] as const);
  const backlashAt = (at: 'cold' | 'asMeasured' | 'hot') =>
    (play.data?.[at].circumferentialBacklashMm ?? 0) + props.backlashMm;
  const binds = play.data && Math.min(backlashAt('cold'), backlashAt('hot')) < 0;
  return (
    <Box component="details" sx={{ my: 1 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.title(props.place.mate.toothCount, lengthWords(props.place.centreDistanceMm, unit))}
      </Box>
      <Group title={words.around}>
        {(['own', 'mate', 'housing'] as const).map((name) => (
          <PlainSelect
            key={name}
            label={words.of[name]}
            shown={words.of[name]}
            value={form[name]}
            set={(code) => set({ ...form, [name]: code })}
            options={options}
          />
        ))}
        {(['cold', 'hot'] as const).map((name) => (
          <Field
            key={name}
            label={words.of[name]}
            value={form[name]}
            set={(text) => set({ ...form, [name]: text })}
            message={typedNumber(form[name]) === undefined ? texts.workingsPage.notANumber : undefined}
          />
        ))}
      </Group>
      {play.error instanceof Refused && <Notice look="next">{play.error.message}</Notice>}
      {play.data && !play.error && (
        <>
          <Numbers
            rows={(['cold', 'asMeasured', 'hot'] as const).map((at): [string, string] => [
              words.play[at],
              lengthWords(backlashAt(at), unit, 3),
            ])}
          />
          {binds && (
            <Notice look="danger" role="alert">
              {words.binds}
            </Notice>
          )}
        </>
      )}
    </Box>
  );
}
