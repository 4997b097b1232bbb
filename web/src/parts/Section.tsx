import { Box } from '@mui/material';
import type { ReactNode } from 'react';

/** One thing that is told, under its heading. */
export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ mt: 2 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0, mb: 0.5 }}>
        {title}
      </Box>
      {children}
    </Box>
  );
}
