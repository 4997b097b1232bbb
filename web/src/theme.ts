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
  /** A field to write in, a row that is picked, letters on dark. */
  white: '#ffffff',
  /** Words of what is laid over the gear on the mat. */
  over: '#ffb79d',
  /** What is laid over it. */
  overEdge: '#ff9d7a',
  /** A button on the mat. */
  matDark: '#163b34',
  fieldEdge: '#cdbf9f',
  fieldEdgeStrong: '#8b8067',
  /** Far from what this gear would show. */
  warm: '#efc9a6',
  /** The bar of an answer that is not the first. */
  goSoft: '#6f8f86',
  kraftPale: '#f3ecdb',
  kraftMid: '#d8c79d',
  engagedPale: '#e9b872',
  /** Jaws, pins and rods. */
  steel: '#b9c4c0',
  /** A tray's label. */
  label: '#f3eee2',
  boneEdge: '#a8977a',
  /** The second of two gears. */
  boneSecond: '#e3d3b0',
  boneLine: '#8d7b5c',
  /** Where two gears run into each other. */
  overlap: '#d4281e',
} as const;

export const font = {
  text: '"Atkinson Hyperlegible Next Variable", sans-serif',
  figures: '"Atkinson Hyperlegible Mono Variable", monospace',
} as const;

/** Buttons and lists that offer something more, beside what comes next. */
export const onKraft = {
  color: colour.ink,
  minHeight: 34,
  px: 1.25,
  bgcolor: colour.kraft,
  border: 0,
} as const;

export const theme = createTheme({
  // From lg on rack, sheet and mat lie beside each other; below it a thumb brings each forward.
  breakpoints: { values: { xs: 0, sm: 600, md: 900, lg: 1100, xl: 1536 } },
  palette: {
    mode: 'light',
    primary: { main: colour.go, contrastText: colour.white },
    secondary: { main: colour.engaged, contrastText: colour.white },
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
        root: { backgroundColor: colour.white, minHeight: 44 },
        notchedOutline: { borderColor: colour.fieldEdgeStrong, top: 0, '& legend': { display: 'none' } },
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
