import { Box } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { typedNumber } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Field, Numbers } from '../workings/GearFields';

const words = texts.make.print;
const printerForm = z.object({
  nozzle: z.string(),
  layer: z.string(),
  flow: z.string(),
  density: z.string(),
  price: z.string(),
});
type PrinterForm = z.infer<typeof printerForm>;
const USUAL: PrinterForm = { nozzle: '0.4', layer: '0.2', flow: '5', density: '1.24', price: '25' };
const FIELDS = Object.keys(USUAL) as (keyof PrinterForm)[];

/** How long a body takes to print, what it weighs and costs, and what of it this printer cannot do. */
export function Printing({ solid }: { solid: Schemas['SolidSpec'] | undefined }) {
  const [kept, set] = useDraft('printer', printerForm);
  const form = kept ?? USUAL;
  const [nozzle, layer, flow, density, price] = FIELDS.map((name) => typedNumber(form[name]));
  const body =
    solid &&
    nozzle !== undefined &&
    layer !== undefined &&
    flow !== undefined &&
    density !== undefined &&
    price !== undefined
      ? {
          solid,
          nozzleMm: nozzle,
          layerMm: layer,
          flowMm3PerS: flow,
          densityGPerCm3: density,
          pricePerKg: price,
        }
      : undefined;
  const print = useQuery({
    queryKey: ['print', body],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/making/print', { body: body as NonNullable<typeof body>, signal })),
    enabled: body !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  return (
    <Box component="details" sx={{ my: 1, bgcolor: colour.kraftPale, px: 1.5 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.title}
      </Box>
      <Box sx={{ pb: 1.5, display: 'grid', gap: 1 }}>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {FIELDS.map((name) => (
            <Field
              key={name}
              label={words.fields[name]}
              value={form[name]}
              set={(value) => set({ ...form, [name]: value })}
              message={typedNumber(form[name]) === undefined ? words.number : undefined}
            />
          ))}
        </Box>
        {print.error instanceof Refused && <Notice look="next">{print.error.message}</Notice>}
        {print.data && !print.error && (
          <>
            <Numbers
              rows={[
                [words.minutes, `${Math.round(print.data.minutes)} min`],
                [words.grams, `${print.data.grams.toFixed(2)} g`],
                [words.layers, String(print.data.layers)],
                [words.cost, print.data.cost.toFixed(2)],
              ]}
            />
            {print.data.cannot.map((what) => (
              <Notice key={what} look="next">
                {what}
              </Notice>
            ))}
            {print.data.nearestModule !== undefined && <Box>{words.nearest(print.data.nearestModule)}</Box>}
            <Box sx={{ color: colour.inkSoft, fontSize: 14 }}>{words.rule}</Box>
          </>
        )}
      </Box>
    </Box>
  );
}
