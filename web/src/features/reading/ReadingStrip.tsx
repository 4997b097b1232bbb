import { Box } from '@mui/material';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { Refused, Schemas } from '../../api/client';
import { type MarkName } from '../../parts/Marks';
import { lengthWords, typedNumber, useUnit, type Unit } from '../../parts/unit';
import { UnitSwitch } from '../../parts/UnitSwitch';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, onKraft } from '../../theme';
import {
  applies,
  entriesOf,
  howNow,
  howOf,
  lineOf,
  MATE_READINGS,
  parameterOf,
  readable,
  READING,
  usualRows,
  withKind,
  type GearDraft,
  type Kind,
  type Line,
  type Spans,
  type What,
  INSTRUMENTS,
} from './draft';
import { Agreement, Count, Row } from './ReadingRow';
import type { Live } from './useIdentify';
import { PlainButton } from '../../parts/PlainButton';
import { Tick } from '../../parts/Tick';
import { FigureInput } from '../../parts/FigureInput';
import { PlainSelect } from '../../parts/PlainSelect';

const MARKS: Record<Schemas['KindView']['jaws'], MarkName> = {
  overTips: 'tip',
  inSpaces: 'root',
  overTeeth: 'span',
  overCorners: 'span',
  overPins: 'pins',
  overShafts: 'centre',
  along: 'along',
  depthRod: 'depth',
  slant: 'angle',
  cone: 'angle',
};

/** What a row begins with when it is added. */
const FIRST_PITCHES = 5;

const KINDS: Kind[] = ['external', 'internal', 'rack', 'worm', 'bevel'];

/** The readings, one row each; Enter goes on to the next. */
export function ReadingStrip(props: {
  draft: GearDraft;
  change: (draft: GearDraft) => void;
  spans: Spans;
  live: Live;
  candidate: Schemas['CandidateView'] | undefined;
  refused: Refused | undefined;
  /** Saved readings of other people, shown and counted beside one's own. */
  others?: Schemas['ReadingLine'][];
  othersLines?: Line[];
}) {
  const { draft, change, spans, live, candidate, refused } = props;
  const unit = useUnit();
  const { field } = entriesOf(draft, spans, props.othersLines);
  const strip = useRef<HTMLDivElement>(null);
  const [mateOpen, setMateOpen] = useState(false);
  const [instrument, setInstrument] = useState<(typeof INSTRUMENTS)[number]>('caliper');
  const [zeroTyped, setZeroTyped] = useState('');
  const zero = typedNumber(zeroTyped) ?? 0;
  const mateShown =
    mateOpen || draft.mate.teeth !== '' || draft.lines.some((l) => l.ofMate && l.typed !== '');
  const setLine = (row: number, part: Partial<Line>) =>
    change({ ...draft, lines: draft.lines.map((line, i) => (i === row ? { ...line, ...part } : line)) });
  const add = (line: Line) => change({ ...draft, lines: [...draft.lines, line] });
  const next = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || event.altKey) return;
    const fields = [...(strip.current?.querySelectorAll<HTMLInputElement>('input[data-reading]') ?? [])];
    const at = fields.indexOf(event.target as HTMLInputElement);
    if (at < 0) return;
    event.preventDefault();
    const onwards = fields[at + 1];
    if (onwards) onwards.focus();
    else document.querySelector<HTMLElement>('[data-take]')?.focus();
  };
  const openMate = () => {
    setMateOpen(true);
    if (!draft.lines.some((l) => l.ofMate))
      change({ ...draft, lines: [...draft.lines, { what: 'tipDiameter', ofMate: true, typed: '' }] });
  };
  const row = (line: Line, index: number) => {
    const k = parameterOf(draft.lines, index, spans, props.othersLines);
    const understood = live.understood(index);
    const residual = live.residual(index, candidate);
    const named = labelOf(line, k);
    return (
      <Row
        key={index}
        mark={MARKS[READING[line.what].jaws]}
        label={line.ofMate ? texts.read.ofMate(named) : named}
        shortLabel={READING[line.what].parameter && texts.read.what[line.what].short}
        labelField={<LineCount line={line} k={k} set={(part) => setLine(index, part)} />}
        value={line.typed}
        unit={line.unit === 'in' && line.typed !== '' ? 'in' : undefined}
        cable={{ what: line.what, parameter: k }}
        set={(typed) => {
          const { what, ofMate } = line;
          const parameter = typed ? k : line.parameter;
          const how = line.typed === '' ? howNow(what, unit, instrument, zero) : howOf(line);
          const read: Line = {
            what,
            typed,
            ...(ofMate ? { ofMate } : {}),
            ...(parameter === undefined ? {} : { parameter }),
            ...(typed === '' ? {} : how),
          };
          change({ ...draft, lines: draft.lines.map((l, i) => (i === index ? read : l)) });
        }}
        message={live.message(index) ?? refused?.of(field.get(index) ?? '')}
        understood={
          understood
            ? understood.unit === 'deg'
              ? `${understood.mean.toFixed(1)}° ± ${understood.uncertainty.toFixed(1)}`
              : `${lengthWords(understood.mean, unit, 3)} ± ${lengthWords(understood.uncertainty, unit, 3)}${line.instrument ? `, ${texts.read.instruments[line.instrument]}` : ''}`
            : ''
        }
        agreement={residual && <Agreement sigmas={residual.sigmas} />}
        remove={
          line.typed === '' && extra(draft, index)
            ? () => change({ ...draft, lines: draft.lines.filter((_, i) => i !== index) })
            : undefined
        }
      />
    );
  };
  return (
    <Box ref={strip} onKeyDown={next}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', pb: 0.5 }}>
        <PlainSelect
          label={texts.read.kind}
          value={draft.kind}
          set={(kind) => change(withKind(draft, kind))}
          options={KINDS.map((kind) => [kind, texts.read.kinds[kind]])}
          sx={{ ...onKraft, cursor: 'pointer', maxWidth: 230 }}
        />
        {draft.lines.some((l) => l.what === 'helixAngle' || l.what === 'leadAngle') && (
          <PlainSelect
            label={texts.read.hand}
            value={draft.hand}
            set={(hand) => change({ ...draft, hand })}
            options={[
              ['', texts.read.hand],
              ['left', texts.read.left],
              ['right', texts.read.right],
            ]}
            sx={{ ...onKraft, cursor: 'pointer', maxWidth: 230 }}
          />
        )}
        <PlainSelect
          label={texts.read.instrument}
          value={instrument}
          set={setInstrument}
          options={INSTRUMENTS.map((readBy) => [readBy, texts.read.instruments[readBy]])}
          sx={{ ...onKraft, cursor: 'pointer', maxWidth: 150 }}
        />
        <Box
          component="label"
          title={texts.read.zero}
          sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}
        >
          {texts.read.zeroShort}
          <FigureInput
            aria-label={texts.read.zero}
            placeholder="0.00"
            inputMode="decimal"
            value={zeroTyped}
            set={setZeroTyped}
            aria-invalid={zeroTyped.trim() !== '' && typedNumber(zeroTyped) === undefined}
            sx={{ width: 64, fontSize: 15 }}
          />
        </Box>
        <UnitSwitch />
      </Box>
      {draft.kind !== 'rack' && (
        <Row
          mark="teeth"
          label={draft.kind === 'worm' ? texts.read.starts : texts.read.teeth}
          value={draft.teeth}
          set={(teeth) => change({ ...draft, teeth })}
          message={refused?.of('toothCount') ?? live.refused?.of('toothCount')}
          hint={draft.teeth === '' ? texts.read.teethHint : undefined}
        />
      )}
      {(props.others ?? []).map((other) => (
        <Others
          key={other.id}
          reading={other}
          counts={!draft.leftOut.includes(other.id)}
          toggle={() =>
            change({
              ...draft,
              leftOut: draft.leftOut.includes(other.id)
                ? draft.leftOut.filter((id) => id !== other.id)
                : [...draft.leftOut, other.id],
            })
          }
        />
      ))}
      {draft.lines.map((line, index) =>
        line.ofMate || !applies(draft.kind, line) ? null : row(line, index),
      )}
      {mateShown && (
        <Box sx={{ bgcolor: colour.kraftPale, px: 0.5 }}>
          <Row
            mark="centre"
            label={texts.read.mateCount}
            value={draft.mate.teeth}
            set={(teeth) => change({ ...draft, mate: { ...draft.mate, teeth } })}
            message={refused?.of('mate.toothCount') ?? live.refused?.of('mate.toothCount')}
            hint={draft.mate.teeth === '' ? texts.read.teethHint : undefined}
          />
          {draft.lines.map((line, index) => (line.ofMate ? row(line, index) : null))}
          <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', py: 0.5 }}>
            <Tick
              label={texts.read.mateWorn}
              checked={draft.mate.worn}
              set={(worn) => change({ ...draft, mate: { ...draft.mate, worn } })}
            />
            {draft.kind === 'external' && (
              <Tick
                label={texts.read.mateRing}
                checked={draft.mate.kind === 'internal'}
                set={(ring) =>
                  change({ ...draft, mate: { ...draft.mate, kind: ring ? 'internal' : 'external' } })
                }
              />
            )}
            <PlainSelect
              label={texts.read.addMate}
              value=""
              set={(what) => add({ what: what as What, ofMate: true, typed: '' })}
              options={[
                ['', `${texts.read.addMate} …`],
                ...MATE_READINGS.map((what): [string, string] => [
                  what,
                  labelOf({ what, typed: '' }, undefined),
                ]),
              ]}
              sx={{ ...onKraft, cursor: 'pointer', ml: 'auto', maxWidth: 230 }}
            />
          </Box>
        </Box>
      )}
      <Row
        mark="bore"
        label={texts.read.bore}
        value={draft.bore}
        set={(bore) => change({ ...draft, bore })}
        left={() => change({ ...draft, bore: withUnit(draft.bore, unit) })}
        message={refused?.of('bore')}
      />
      <Row
        mark="width"
        label={texts.read.width}
        value={draft.width}
        set={(width) => change({ ...draft, width })}
        left={() => change({ ...draft, width: withUnit(draft.width, unit) })}
        message={refused?.of('faceWidth')}
      />
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', py: 0.75, flexWrap: 'wrap' }}>
        <Tick label={texts.read.worn} checked={draft.worn} set={(worn) => change({ ...draft, worn })} />
        <Tick
          label={texts.read.swollen}
          checked={draft.swollen}
          set={(swollen) => change({ ...draft, swollen })}
        />
        {!mateShown && draft.kind !== 'rack' && (
          <PlainButton onClick={openMate} sx={onKraft}>
            + {texts.read.mate}
          </PlainButton>
        )}
        <PlainSelect
          label={texts.read.add}
          value=""
          set={(what) =>
            add({
              what: what as What,
              typed: '',
              ...(READING[what as What].parameter === 'pitches' ? { parameter: FIRST_PITCHES } : {}),
            })
          }
          options={[
            ['', `${texts.read.add} …`],
            ...readable(draft.kind).map((what): [string, string] => [
              what,
              labelOf({ what, typed: '' }, undefined),
            ]),
          ]}
          sx={{ ...onKraft, cursor: 'pointer', ml: 'auto', maxWidth: 176 }}
        />
      </Box>
    </Box>
  );
}

/** A size that is kept as text says its unit itself: a bare number typed while inches are on gets their sign. */
function withUnit(typed: string, unit: Unit): string {
  return unit === 'in' && typedNumber(typed) !== undefined ? `${typed.trim()}in` : typed;
}

/** Whether a row was added to the usual ones. */
function extra(draft: GearDraft, index: number): boolean {
  const ofMate = draft.lines[index]?.ofMate ?? false;
  const before = draft.lines.slice(0, index).filter((l) => (l.ofMate ?? false) === ofMate).length;
  return before >= (ofMate ? 1 : usualRows(draft.kind));
}

function labelOf(line: Line, parameter: number | undefined): string {
  return texts.read.what[line.what].of(parameter ?? '…');
}

/** The little number that belongs to what is read: teeth, pitches, pin. */
function LineCount(props: { line: Line; k: number | undefined; set: (part: Partial<Line>) => void }) {
  const parameter = READING[props.line.what].parameter;
  if (!parameter) return null;
  return (
    <Count
      value={props.k}
      label={texts.read.parameters[parameter]}
      set={(number) => props.set({ parameter: number })}
      fractional={parameter === 'pinMm'}
    />
  );
}

/** A reading somebody else took: it stays, and it counts unless it is set aside. */
function Others(props: { reading: Schemas['ReadingLine']; counts: boolean; toggle: () => void }) {
  const { reading } = props;
  const named = labelOf(lineOf(reading), reading.parameter);
  const label = reading.ofMate ? texts.read.ofMate(named) : named;
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: 'minmax(90px, 1fr) minmax(90px, 1fr) auto',
          sm: '188px minmax(96px, 1fr) auto',
        },
        columnGap: 1,
        alignItems: 'center',
        minHeight: 34,
        borderBottom: `1px solid ${colour.line}`,
        color: props.counts ? colour.ink : colour.inkSoft,
        textDecoration: props.counts ? 'none' : 'line-through',
      }}
    >
      <Box>{label}</Box>
      <Box sx={{ fontWeight: 600 }}>
        {reading.typed}
        {reading.unit === 'in' ? ' in' : ''}{' '}
        <Box component="span" sx={{ fontWeight: 400, fontSize: 13.5, color: colour.inkSoft }}>
          {reading.readBy}, {dayWords(reading.readAt.slice(0, 10))}
        </Box>
      </Box>
      <Tick
        label={texts.read.counts}
        name={`${texts.read.counts}: ${label}`}
        checked={props.counts}
        set={props.toggle}
      />
    </Box>
  );
}
