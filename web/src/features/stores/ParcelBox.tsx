import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { colour, font } from '../../theme';

/** A parcel as it would stand on the counter: whose it is, when it comes, what it costs, and what is in it. */
export function ParcelBox(props: { from: string; when: ReactNode; cost: ReactNode; children: ReactNode }) {
  return (
    <Box
      component="section"
      aria-label={props.from}
      sx={{ bgcolor: colour.kraft, border: `1px solid ${colour.line}`, mb: 1.5 }}
    >
      <Box
        sx={{
          display: 'flex',
          alignItems: 'baseline',
          gap: 2,
          px: 1.5,
          py: 0.75,
          borderBottom: `2px dashed ${colour.inkSoft}`,
        }}
      >
        <Box component="h3" sx={{ fontSize: 17, m: 0, flex: 1, overflowWrap: 'anywhere' }}>
          {props.from}
        </Box>
        <span>{props.when}</span>
        <Box component="strong" sx={{ fontFamily: font.figures, fontSize: 18 }}>
          {props.cost}
        </Box>
      </Box>
      <Box sx={{ px: 1.5, py: 0.75 }}>{props.children}</Box>
    </Box>
  );
}

/** The number of a tray as the rack has it. */
export function TrayNumber({ tray }: { tray: number }) {
  return (
    <Box
      component="span"
      sx={{ fontFamily: font.figures, fontWeight: 700, fontSize: 22, minWidth: 34, textAlign: 'right' }}
    >
      {String(tray).padStart(2, '0')}
    </Box>
  );
}
