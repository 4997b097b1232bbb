import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { PlainButton } from '../../parts/PlainButton';

/** The tray seen from above: every cell with what lies in it, and the balance of what is off the machine. */
export function TrayMat(props: {
  jobId: number;
  ledger: Schemas['JobLedger'] | undefined;
  pick: (cell: string) => void;
}) {
  const { ledger } = props;
  const balance = ledger?.balance;
  const holds = new Map(balance?.cells.map((c) => [c.cell, c.lying]));
  const alike = new Set(balance?.lookAlikes.map((a) => a.cell));
  const columns = ledger?.columns ?? 8;
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
      {balance && (
        <Box role="status" sx={{ mb: 1 }}>
          {texts.tray.off(balance.fasteners, balance.parts)}
          {balance.minutes > 0 && `, ${texts.minutes(balance.minutes)}`}
        </Box>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`, gap: '2px' }}>
        {(ledger?.cells ?? []).map((cell) => {
          const lying = holds.get(cell) ?? [];
          const count = lying.reduce((sum, l) => sum + l.count, 0);
          const next = balance?.nextFree === cell;
          return (
            <PlainButton
              key={cell}
              onClick={() => props.pick(cell)}
              aria-label={texts.tray.cell(cell, lying)}
              title={lying.map((l) => texts.tray.lies(l)).join('\n')}
              sx={{
                height: 58,
                p: '3px',
                border: alike.has(cell)
                  ? `3px solid ${colour.nextEdge}`
                  : next
                    ? `2px dashed ${colour.measure}`
                    : `1px solid ${colour.matLineStrong}`,
                bgcolor: lying.length > 0 ? colour.bone : 'transparent',
                color: lying.length > 0 ? colour.ink : colour.paper,
                display: 'grid',
                alignContent: 'space-between',
                textAlign: 'left',
                overflow: 'hidden',
              }}
            >
              <Box component="span" sx={{ fontSize: 13, lineHeight: 1 }}>
                {cell}
              </Box>
              {count > 0 && (
                <Box
                  component="span"
                  sx={{ fontFamily: font.figures, fontSize: 18, fontWeight: 700, lineHeight: 1 }}
                >
                  {count}
                </Box>
              )}
            </PlainButton>
          );
        })}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 1.5, p: 0, fontSize: 14 }}>
        {balance?.cells.map((c) => (
          <Box
            component="li"
            key={c.cell}
            sx={{ display: 'grid', gridTemplateColumns: '34px 1fr', gap: 0.5, py: '1px' }}
          >
            <Box component="span" sx={{ fontFamily: font.figures }}>
              {c.cell}
            </Box>
            <span>{c.lying.map((l) => texts.tray.lies(l)).join('; ')}</span>
          </Box>
        ))}
        {balance && balance.beside.length > 0 && (
          <Box component="li" sx={{ py: '1px' }}>
            {texts.tray.beside(balance.beside.map((l) => texts.tray.lies(l)).join('; '))}
          </Box>
        )}
      </Box>
    </Box>
  );
}
