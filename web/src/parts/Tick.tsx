import { Box } from '@mui/material';
import { colour } from '../theme';

/** A box to tick with its words, all of it to be pressed. `name` where the words alone do not tell it from others. */
export function Tick(props: {
  label: string;
  name?: string;
  checked: boolean;
  set: (checked: boolean) => void;
}) {
  return (
    <Box component="label" sx={{ display: 'flex', gap: 0.75, alignItems: 'center', minHeight: 32 }}>
      <input
        type="checkbox"
        aria-label={props.name}
        checked={props.checked}
        onChange={(event) => props.set(event.target.checked)}
        style={{ width: 18, height: 18, accentColor: colour.go }}
      />
      {props.label}
    </Box>
  );
}
