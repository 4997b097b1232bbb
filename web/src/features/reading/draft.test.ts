import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import {
  countingLines,
  draftOf,
  EMPTY_GEAR,
  entriesOf,
  gearEntryOf,
  othersOf,
  parameterOf,
  withKind,
  type GearDraft,
} from './draft';

const spans = { first: 3, second: 4 };

describe('the reading strip', () => {
  it('lays unread spans over the suggested tooth numbers, one each', () => {
    const { lines } = EMPTY_GEAR;
    expect(parameterOf(lines, 1, spans)).toBe(3);
    expect(parameterOf(lines, 2, spans)).toBe(4);
    expect(parameterOf(lines, 0, spans)).toBeUndefined();
  });

  it('does not suggest a tooth number that another row has', () => {
    const lines = [
      { what: 'span' as const, parameter: 3, typed: '3.85' },
      { what: 'span' as const, typed: '' },
    ];
    expect(parameterOf(lines, 1, spans)).toBe(4);
  });

  it('sends only rows that hold something and knows where they came from', () => {
    const draft: GearDraft = {
      ...EMPTY_GEAR,
      lines: EMPTY_GEAR.lines.map((l, i) => ({ ...l, typed: i === 2 ? '5,33' : '' })),
    };
    expect(entriesOf(draft, spans)).toEqual({
      own: [{ what: 'span', typed: '5,33', parameter: 4 }],
      mate: [],
      field: new Map([[2, 'readings[0]']]),
    });
  });

  const saved = (readById: number, what: 'span' | 'tipDiameter', typed: string) => ({
    id: 10 * readById + typed.length,
    what,
    ...(what === 'span' ? { parameter: 3 } : {}),
    instrument: 'caliper' as const,
    typed,
    unit: 'mm',
    zeroError: 0,
    ofMate: false,
    leftOut: false,
    readById,
    readBy: readById === 1 ? 'Ilva' : 'Mara',
    readAt: '2026-01-01T00:00:00Z',
  });
  const gear: Schemas['GearRead'] = {
    version: 3,
    kind: 'external',
    name: 'carriage gear',
    toothCount: '24',
    worn: false,
    swollen: true,
    hand: '',
    bore: '',
    faceWidth: '',
    mate: { kind: 'external', toothCount: '', worn: false },
    readings: [saved(1, 'span', '3.85'), saved(2, 'tipDiameter', '12.98')],
  };

  it('shows one’s own saved readings and the usual ones nobody has read yet', () => {
    expect(draftOf(gear, 1).lines.map((l) => [l.what, l.typed])).toEqual([
      ['span', '3.85'],
      ['span', ''],
    ]);
  });

  it('counts what others read beside it, and sends only one’s own', () => {
    const others = othersOf(gear, 1);
    expect(others.map((r) => r.readBy)).toEqual(['Mara']);
    const sent = gearEntryOf(draftOf(gear, 1), spans, countingLines(others, []));
    expect(sent.readings.map((r) => r.typed)).toEqual(['3.85']);
    expect(countingLines(others, [others[0]?.id ?? 0])).toEqual([]);
  });

  it('sends what a reading was taken with and what that shows at nothing, and reads both back', () => {
    const rule = { ...saved(1, 'tipDiameter', '13'), instrument: 'steelRule' as const, zeroError: 0.5 };
    const draft = draftOf({ ...gear, readings: [rule] }, 1);
    expect(draft.lines[0]).toMatchObject({ instrument: 'steelRule', zeroError: 0.5 });
    const sent = gearEntryOf(draft, spans, []);
    expect(sent.readings[0]).toMatchObject({ typed: '13', instrument: 'steelRule', zeroError: 0.5 });
    expect(sent.swollen).toBe(true);
  });

  it('keeps what was typed when the kind changes', () => {
    const draft = {
      ...EMPTY_GEAR,
      lines: EMPTY_GEAR.lines.map((l, i) => ({ ...l, typed: i ? '' : '12.5' })),
    };
    expect(withKind(draft, 'worm').lines.map((l) => [l.what, l.typed])).toEqual([
      ['tipDiameter', '12.5'],
      ['pitchesAlong', ''],
      ['leadAngle', ''],
    ]);
  });
});
