import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { colour } from '../theme';

const looks = {
  next: { bg: colour.next, edge: colour.nextEdge },
  danger: { bg: colour.dangerPale, edge: colour.danger },
  calm: { bg: colour.goPale, edge: colour.go },
} as const;

/** A strip with an edge that says something: the one next thing, a refusal, a quiet word. */
export function Notice({
  look,
  children,
  role,
}: {
  look: keyof typeof looks;
  children: ReactNode;
  role?: string;
}) {
  return (
    <Box
      role={role}
      sx={{
        bgcolor: looks[look].bg,
        borderLeft: `6px solid ${looks[look].edge}`,
        px: 2,
        py: 1.25,
        display: 'flex',
        gap: 2,
        alignItems: 'center',
        '& > :not(svg):first-of-type, & > svg + *': { minWidth: 0 },
      }}
    >
      {children}
    </Box>
  );
}
