import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { colour } from '../theme';
import { OnItsWay, onceThere } from './Coming';

/** A page that is one sheet of paper: its head stands at once, and what is below it once its first answers are there. */
export function Page({ head, children }: { head?: ReactNode; children?: ReactNode }) {
  return (
    <Box
      component="main"
      sx={{ bgcolor: colour.paper, px: { xs: 2, sm: 3 }, pt: 2, pb: 3, overflow: 'auto' }}
    >
      {head}
      <OnItsWay />
      <Box sx={onceThere}>{children}</Box>
    </Box>
  );
}

export function PageTitle({ children }: { children: ReactNode }) {
  return (
    <Box component="h1" sx={{ fontSize: 22, m: 0 }}>
      {children}
    </Box>
  );
}
