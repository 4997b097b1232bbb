import type { Schemas } from '../../api/client';

export type What = Schemas['ReadingEntry']['what'];

/** One row of the reading strip. A span without its own tooth number goes over the number suggested. */
export interface Line {
  what: What;
  overTeeth?: number;
  mateToothCount?: number;
  pinDiameterMm?: number;
  typed: string;
}

export interface GearDraft {
  version: number;
  name: string;
  teeth: string;
  worn: boolean;
  bore: string;
  width: string;
  lines: Line[];
}

const USUAL: Line[] = [
  { what: 'tipDiameter', typed: '' },
  { what: 'span', typed: '' },
  { what: 'span', typed: '' },
];

export const EMPTY_GEAR: GearDraft = {
  version: 0,
  name: '',
  teeth: '',
  worn: false,
  bore: '',
  width: '',
  lines: USUAL,
};

/** The rows to show for what is saved: the saved readings, then the usual ones not read yet. */
export function draftOf(gear: Schemas['GearRead']): GearDraft {
  const saved: Line[] = gear.readings.map((r) => ({
    what: r.what,
    typed: r.typed,
    ...(r.overTeeth === undefined ? {} : { overTeeth: r.overTeeth }),
    ...(r.mateToothCount === undefined ? {} : { mateToothCount: r.mateToothCount }),
    ...(r.pinDiameterMm === undefined ? {} : { pinDiameterMm: r.pinDiameterMm }),
  }));
  const tips = saved.some((l) => l.what === 'tipDiameter') ? [] : USUAL.slice(0, 1);
  const spans = saved.filter((l) => l.what === 'span').length;
  return {
    version: gear.version,
    name: gear.name,
    teeth: gear.toothCount,
    worn: gear.worn,
    bore: gear.bore,
    width: gear.faceWidth,
    lines: [...tips, ...saved, ...USUAL.slice(1 + Math.min(2, spans))],
  };
}

export type Spans = { first: number; second: number } | undefined;

/** The tooth number a row's span goes over: its own, or the next of the suggested ones not taken by another row. */
export function overTeeth(lines: Line[], index: number, spans: Spans): number | undefined {
  const line = lines[index];
  if (line?.what !== 'span') return undefined;
  if (line.overTeeth !== undefined) return line.overTeeth;
  if (!spans) return undefined;
  const taken = new Set(lines.map((l) => l.overTeeth));
  const open = [spans.first, spans.second, spans.second + 1].filter((k) => !taken.has(k));
  const before = lines.slice(0, index).filter((l) => l.what === 'span' && l.overTeeth === undefined).length;
  return open[before];
}

/** The rows that hold a reading, as they are sent, and for each the row it came from. */
export function entriesOf(
  draft: GearDraft,
  spans: Spans,
): { entries: Schemas['ReadingEntry'][]; rows: number[] } {
  const entries: Schemas['ReadingEntry'][] = [];
  const rows: number[] = [];
  draft.lines.forEach((line, row) => {
    if (line.typed.trim() === '') return;
    const k = overTeeth(draft.lines, row, spans);
    entries.push({
      what: line.what,
      typed: line.typed,
      ...(k === undefined ? {} : { overTeeth: k }),
      ...(line.mateToothCount === undefined ? {} : { mateToothCount: line.mateToothCount }),
      ...(line.pinDiameterMm === undefined ? {} : { pinDiameterMm: line.pinDiameterMm }),
    });
    rows.push(row);
  });
  return { entries, rows };
}

/** What is sent to save the gear. */
export function gearEntryOf(draft: GearDraft, spans: Spans): Schemas['GearEntry'] {
  return {
    name: draft.name,
    toothCount: draft.teeth,
    worn: draft.worn,
    bore: draft.bore,
    faceWidth: draft.width,
    readings: entriesOf(draft, spans).entries,
  };
}

/** A candidate as the gear to draw or to make files of. */
export function gearSpecOf(candidate: Schemas['CandidateView']): Schemas['GearSpec'] {
  return {
    kind: 'external',
    module: candidate.module,
    toothCount: candidate.toothCount,
    pressureAngleDeg: candidate.pressureAngleDeg,
    addendumCoefficient: candidate.addendumCoefficient,
    clearanceCoefficient: candidate.clearanceCoefficient,
    profileShiftCoefficient: candidate.profileShiftCoefficient,
  };
}
