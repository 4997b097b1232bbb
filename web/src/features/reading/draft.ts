import { z } from 'zod';
import type { Schemas } from '../../api/client';
import readingKinds from '../../api/readingKinds.json';
import type { Unit } from '../../parts/unit';

export type What = Schemas['ReadingEntry']['what'];
export type Kind = NonNullable<Schemas['GearEntry']['kind']>;

export type Instrument = NonNullable<Schemas['ReadingEntry']['instrument']>;

/** What lengths are read with at a bench, and a caliper's worth of each by the server. */
export const INSTRUMENTS = [
  'caliper',
  'micrometer',
  'steelRule',
  'fromMemory',
] as const satisfies Instrument[];

/** What is understood when nothing is said. */
function usualInstrument(what: What): Instrument {
  return READING[what].unit === 'deg' ? 'protractor' : 'caliper';
}

type KindView = Schemas['KindView'];

/** Everything that can be read of a gear, as the server has it. */
const KINDS = (readingKinds as Schemas['Kinds']).kinds;
export const READING = Object.fromEntries(KINDS.map((k) => [k.what, k])) as Record<What, KindView>;
const WHATS = KINDS.map((k) => k.what) as [What, ...What[]];

/** What is usually read first of each kind. */
const USUAL = Object.fromEntries(
  Object.entries((readingKinds as Schemas['Kinds']).usual).map(([kind, lines]) => [
    kind,
    lines.map((line): Line => ({ ...line, typed: '' })),
  ]),
) as Record<Kind, Line[]>;

/** What else can be read of each kind of gear. */
export function readable(kind: Kind): What[] {
  return KINDS.filter((k) => k.gears.includes(kind)).map((k) => k.what);
}

export const MATE_READINGS: What[] = KINDS.filter((k) => k.ofMate).map((k) => k.what);

/** One row of the reading strip. A span without its own tooth number goes over the number suggested. */
export interface Line {
  what: What;
  /** The number that belongs to it: teeth, pitches, thickness of pins. */
  parameter?: number;
  /** Taken of the mate. */
  ofMate?: boolean;
  typed: string;
  /** What numbers without a unit meant when this was typed. */
  unit?: Unit;
  /** What it was read with, where that was no caliper (for an angle no protractor). */
  instrument?: Instrument;
  /** What the instrument showed with nothing to measure, mm. */
  zeroError?: number;
}

export interface MateDraft {
  kind: 'external' | 'internal';
  teeth: string;
  worn: boolean;
}

export interface GearDraft {
  kind: Kind;
  name: string;
  teeth: string;
  worn: boolean;
  /** Of polyamide that may have taken up water. */
  swollen: boolean;
  hand: string;
  bore: string;
  width: string;
  /** This person's own rows, the mate's among them. */
  lines: Line[];
  mate: MateDraft;
  /** Saved readings of others that are not to count. */
  leftOut: number[];
}

/** A gear as a draft keeps it. */
export const gearDraft: z.ZodType<GearDraft> = z.custom<GearDraft>(
  (draft) =>
    z
      .object({
        kind: z.enum(['external', 'internal', 'rack', 'worm', 'bevel']),
        name: z.string(),
        teeth: z.string(),
        worn: z.boolean(),
        swollen: z.boolean(),
        hand: z.string(),
        bore: z.string(),
        width: z.string(),
        lines: z.array(
          z.strictObject({
            what: z.enum(WHATS),
            parameter: z.number().optional(),
            ofMate: z.boolean().optional(),
            typed: z.string(),
            unit: z.enum(['mm', 'in']).optional(),
            instrument: z.enum([...INSTRUMENTS, 'protractor']).optional(),
            zeroError: z.number().optional(),
          }),
        ),
        mate: z.object({ kind: z.enum(['external', 'internal']), teeth: z.string(), worn: z.boolean() }),
        leftOut: z.array(z.number()),
      })
      .safeParse(draft).success,
);

export function usualRows(kind: Kind): number {
  return USUAL[kind].length;
}

export const EMPTY_GEAR: GearDraft = {
  kind: 'external',
  name: '',
  teeth: '',
  worn: false,
  swollen: false,
  hand: '',
  bore: '',
  width: '',
  lines: USUAL.external,
  mate: { kind: 'external', teeth: '', worn: false },
  leftOut: [],
};

/** Whether a row is of this kind at all; rows of another kind wait unseen until it is chosen again. */
export function applies(kind: Kind, line: Line): boolean {
  return line.ofMate === true || READING[line.what].gears.includes(kind);
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
    ...(r.parameter === undefined ? {} : { parameter: r.parameter }),
    ...(r.ofMate ? { ofMate: true } : {}),
    ...how(r.what, r.unit === 'in' ? 'in' : 'mm', r.instrument, r.zeroError),
  };
}

type How = Pick<Line, 'unit' | 'instrument' | 'zeroError'>;

/** How something was read, of which only what is not usual is kept. */
function how(what: What, unit: Unit, instrument: Instrument, zeroError: number): How {
  return {
    ...(unit === 'in' ? { unit } : {}),
    ...(instrument === usualInstrument(what) ? {} : { instrument }),
    ...(zeroError === 0 ? {} : { zeroError }),
  };
}

/** How a row is read that is typed now. Angles have an instrument of their own. */
export function howNow(what: What, unit: Unit, instrument: Instrument, zeroError: number): How {
  const angle = READING[what].unit === 'deg';
  return how(what, unit, angle ? usualInstrument(what) : instrument, angle ? 0 : zeroError);
}

/** The same of a row that was typed before. */
export function howOf(line: Line): How {
  return how(
    line.what,
    line.unit ?? 'mm',
    line.instrument ?? usualInstrument(line.what),
    line.zeroError ?? 0,
  );
}

/** What is saved, as this person can go on with it: their own rows, then the usual ones nobody has read yet. */
export function draftOf(gear: Schemas['GearRead'], me: number | undefined): GearDraft {
  const everybodys = gear.readings.map(lineOf);
  const mine = gear.readings.filter((r) => r.readById === me).map(lineOf);
  return {
    kind: gear.kind,
    name: gear.name,
    teeth: gear.toothCount,
    worn: gear.worn,
    swollen: gear.swollen,
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

/** The number of a row: its own; for a span the next tooth number of the suggested ones not taken by another row. */
export function parameterOf(
  lines: Line[],
  index: number,
  spans: Spans,
  others: Line[] = [],
): number | undefined {
  const line = lines[index];
  if (line?.what !== 'span' || line.parameter !== undefined) return line?.parameter;
  if (!spans || line.ofMate) return undefined;
  const taken = new Set(
    [...lines, ...others].filter((l) => l.what === 'span' && !l.ofMate).map((l) => l.parameter),
  );
  const open = [spans.first, spans.second, spans.second + 1, spans.second + 2].filter((k) => !taken.has(k));
  const before = lines
    .slice(0, index)
    .filter((l) => l.what === 'span' && l.parameter === undefined && !l.ofMate).length;
  return open[before];
}

export function entryOf(line: Line, parameter: number | undefined): Schemas['ReadingEntry'] {
  return {
    what: line.what,
    typed: line.typed,
    ...(parameter === undefined ? {} : { parameter }),
    ...howOf(line),
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
    list.push(entryOf(line, parameterOf(draft.lines, row, spans, others)));
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
    swollen: draft.swollen,
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
