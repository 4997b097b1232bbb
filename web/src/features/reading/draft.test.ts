import { describe, expect, it } from 'vitest';
import { draftOf, EMPTY_GEAR, entriesOf, overTeeth, type GearDraft } from './draft';

const spans = { first: 3, second: 4 };

describe('the reading strip', () => {
  it('lays unread spans over the suggested tooth numbers, one each', () => {
    const { lines } = EMPTY_GEAR;
    expect(overTeeth(lines, 1, spans)).toBe(3);
    expect(overTeeth(lines, 2, spans)).toBe(4);
    expect(overTeeth(lines, 0, spans)).toBeUndefined();
  });

  it('does not suggest a tooth number that another row has', () => {
    const lines = [
      { what: 'span' as const, overTeeth: 3, typed: '3.85' },
      { what: 'span' as const, typed: '' },
    ];
    expect(overTeeth(lines, 1, spans)).toBe(4);
  });

  it('sends only rows that hold something and knows where they came from', () => {
    const draft: GearDraft = {
      ...EMPTY_GEAR,
      lines: EMPTY_GEAR.lines.map((l, i) => ({ ...l, typed: i === 2 ? '5,33' : '' })),
    };
    expect(entriesOf(draft, spans)).toEqual({
      entries: [{ what: 'span', typed: '5,33', overTeeth: 4 }],
      rows: [2],
    });
  });

  it('shows saved readings and the usual ones still missing', () => {
    const draft = draftOf({
      version: 3,
      name: 'carriage gear',
      toothCount: '24',
      worn: false,
      bore: '',
      faceWidth: '',
      readings: [
        {
          what: 'span',
          overTeeth: 3,
          instrument: 'caliper',
          typed: '3.85',
          readBy: 'Ilva',
          readAt: '2026-01-01T00:00:00Z',
        },
      ],
    });
    expect(draft.lines.map((l) => [l.what, l.typed])).toEqual([
      ['tipDiameter', ''],
      ['span', '3.85'],
      ['span', ''],
    ]);
  });
});
