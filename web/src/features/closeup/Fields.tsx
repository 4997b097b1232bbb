import { Box } from '@mui/material';
import type { ReactNode } from 'react';

/** Fields in rows of three, of two on a telephone. */
export function Fields({ children }: { children: ReactNode }) {
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 1,
        gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(3, minmax(0, 1fr))' },
        alignItems: 'end',
      }}
    >
      {children}
    </Box>
  );
}
