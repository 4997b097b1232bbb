import { Box } from '@mui/material';
import { texts } from '../texts';
import { colour } from '../theme';
import { setUnit, useUnit } from './unit';
import { PlainButton } from './PlainButton';

/** Millimetres or inches, for what is shown and for what is typed without a unit. */
export function UnitSwitch() {
  const unit = useUnit();
  return (
    <Box role="group" aria-label={texts.read.unit} sx={{ ml: 'auto', display: 'flex' }}>
      {(['mm', 'in'] as const).map((u) => (
        <PlainButton
          key={u}
          aria-pressed={unit === u}
          onClick={() => setUnit(u)}
          sx={{
            minWidth: 44,
            fontWeight: unit === u ? 700 : 400,
            bgcolor: unit === u ? colour.goPale : colour.kraft,
            color: colour.ink,
            borderBottom: `3px solid ${unit === u ? colour.go : 'transparent'}`,
          }}
        >
          {u}
        </PlainButton>
      ))}
    </Box>
  );
}
