import { Box } from '@mui/material';
import { colour } from '../theme';

/** A QR code: one text a row, a 1 for each dark module. */
export function QrPicture({ rows, label, side }: { rows: readonly string[]; label: string; side: number }) {
  const dark = rows.flatMap((row, y) =>
    [...row].map((cell, x) => (cell === '1' ? `M${x} ${y}h1v1h-1z` : '')),
  );
  return (
    <Box
      component="svg"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${rows.length} ${rows.length}`}
      sx={{ width: side, height: side, maxWidth: '100%', bgcolor: colour.white, display: 'block' }}
    >
      <path d={dark.join('')} fill={colour.ink} shapeRendering="crispEdges" />
    </Box>
  );
}
