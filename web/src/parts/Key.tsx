import { Box } from '@mui/material';
import { font } from '../theme';

/** A key, shown where it acts. */
export function Key({ children }: { children: string }) {
  return (
    <Box
      component="kbd"
      sx={{
        fontFamily: font.figures,
        fontSize: 13,
        border: '1px solid currentColor',
        px: 0.75,
        py: 0.1,
        ml: 0.75,
        opacity: 0.9,
        whiteSpace: 'nowrap',
      }}
    >
      {children}
    </Box>
  );
}
