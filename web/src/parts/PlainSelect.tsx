import { Box, type Theme } from '@mui/material';
import type { SystemStyleObject } from '@mui/system';
import type { ChangeEvent } from 'react';
import { colour } from '../theme';

/** One of a few, by the browser's own list. */
export function PlainSelect(props: {
  label: string;
  value: string;
  set: (value: string) => void;
  options: [string, string][];
  sx?: SystemStyleObject<Theme>;
}) {
  return (
    <Box
      component="select"
      aria-label={props.label}
      value={props.value}
      onChange={(event: ChangeEvent<HTMLSelectElement>) => props.set(event.target.value)}
      sx={{ font: 'inherit', color: colour.ink, bgcolor: colour.white, ...props.sx }}
    >
      {props.options.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </Box>
  );
}
