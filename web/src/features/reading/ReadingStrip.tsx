import { Box } from '@mui/material';
import { useRef, type KeyboardEvent, type ReactNode } from 'react';
import type { Refused, Schemas } from '../../api/client';
import { Mark, type MarkName } from '../../parts/Marks';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { entriesOf, overTeeth, type GearDraft, type Line, type Spans, type What } from './draft';
import type { Live } from './useIdentify';

const MARKS: Record<What, MarkName> = {
  tipDiameter: 'tip',
  rootDiameter: 'root',
  span: 'span',
  overPins: 'pins',
  centreDistance: 'centre',
};
const MORE: What[] = ['span', 'rootDiameter', 'centreDistance', 'overPins'];
const WIDTH = '34px 150px minmax(110px, 1fr) 132px 76px';

/** The readings, one row each; Enter goes on to the next. */
export function ReadingStrip(props: {
  draft: GearDraft;
  change: (draft: GearDraft) => void;
  spans: Spans;
  live: Live;
  candidate: Schemas['CandidateView'] | undefined;
  refused: Refused | undefined;
}) {
  const { draft, change, spans, live, candidate, refused } = props;
  const strip = useRef<HTMLDivElement>(null);
  const { rows } = entriesOf(draft, spans);
  const setLine = (row: number, part: Partial<Line>) =>
    change({ ...draft, lines: draft.lines.map((line, i) => (i === row ? { ...line, ...part } : line)) });
  const next = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || event.altKey) return;
    event.preventDefault();
    const fields = [...(strip.current?.querySelectorAll<HTMLInputElement>('input[data-reading]') ?? [])];
    const at = fields.indexOf(event.target as HTMLInputElement);
    const onwards = fields[at + 1];
    if (onwards) onwards.focus();
    else document.querySelector<HTMLElement>('[data-take]')?.focus();
  };
  return (
    <Box ref={strip} onKeyDown={next}>
      <Row
        mark="teeth"
        label={texts.read.teeth}
        value={draft.teeth}
        set={(teeth) => change({ ...draft, teeth })}
        message={refused?.of('toothCount') ?? live.refused?.of('toothCount')}
        understood={draft.teeth === '' ? texts.read.teethHint : ''}
      />
      {draft.lines.map((line, row) => {
        const sent = rows.indexOf(row);
        const understood = sent < 0 || live.message(row) ? undefined : live.answer?.readings[sent];
        const residual = sent < 0 ? undefined : candidate?.residuals[sent];
        const k = overTeeth(draft.lines, row, spans);
        return (
          <Row
            key={row}
            mark={MARKS[line.what]}
            label={labelOf(line, k)}
            labelField={
              line.what === 'span' ? (
                <Count
                  value={k}
                  label={texts.read.overTeeth}
                  set={(teeth) => setLine(row, { overTeeth: teeth })}
                />
              ) : line.what === 'centreDistance' ? (
                <Count
                  value={line.mateToothCount}
                  label={texts.read.mateTeeth}
                  set={(teeth) => setLine(row, { mateToothCount: teeth })}
                />
              ) : line.what === 'overPins' ? (
                <Count
                  value={line.pinDiameterMm}
                  label={texts.read.pin}
                  set={(pin) => setLine(row, { pinDiameterMm: pin })}
                  fractional
                />
              ) : undefined
            }
            value={line.typed}
            set={(typed) =>
              setLine(row, {
                typed,
                ...(line.what === 'span' && k !== undefined && typed ? { overTeeth: k } : {}),
              })
            }
            message={live.message(row) ?? (sent < 0 ? undefined : refused?.of(`readings[${sent}]`))}
            understood={
              understood ? `${understood.meanMm.toFixed(3)} ± ${understood.uncertaintyMm.toFixed(3)}` : ''
            }
            agreement={residual && <Agreement sigmas={residual.sigmas} />}
            remove={
              row > 2 && line.typed === ''
                ? () => change({ ...draft, lines: draft.lines.filter((_, i) => i !== row) })
                : undefined
            }
          />
        );
      })}
      <Row
        mark="bore"
        label={texts.read.bore}
        value={draft.bore}
        set={(bore) => change({ ...draft, bore })}
        message={refused?.of('bore')}
        understood=""
      />
      <Row
        mark="width"
        label={texts.read.width}
        value={draft.width}
        set={(width) => change({ ...draft, width })}
        message={refused?.of('faceWidth')}
        understood=""
      />
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', py: 0.75 }}>
        <Box component="label" sx={{ display: 'flex', gap: 0.75, alignItems: 'center', minHeight: 32 }}>
          <input
            type="checkbox"
            checked={draft.worn}
            onChange={(event) => change({ ...draft, worn: event.target.checked })}
            style={{ width: 18, height: 18, accentColor: colour.go }}
          />
          {texts.read.worn}
        </Box>
        <Box
          component="select"
          aria-label={texts.read.add}
          value=""
          onChange={(event: React.ChangeEvent<HTMLSelectElement>) =>
            change({ ...draft, lines: [...draft.lines, { what: event.target.value as What, typed: '' }] })
          }
          sx={{
            font: 'inherit',
            color: colour.ink,
            ml: 'auto',
            minHeight: 34,
            px: 1,
            bgcolor: colour.kraft,
            border: 0,
          }}
        >
          <option value="">{texts.read.add} …</option>
          {MORE.map((what) => (
            <option key={what} value={what}>
              {labelOf({ what, typed: '' }, undefined)}
            </option>
          ))}
        </Box>
      </Box>
    </Box>
  );
}

function labelOf(line: Line, k: number | undefined): string {
  switch (line.what) {
    case 'tipDiameter':
      return texts.read.tip;
    case 'rootDiameter':
      return texts.read.root;
    case 'span':
      return texts.read.span(k ?? '…');
    case 'centreDistance':
      return texts.read.centre(line.mateToothCount ?? '…');
    case 'overPins':
      return texts.read.pins(line.pinDiameterMm ?? '…');
  }
}

function Row(props: {
  mark: MarkName;
  label: string;
  labelField?: ReactNode;
  value: string;
  set: (value: string) => void;
  message: string | undefined;
  understood: string;
  agreement?: ReactNode;
  remove?: (() => void) | undefined;
}) {
  const id = `reading-${props.label.replace(/\W+/g, '-')}`;
  return (
    <Box sx={{ borderBottom: `1px solid ${colour.line}` }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: WIDTH,
          alignItems: 'center',
          columnGap: 1,
          minHeight: 39,
        }}
      >
        <Mark name={props.mark} size={24} color={colour.kraftDark} />
        <Box sx={{ display: 'flex', gap: 0.5, alignItems: 'center', lineHeight: 1.15 }}>
          <label htmlFor={id}>{props.labelField ? props.label.replace(/[\d.…]+.*$/, '') : props.label}</label>
          {props.labelField}
        </Box>
        <Box
          component="input"
          id={id}
          data-reading=""
          aria-label={props.label}
          aria-invalid={props.message !== undefined}
          value={props.value}
          inputMode="text"
          autoComplete="off"
          spellCheck={false}
          onChange={(event: React.ChangeEvent<HTMLInputElement>) => props.set(event.target.value)}
          sx={{
            font: 'inherit',
            fontFamily: font.figures,
            fontSize: 17,
            fontWeight: 600,
            color: colour.ink,
            width: '100%',
            minHeight: 34,
            border: `1px solid ${props.message ? colour.danger : '#cdbf9f'}`,
            bgcolor: '#fff',
            px: 1,
          }}
        />
        <Box sx={{ fontFamily: font.figures, fontSize: 13.5, color: colour.inkSoft, lineHeight: 1.15 }}>
          {props.understood}
        </Box>
        {props.agreement ??
          (props.remove && (
            <Box
              component="button"
              type="button"
              aria-label={`${texts.read.remove}: ${props.label}`}
              onClick={props.remove}
              sx={{ font: 'inherit', border: 0, bgcolor: 'transparent', cursor: 'pointer', minHeight: 32 }}
            >
              ✕
            </Box>
          ))}
      </Box>
      {props.message && (
        <Box role="alert" sx={{ color: colour.danger, fontSize: 14, pb: 0.75, pl: '192px' }}>
          {props.message}
        </Box>
      )}
    </Box>
  );
}

function Count(props: {
  value: number | undefined;
  label: string;
  set: (value: number) => void;
  fractional?: boolean;
}) {
  return (
    <Box
      component="input"
      type="number"
      aria-label={props.label}
      min={props.fractional ? 0.1 : 1}
      max={999}
      step={props.fractional ? 0.01 : 1}
      value={props.value ?? ''}
      onChange={(event: React.ChangeEvent<HTMLInputElement>) => {
        const typed = Number(event.target.value.replace(',', '.'));
        if (typed > 0) props.set(typed);
      }}
      sx={{
        font: 'inherit',
        fontFamily: font.figures,
        width: props.fractional ? 62 : 50,
        minHeight: 30,
        border: `1px solid ${colour.line}`,
        bgcolor: 'transparent',
      }}
    />
  );
}

/** Where a reading falls against what the gear would show: the middle third is what chance does. */
function Agreement({ sigmas }: { sigmas: number }) {
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
        background: `linear-gradient(90deg, #efc9a6, ${colour.goPale} 28%, ${colour.goPale} 72%, #efc9a6)`,
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
