import { TextField } from '@mui/material';
import { useState } from 'react';

/** A length in mm typed into a small field; empty is none. */
export function MmField(props: {
  label: string;
  value: number | undefined;
  set: (mm: number | undefined) => void;
}) {
  const [typed, setTyped] = useState<string>();
  return (
    <TextField
      size="small"
      label={props.label}
      value={typed ?? (props.value === undefined ? '' : String(props.value))}
      onChange={(event) => {
        const text = event.target.value;
        setTyped(text);
        const mm = Number(text.replace(',', '.'));
        if (text.trim() === '') props.set(undefined);
        else if (mm > 0 && mm <= 1000) props.set(mm);
      }}
      onBlur={() => setTyped(undefined)}
      sx={{ width: 108 }}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
}
