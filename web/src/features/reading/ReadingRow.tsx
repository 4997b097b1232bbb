import { Box } from '@mui/material';
import { useId, type ReactNode } from 'react';
import { Mark, type MarkName } from '../../parts/Marks';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { PlainButton } from '../../parts/PlainButton';
import { FigureInput } from '../../parts/FigureInput';

const WIDTH = '30px 158px minmax(96px, 1fr) 136px 72px';

export function Row(props: {
  mark: MarkName;
  label: string;
  /** What stands before the label's own little field. */
  shortLabel?: string | undefined;
  labelField?: ReactNode;
  value: string;
  set: (value: string) => void;
  /** Once the field is left. */
  left?: () => void;
  message: string | undefined;
  understood?: string;
  /** What may be typed, while nothing is. */
  hint?: string | undefined;
  /** Shown behind the value: the unit it was typed in. */
  unit?: string | undefined;
  /** What a data cable is to read here. */
  cable?: Record<string, string | number | undefined>;
  agreement?: ReactNode;
  remove?: (() => void) | undefined;
}) {
  const id = useId();
  return (
    <Box sx={{ borderBottom: `1px solid ${colour.line}` }}>
      <Box
        sx={{
          display: 'grid',
          // On a telephone what is understood of it stands below.
          gridTemplateColumns: { xs: '30px minmax(0, 1fr) 132px', sm: WIDTH },
          alignItems: 'center',
          columnGap: 1,
          minHeight: 39,
        }}
      >
        <Mark name={props.mark} size={24} color={colour.kraftDark} />
        <Box sx={{ display: 'flex', gap: 0.5, alignItems: 'center', lineHeight: 1.15 }}>
          <label htmlFor={id}>{props.shortLabel ?? props.label}</label>
          {props.labelField}
        </Box>
        <FigureInput
          id={id}
          data-reading=""
          aria-label={props.label}
          aria-invalid={props.message !== undefined}
          value={props.value}
          inputMode="text"
          spellCheck={false}
          onBlur={props.left}
          {...Object.fromEntries(
            Object.entries(props.cable ?? {}).map(([key, value]) => [`data-cable-${key}`, value]),
          )}
          set={props.set}
        />
        <Box
          sx={{
            gridColumn: { xs: 2, sm: 'auto' },
            ...(props.hint ? {} : { fontFamily: font.figures }),
            fontSize: 13.5,
            color: colour.inkSoft,
            lineHeight: 1.15,
          }}
        >
          {props.unit && <span>{props.unit} </span>}
          {props.hint ?? props.understood}
        </Box>
        {props.agreement ??
          (props.remove && (
            <PlainButton aria-label={`${texts.read.remove}: ${props.label}`} onClick={props.remove}>
              ✕
            </PlainButton>
          ))}
      </Box>
      {props.message && (
        <Box
          role="alert"
          sx={{ color: colour.danger, fontSize: 14, pb: 0.75, pl: { xs: '38px', sm: '192px' } }}
        >
          {props.message}
        </Box>
      )}
    </Box>
  );
}

export function Count(props: {
  value: number | undefined;
  label: string;
  set: (value: number) => void;
  fractional?: boolean;
}) {
  return (
    <FigureInput
      type="number"
      aria-label={props.label}
      min={props.fractional ? 0.1 : 1}
      max={999}
      step={props.fractional ? 0.01 : 1}
      value={props.value ?? ''}
      set={(text) => {
        const typed = Number(text.replace(',', '.'));
        if (typed > 0) props.set(typed);
      }}
      sx={{
        width: props.fractional ? 62 : 50,
        minHeight: 30,
        px: 0,
        fontSize: 'inherit',
        fontWeight: 400,
        borderColor: colour.line,
        bgcolor: 'transparent',
      }}
    />
  );
}

/** Where a reading falls against what the gear would show: the middle third is what chance does. */
export function Agreement({ sigmas }: { sigmas: number }) {
  const place = 50 + Math.max(-46, Math.min(46, sigmas * 11));
  const far = Math.abs(sigmas) > 3;
  return (
    <Box
      role="img"
      aria-label={texts.read.agree(sigmas.toFixed(1))}
      title={texts.read.agree(sigmas.toFixed(1))}
      sx={{
        position: 'relative',
        height: 18,
        background: `linear-gradient(90deg, ${colour.warm}, ${colour.goPale} 28%, ${colour.goPale} 72%, ${colour.warm})`,
        '&::before': {
          content: '""',
          position: 'absolute',
          left: '50%',
          top: 2,
          bottom: 2,
          borderLeft: `2px solid ${colour.inkSoft}`,
        },
      }}
    >
      <Box
        className="moves"
        sx={{
          position: 'absolute',
          left: `calc(${place}% - 6px)`,
          top: 3,
          width: 12,
          height: 12,
          borderRadius: far ? 0 : '50%',
          bgcolor: far ? colour.danger : colour.ink,
        }}
      />
    </Box>
  );
}
