import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { PlainButton } from '../../parts/PlainButton';
import { texts } from '../../texts';
import { colour, font } from '../../theme';

/** Where a cell of the tray stands out, and why, in words. */
export interface CellLook {
  border?: string | undefined;
  ground?: string | undefined;
  words?: string | undefined;
}

/** The tray from above: every cell with what lies in it, then the same as a list. */
export function TrayCells(props: {
  balance: Schemas['Balance'] | undefined;
  cells: string[];
  columns: number;
  look: (cell: string, count: number) => CellLook;
  pick?: ((cell: string) => void) | undefined;
}) {
  const { balance, look, pick } = props;
  const holds = new Map(balance?.cells.map((c) => [c.cell, c.lying]));
  return (
    <>
      {balance && (
        <Box role="status" sx={{ mb: 1 }}>
          {texts.tray.off(balance.fasteners, balance.parts)}
          {balance.minutes > 0 && `, ${texts.minutes(balance.minutes)}`}
        </Box>
      )}
      <Box
        sx={{ display: 'grid', gridTemplateColumns: `repeat(${props.columns}, minmax(0, 1fr))`, gap: '2px' }}
      >
        {props.cells.map((cell) => {
          const lying = holds.get(cell) ?? [];
          const count = lying.reduce((sum, l) => sum + l.count, 0);
          const { border, ground, words } = look(cell, count);
          const name = texts.tray.cell(cell, lying);
          const sx = {
            height: 58,
            p: '3px',
            border: border ?? `1px solid ${colour.matLineStrong}`,
            bgcolor: ground ?? (count > 0 ? colour.bone : 'transparent'),
            color: count > 0 ? colour.ink : colour.paper,
            display: 'grid',
            alignContent: 'space-between',
            textAlign: 'left',
            overflow: 'hidden',
          } as const;
          const told = {
            'aria-label': words ? `${words}: ${name}` : name,
            title: lying.map((l) => texts.tray.lies(l)).join('\n'),
          };
          const inside = (
            <>
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
            </>
          );
          return pick ? (
            <PlainButton key={cell} onClick={() => pick(cell)} {...told} sx={sx}>
              {inside}
            </PlainButton>
          ) : (
            <Box key={cell} role="img" {...told} sx={sx}>
              {inside}
            </Box>
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
    </>
  );
}
