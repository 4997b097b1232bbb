import { Box, type Theme } from '@mui/material';
import type { SystemStyleObject } from '@mui/system';
import type { ComponentPropsWithoutRef } from 'react';
import { colour, font } from '../theme';

/** Where figures are typed: all of one width, so that they stand under each other. */
export function FigureInput({
  sx,
  set,
  ...props
}: Omit<ComponentPropsWithoutRef<'input'>, 'onChange'> & {
  set: (typed: string) => void;
  sx?: SystemStyleObject<Theme>;
}) {
  return (
    <Box
      component="input"
      autoComplete="off"
      {...props}
      onChange={(event: React.ChangeEvent<HTMLInputElement>) => set(event.target.value)}
      sx={{
        font: 'inherit',
        fontFamily: font.figures,
        fontSize: 17,
        fontWeight: 600,
        color: colour.ink,
        width: '100%',
        minHeight: 34,
        px: 1,
        border: `1px solid ${props['aria-invalid'] ? colour.danger : colour.fieldEdge}`,
        bgcolor: colour.white,
        ...sx,
      }}
    />
  );
}
