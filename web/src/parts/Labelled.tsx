import { Box, type Theme } from '@mui/material';
import type { SystemStyleObject } from '@mui/system';
import type { ReactNode } from 'react';

/** A field with its name above it. */
export function Labelled(props: { label: string; children: ReactNode; sx?: SystemStyleObject<Theme> }) {
  return (
    <Box
      component="label"
      sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', alignContent: 'start', ...props.sx }}
    >
      <Box component="span" sx={{ fontSize: 14, lineHeight: 1.4, whiteSpace: 'nowrap' }}>
        {props.label}
      </Box>
      {props.children}
    </Box>
  );
}
