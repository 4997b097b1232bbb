import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { TrayCells } from './TrayCells';

/** The tray seen from above: every cell with what lies in it, and the balance of what is off the machine. */
export function TrayMat(props: {
  jobId: number;
  ledger: Schemas['JobLedger'] | undefined;
  pick: (cell: string) => void;
}) {
  const { ledger } = props;
  const balance = ledger?.balance;
  const alike = new Set(balance?.lookAlikes.map((a) => a.cell));
  return (
    <Box
      component="section"
      aria-label={texts.tray.title}
      sx={{ bgcolor: colour.mat, color: colour.paper, p: 1.75, overflow: 'auto' }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', mb: 1 }}>
        <Box component="h2" sx={{ m: 0, fontSize: 17, flex: 1 }}>
          {texts.tray.title}
        </Box>
        <Box
          component="a"
          href={`/api/teardown/${props.jobId}/tray.pdf`}
          target="_blank"
          rel="noreferrer"
          sx={{ color: 'inherit' }}
        >
          {texts.tray.print}
        </Box>
      </Box>
      <TrayCells
        balance={balance}
        cells={ledger?.cells ?? []}
        columns={ledger?.columns ?? 8}
        pick={props.pick}
        look={(cell) => ({
          border: alike.has(cell)
            ? `3px solid ${colour.nextEdge}`
            : balance?.nextFree === cell
              ? `2px dashed ${colour.measure}`
              : undefined,
        })}
      />
    </Box>
  );
}
