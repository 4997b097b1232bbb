import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { Fields } from './Fields';

const words = texts.consumables;

const FIELDS = ['shaft', 'outer', 'length', 'interference', 'depth', 'endFloat'] as const;
const typed = z.object({
  shaft: z.number().optional(),
  outer: z.number().optional(),
  length: z.number().optional(),
  interference: z.number().optional(),
  depth: z.number().optional(),
  endFloat: z.number().optional(),
});
type Typed = z.infer<typeof typed>;

/** A gear pressed on its shaft: the force to expect, where to stop, how deep. */
export function PressOn({ of, gear, shaft }: { of: string; gear: string; shaft: string }) {
  const [draft, setDraft] = useDraft(`press:${of}`, typed);
  const now: Typed = draft ?? {};
  const { shaft: diameter, outer, length, interference, depth, endFloat } = now;
  const ready =
    diameter !== undefined && outer !== undefined && length !== undefined && interference !== undefined;
  const press = useQuery({
    queryKey: ['press-in', gear, shaft, now],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/workings/press-in', {
          body: {
            gear,
            shaft,
            shaftDiameterMm: diameter ?? 0,
            outerDiameterMm: outer ?? 0,
            lengthMm: length ?? 0,
            interferenceMm: interference ?? 0,
            ...(depth !== undefined && { depthMm: depth }),
            ...(endFloat !== undefined && { endFloatMm: endFloat }),
          },
          signal,
        }),
      ),
    enabled: ready,
    retry: false,
  });
  return (
    <>
      <Box component="h3" sx={{ fontSize: 17, m: 0 }}>
        {words.press}
      </Box>
      <Fields>
        {FIELDS.map((field) => (
          <NumberField
            key={field}
            label={words.pressFields[field]}
            value={now[field]}
            set={(value) => setDraft({ ...now, [field]: value })}
          />
        ))}
      </Fields>
      {press.error && <Box role="alert">{press.error.message}</Box>}
      {press.data && (
        <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
          {press.data.say.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </Box>
      )}
    </>
  );
}
