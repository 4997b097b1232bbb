import type { Schemas } from '../../api/client';
import type { Unit } from '../../parts/unit';

export type What = Schemas['ReadingEntry']['what'];
export type Kind = NonNullable<Schemas['GearEntry']['kind']>;

/** One row of the reading strip. A span without its own tooth number goes over the number suggested. */
export interface Line {
  what: What;
  overTeeth?: number;
  pitches?: number;
  mateToothCount?: number;
  pinDiameterMm?: number;
  /** Taken of the mate. */
  ofMate?: boolean;
  typed: string;
  /** What numbers without a unit meant when this was typed. */
  unit?: Unit;
}

export interface MateDraft {
  kind: 'external' | 'internal';
  teeth: string;
  worn: boolean;
}

export interface GearDraft {
  version: number;
  kind: Kind;
  name: string;
  teeth: string;
  worn: boolean;
  hand: string;
  bore: string;
  width: string;
  /** This person's own rows, the mate's among them. */
  lines: Line[];
  mate: MateDraft;
  /** Saved readings of others that are not to count. */
  leftOut: number[];
}

/** What is usually read first of each kind. */
const USUAL: Record<Kind, Line[]> = {
  external: [
    { what: 'tipDiameter', typed: '' },
    { what: 'span', typed: '' },
    { what: 'span', typed: '' },
  ],
  internal: [
    { what: 'tipDiameter', typed: '' },
    { what: 'rootDiameter', typed: '' },
  ],
  rack: [
    { what: 'pitchesAlong', pitches: 5, typed: '' },
    { what: 'toothHeight', typed: '' },
  ],
  worm: [
    { what: 'tipDiameter', typed: '' },
    { what: 'pitchesAlong', pitches: 3, typed: '' },
    { what: 'leadAngle', typed: '' },
  ],
  bevel: [
    { what: 'tipDiameter', typed: '' },
    { what: 'coneAngle', typed: '' },
    { what: 'toothHeight', typed: '' },
  ],
};

export function usualRows(kind: Kind): number {
  return USUAL[kind].length;
}

/** What else can be read of each kind. */
export const MORE: Record<Kind, What[]> = {
  external: [
    'tipDiameter',
    'span',
    'rootDiameter',
    'centreDistance',
    'overPins',
    'chordOverTips',
    'helixAngle',
    'toothHeight',
  ],
  internal: ['tipDiameter', 'rootDiameter', 'overPins', 'centreDistance', 'helixAngle'],
  rack: ['pitchesAlong', 'toothHeight', 'helixAngle'],
  worm: ['tipDiameter', 'pitchesAlong', 'leadAngle', 'rootDiameter', 'centreDistance', 'toothHeight'],
  bevel: ['tipDiameter', 'coneAngle', 'toothHeight'],
};

export const MATE_READINGS: What[] = ['tipDiameter', 'span', 'rootDiameter', 'overPins'];

export const EMPTY_GEAR: GearDraft = {
  version: 0,
  kind: 'external',
  name: '',
  teeth: '',
  worn: false,
  hand: '',
  bore: '',
  width: '',
  lines: USUAL.external,
  mate: { kind: 'external', teeth: '', worn: false },
  leftOut: [],
};

/** Whether a row is of this kind at all; rows of another kind wait unseen until it is chosen again. */
export function applies(kind: Kind, line: Line): boolean {
  return line.ofMate === true || MORE[kind].includes(line.what);
}

/** The rows to begin with when another kind is chosen: what was typed stays. */
export function withKind(draft: GearDraft, kind: Kind): GearDraft {
  const typed = draft.lines.filter((l) => l.typed !== '');
  return { ...draft, kind, lines: [...typed, ...missing(kind, typed)] };
}

function missing(kind: Kind, lines: Line[]): Line[] {
  const own = lines.filter((l) => !l.ofMate);
  const spans = own.filter((l) => l.what === 'span').length;
  return USUAL[kind].filter((usual, i) =>
    usual.what === 'span' ? i > spans : !own.some((l) => l.what === usual.what),
  );
}

export function lineOf(r: Schemas['ReadingLine']): Line {
  return {
    what: r.what,
    typed: r.typed,
    ...(r.overTeeth === undefined ? {} : { overTeeth: r.overTeeth }),
    ...(r.pitches === undefined ? {} : { pitches: r.pitches }),
    ...(r.mateToothCount === undefined ? {} : { mateToothCount: r.mateToothCount }),
    ...(r.pinDiameterMm === undefined ? {} : { pinDiameterMm: r.pinDiameterMm }),
    ...(r.ofMate ? { ofMate: true } : {}),
    ...(r.unit === 'in' ? { unit: 'in' as const } : {}),
  };
}

/** What is saved, as this person can go on with it: their own rows, then the usual ones nobody has read yet. */
export function draftOf(gear: Schemas['GearRead'], me: number | undefined): GearDraft {
  const everybodys = gear.readings.map(lineOf);
  const mine = gear.readings.filter((r) => r.readById === me).map(lineOf);
  return {
    version: gear.version,
    kind: gear.kind,
    name: gear.name,
    teeth: gear.toothCount,
    worn: gear.worn,
    hand: gear.hand,
    bore: gear.bore,
    width: gear.faceWidth,
    lines: [...mine, ...missing(gear.kind, everybodys)],
    mate: {
      kind: gear.mate.kind === 'internal' ? 'internal' : 'external',
      teeth: gear.mate.toothCount,
      worn: gear.mate.worn,
    },
    leftOut: gear.readings.filter((r) => r.leftOut).map((r) => r.id),
  };
}

export type Spans = { first: number; second: number } | undefined;

/** The tooth number a row's span goes over: its own, or the next of the suggested ones not taken by another row. */
export function overTeeth(
  lines: Line[],
  index: number,
  spans: Spans,
  others: Line[] = [],
): number | undefined {
  const line = lines[index];
  if (line?.what !== 'span') return undefined;
  if (line.overTeeth !== undefined) return line.overTeeth;
  if (!spans || line.ofMate) return undefined;
  const taken = new Set([...lines, ...others].filter((l) => !l.ofMate).map((l) => l.overTeeth));
  const open = [spans.first, spans.second, spans.second + 1, spans.second + 2].filter((k) => !taken.has(k));
  const before = lines
    .slice(0, index)
    .filter((l) => l.what === 'span' && l.overTeeth === undefined && !l.ofMate).length;
  return open[before];
}

export function entryOf(line: Line, k: number | undefined): Schemas['ReadingEntry'] {
  return {
    what: line.what,
    typed: line.typed,
    ...(k === undefined ? {} : { overTeeth: k }),
    ...(line.pitches === undefined ? {} : { pitches: line.pitches }),
    ...(line.mateToothCount === undefined ? {} : { mateToothCount: line.mateToothCount }),
    ...(line.pinDiameterMm === undefined ? {} : { pinDiameterMm: line.pinDiameterMm }),
    ...(line.unit === 'in' ? { unit: 'in' } : {}),
  };
}

export interface Entries {
  own: Schemas['ReadingEntry'][];
  mate: Schemas['ReadingEntry'][];
  /** Row → its place in one of the two lists, as a field of a refusal: `readings[0]`, `mate.readings[1]`. */
  field: Map<number, string>;
}

/** The rows that hold a reading, as they are sent. Others' readings come after this person's own. */
export function entriesOf(draft: GearDraft, spans: Spans, others: Line[] = []): Entries {
  const entries: Entries = { own: [], mate: [], field: new Map() };
  draft.lines.forEach((line, row) => {
    if (line.typed.trim() === '' || !applies(draft.kind, line)) return;
    const list = line.ofMate ? entries.mate : entries.own;
    entries.field.set(row, `${line.ofMate ? 'mate.' : ''}readings[${list.length}]`);
    list.push(entryOf(line, overTeeth(draft.lines, row, spans, others)));
  });
  return entries;
}

/** Readings of other people that count. */
export function othersOf(
  gear: Schemas['GearRead'] | undefined,
  me: number | undefined,
): Schemas['ReadingLine'][] {
  return (gear?.readings ?? []).filter((r) => r.readById !== me);
}

export function countingLines(others: Schemas['ReadingLine'][], leftOut: number[]): Line[] {
  return others.filter((r) => !leftOut.includes(r.id)).map(lineOf);
}

/** What is sent to save the gear: this person's readings; those of others stay as they are. */
export function gearEntryOf(draft: GearDraft, spans: Spans, others: Line[]): Schemas['GearEntry'] {
  const entries = entriesOf(draft, spans, others);
  return {
    kind: draft.kind,
    name: draft.name,
    toothCount: draft.teeth,
    worn: draft.worn,
    hand: draft.hand,
    bore: draft.bore,
    faceWidth: draft.width,
    readings: entries.own,
    mate: {
      kind: draft.mate.kind,
      toothCount: draft.mate.teeth,
      worn: draft.mate.worn,
      readings: entries.mate,
    },
    leftOut: draft.leftOut,
  };
}

/** A candidate as the gear to draw or to make files of; undefined for kinds that are not drawn. */
export function gearSpecOf(candidate: Schemas['CandidateView']): Schemas['GearSpec'] | undefined {
  if (candidate.kind !== 'external' && candidate.kind !== 'internal') return undefined;
  return {
    kind: candidate.kind,
    module: candidate.module,
    toothCount: candidate.toothCount,
    pressureAngleDeg: candidate.pressureAngleDeg,
    helixAngleDeg: candidate.helixAngleDeg,
    addendumCoefficient: candidate.addendumCoefficient,
    clearanceCoefficient: candidate.clearanceCoefficient,
    profileShiftCoefficient: candidate.profileShiftCoefficient,
  };
}
