import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { PlainButton } from '../../parts/PlainButton';
import { texts } from '../../texts';

/** Several of a kind, each in a row of its own: one more can be added, any taken away. */
export function Rows<T>(props: {
  title: string;
  rows: T[];
  set: (rows: T[]) => void;
  empty: T;
  row: (one: T, change: (part: Partial<T>) => void) => ReactNode;
}) {
  const { rows, set } = props;
  return (
    <Box component="fieldset" sx={{ border: 0, m: 0, p: 0, mb: 1 }}>
      <Box component="legend" sx={{ p: 0, fontWeight: 700 }}>
        {props.title}
      </Box>
      {rows.map((one, at) => (
        <Box key={at} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'end', mb: 0.5 }}>
          {props.row(one, (part) =>
            set(rows.map((other, index) => (index === at ? { ...other, ...part } : other))),
          )}
          <PlainButton
            aria-label={`${texts.stores.takeAway}: ${props.title} ${at + 1}`}
            onClick={() => set(rows.filter((_, index) => index !== at))}
            sx={{ minHeight: 44, px: 1, textDecoration: 'underline' }}
          >
            {texts.stores.takeAway}
          </PlainButton>
        </Box>
      ))}
      <PlainButton
        aria-label={`${texts.stores.oneMore}: ${props.title}`}
        onClick={() => set([...rows, props.empty])}
        sx={{ minHeight: 44, textDecoration: 'underline' }}
      >
        {texts.stores.oneMore}
      </PlainButton>
    </Box>
  );
}
