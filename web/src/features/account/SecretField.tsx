import { TextField } from '@mui/material';

/** Where a secret is typed: nobody reads along. */
export function SecretField(props: {
  label: string;
  value: string;
  set: (typed: string) => void;
  refused?: string | undefined;
  /** What a browser's own keeper of passwords is to know of it. */
  kind: 'current-password' | 'new-password' | 'one-time-code';
  figures?: boolean;
  focus?: boolean;
}) {
  return (
    <TextField
      size="small"
      type="password"
      label={props.label}
      value={props.value}
      onChange={(event) => props.set(event.target.value)}
      error={props.refused !== undefined}
      helperText={props.refused}
      autoFocus={props.focus ?? false}
      slotProps={{
        htmlInput: {
          autoComplete: props.kind,
          maxLength: 200,
          ...(props.figures && { inputMode: 'numeric', maxLength: 8 }),
        },
      }}
    />
  );
}
