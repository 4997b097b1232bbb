import { createTheme } from '@mui/material/styles';

/** The only place for colours, type and sizes. Named after what they mean at the bench. */
export const colour = {
  ink: '#22302e',
  inkSoft: '#52605c',
  paper: '#fbf8f1',
  kraft: '#e6dcc6',
  kraftDark: '#6b5f45',
  bench: '#d9d2c3',
  line: '#ddd3bd',
  mat: '#1f5148',
  matLine: '#2a6156',
  matLineStrong: '#397565',
  bone: '#f4ead3',
  engaged: '#a95c17',
  engagedDark: '#8f4d12',
  go: '#2d6a5b',
  goPale: '#dfe9df',
  next: '#fff1d6',
  nextEdge: '#e3a33b',
  measure: '#ffe2a6',
  done: '#cfd8c4',
  doneInk: '#34523a',
  danger: '#a3231c',
  dangerPale: '#fbe6e1',
} as const;

export const font = {
  text: '"Atkinson Hyperlegible Next Variable", sans-serif',
  figures: '"Atkinson Hyperlegible Mono Variable", monospace',
} as const;

export const theme = createTheme({
  palette: {
    mode: 'light',
    primary: { main: colour.go, contrastText: '#ffffff' },
    secondary: { main: colour.engaged, contrastText: '#ffffff' },
    error: { main: colour.danger },
    background: { default: colour.bench, paper: colour.paper },
    text: { primary: colour.ink, secondary: colour.inkSoft },
    divider: colour.line,
  },
  shape: { borderRadius: 0 },
  // Nothing fades: what changed is there at once, also half way through a press.
  transitions: { create: () => 'none' },
  typography: {
    fontFamily: font.text,
    fontSize: 15,
    htmlFontSize: 16,
    body1: { fontSize: 15, lineHeight: 1.45 },
    body2: { fontSize: 14, lineHeight: 1.4 },
    h1: { fontSize: 22, fontWeight: 700, lineHeight: 1.2 },
    h2: { fontSize: 17, fontWeight: 700, lineHeight: 1.3 },
    button: { textTransform: 'none', fontWeight: 700, fontSize: 16 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: {
          minHeight: 44,
          paddingInline: 18,
          boxShadow: 'none',
          '&.Mui-focusVisible': { outline: `3px solid ${colour.nextEdge}`, outlineOffset: 2 },
        },
        outlined: { backgroundColor: colour.kraft, borderColor: colour.kraft, color: colour.ink },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        root: { backgroundColor: '#fff', minHeight: 44 },
        notchedOutline: { borderColor: '#8b8067', top: 0, '& legend': { display: 'none' } },
      },
    },
    MuiTextField: { defaultProps: { slotProps: { inputLabel: { shrink: true } } } },
    MuiInputLabel: {
      defaultProps: { shrink: true },
      styleOverrides: {
        root: {
          color: colour.ink,
          position: 'static',
          transform: 'none',
          fontSize: 14,
          lineHeight: 1.4,
          transition: 'none',
        },
      },
    },
    MuiAutocomplete: { styleOverrides: { paper: { border: `1px solid ${colour.kraftDark}` } } },
    MuiFormHelperText: { styleOverrides: { root: { fontSize: 13.5, marginLeft: 0 } } },
    MuiPaper: { styleOverrides: { root: { boxShadow: 'none' } } },
    MuiDialog: { styleOverrides: { paper: { border: `2px solid ${colour.ink}` } } },
    MuiTooltip: { styleOverrides: { tooltip: { fontSize: 13.5, backgroundColor: colour.ink } } },
  },
});
