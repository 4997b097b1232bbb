import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useMay } from '../shop/useRights';

type Needed = 'counter' | 'bench';

/** What somebody needs to work on a step. */
export function rightOf(step: string | undefined): Needed {
  return step === 'takeIn' || step === 'handBack' ? 'counter' : 'bench';
}

/** What only some may change: others see it, with every field and button of it at rest. */
export function Allowed({ right, children }: { right: Needed; children: ReactNode }) {
  const may = useMay(right);
  return (
    <Box
      component="fieldset"
      disabled={!may}
      sx={{
        border: 0,
        m: 0,
        p: 0,
        minWidth: 0,
        '&:disabled :is(button, input, select, textarea)': { opacity: 0.6, cursor: 'default' },
      }}
    >
      {children}
    </Box>
  );
}

/** Says who else may, where whoever is here may not. */
export function WhoMay({ right }: { right: Needed }) {
  const counter = useMay('counter');
  const may = useMay(right);
  if (may) return null;
  return (
    <Box role="status" sx={{ bgcolor: colour.measure, px: 1.5, py: 0.75 }}>
      {counter ? texts.account.mayCounter : texts.account.mayLook}
    </Box>
  );
}
