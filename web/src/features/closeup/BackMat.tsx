import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { ledgerQuery } from '../teardown/queries';
import { TrayCells } from '../teardown/TrayCells';
import type { Closing, StepBack } from './queries';

const words = texts.closing;

/** The tray as it empties: what goes in now is lit, what is in is gone. */
export function BackMat(props: { jobId: number; closing: Closing | undefined; next: StepBack | undefined }) {
  const ledger = useQuery(ledgerQuery(props.jobId)).data;
  const lit = new Set(props.next?.things.filter((t) => t.goes !== 'out').map((t) => t.cell));
  return (
    <Box
      component="section"
      aria-label={words.mat}
      sx={{ bgcolor: colour.mat, color: colour.paper, p: 1.75, overflow: 'auto' }}
    >
      <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 17 }}>
        {words.mat}
      </Box>
      <TrayCells
        balance={props.closing?.still}
        cells={ledger?.cells ?? []}
        columns={ledger?.columns ?? 8}
        look={(cell, count) =>
          lit.has(cell) && count > 0
            ? { border: `4px solid ${colour.nextEdge}`, ground: colour.measure, words: words.litCell }
            : {}
        }
      />
    </Box>
  );
}
