import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { typedLength, useUnit } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Field } from '../workings/GearFields';
import { Printers } from './Printers';

const words = texts.make.testPiece;
const typedSizes = z.record(z.string(), z.string());
export type Growth = Schemas['Growth'];

const keyOf = (size: Schemas['CouponSize']) => `${size.kind} ${size.drawnMm}`;

/** A gear as it is drawn in the file, to be measured when it is made. */
export interface DrawnGear {
  tipMm: number;
}

/** A piece that is made and measured once for a printer and its material; what it says is put in place of guesses. */
export function TestPiece({ take, gear }: { take: (growth: Growth) => void; gear: DrawnGear | undefined }) {
  const unit = useUnit();
  const sizes = useQuery({
    queryKey: ['coupon'],
    queryFn: () => ask(api.GET('/api/workings/making/coupon')),
    staleTime: Infinity,
  });
  const [kept, set] = useDraft('test-piece', typedSizes);
  const typed = kept ?? {};
  const measured = (sizes.data ?? []).flatMap((size) => {
    const mm = typedLength(typed[keyOf(size)] ?? '', unit);
    return mm === undefined ? [] : [{ kind: size.kind, drawnMm: size.drawnMm, cameMm: mm }];
  });
  const enough = measured.length > 3;
  const growth = useQuery({
    queryKey: ['growth', measured],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/making/coupon', { body: { sizes: measured }, signal })),
    enabled: enough,
    staleTime: Infinity,
    retry: false,
  });
  const says = enough ? growth.data : undefined;
  return (
    <Box component="details" sx={{ my: 1, bgcolor: colour.kraftPale, px: 1.5 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.title}
      </Box>
      <Box sx={{ pb: 1.5, display: 'grid', gap: 1 }}>
        <Box sx={{ color: colour.inkSoft }}>{words.why}</Box>
        <a href="/api/workings/making/coupon.stl" download style={{ color: colour.ink }}>
          {words.file}
        </a>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {sizes.data?.map((size) => (
            <Field
              key={keyOf(size)}
              label={words.size[size.kind](size.drawnMm)}
              value={typed[keyOf(size)] ?? ''}
              set={(value) => set({ ...typed, [keyOf(size)]: value })}
              message={undefined}
            />
          ))}
        </Box>
        {enough && growth.error instanceof Refused && (
          <Notice look="next" role="alert">
            {growth.error.message}
          </Notice>
        )}
        {says && (
          <Box role="status" sx={{ fontFamily: font.figures }}>
            {words.says(says)}
          </Box>
        )}
        <Box>
          <Button variant="contained" disabled={!says} onClick={() => says && take(says)}>
            {words.use}
          </Button>
        </Box>
        <Printers
          take={take}
          measured={says ? measured : undefined}
          gear={gear}
          kept={() => set(undefined)}
        />
      </Box>
    </Box>
  );
}
