import { Box, type Theme } from '@mui/material';
import type { SystemStyleObject } from '@mui/system';
import type { ChangeEvent } from 'react';
import { colour } from '../theme';
import { Labelled } from './Labelled';

/**
 * One of a few, by the browser's own list.
 *
 * @param label what it is for, told to those who do not see
 * @param shown what stands above it where it is a field of a form; empty above a field that others have the name of
 */
export function PlainSelect<V extends string>(props: {
  label: string;
  shown?: string;
  value: V;
  set: (value: V) => void;
  options: (readonly [V, string])[];
  sx?: SystemStyleObject<Theme>;
}) {
  const list = (
    <Box
      component="select"
      aria-label={props.label}
      value={props.value}
      onChange={(event: ChangeEvent<HTMLSelectElement>) => props.set(event.target.value as V)}
      sx={{
        font: 'inherit',
        color: colour.ink,
        bgcolor: colour.white,
        ...(props.shown !== undefined && {
          minHeight: 44,
          width: '100%',
          border: `1px solid ${colour.fieldEdgeStrong}`,
          px: 0.75,
        }),
        ...(!props.shown && props.sx),
      }}
    >
      {props.options.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </Box>
  );
  return props.shown ? (
    <Labelled label={props.shown} sx={props.sx ?? {}}>
      {list}
    </Labelled>
  ) : (
    list
  );
}
