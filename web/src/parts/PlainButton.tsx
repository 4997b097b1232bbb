import { Box, type Theme } from '@mui/material';
import type { SystemStyleObject } from '@mui/system';
import type { ComponentPropsWithoutRef } from 'react';
import { colour } from '../theme';

/** A button with no frame and no ground of its own but what is given, in the type around it. */
export function PlainButton({
  sx,
  ...props
}: ComponentPropsWithoutRef<'button'> & { sx?: SystemStyleObject<Theme> }) {
  return (
    <Box
      component="button"
      type="button"
      sx={{
        font: 'inherit',
        color: 'inherit',
        border: 0,
        bgcolor: 'transparent',
        minHeight: 32,
        cursor: 'pointer',
        '&:focus-visible': { outline: `3px solid ${colour.nextEdge}` },
        ...sx,
      }}
      {...props}
    />
  );
}
