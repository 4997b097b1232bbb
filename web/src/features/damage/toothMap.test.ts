import { describe, expect, it } from 'vitest';
import { cleared, marked, run, unseenMap, teethTyped, type HowMarked } from './toothMap';

const missing: HowMarked = { kind: 'missing', flank: 'both', amount: 0, band: undefined };

describe('marking teeth', () => {
  it('runs the shorter way round, also past the first tooth', () => {
    expect(run(3, 6, 24)).toEqual([3, 4, 5, 6]);
    expect(run(6, 3, 24)).toEqual([3, 4, 5, 6]);
    expect(run(23, 2, 24)).toEqual([23, 24, 1, 2]);
    expect(run(5, 5, 24)).toEqual([5]);
  });

  it('marks a run and, marked again just so, takes it off', () => {
    const once = marked(unseenMap('gear', 24), [3, 4], missing);
    expect(once.marks.map((m) => m.tooth)).toEqual([3, 4]);
    expect(marked(once, [3, 4], missing).marks).toEqual([]);
    expect(marked(once, [4, 5], missing).marks.map((m) => m.tooth)).toEqual([3, 4, 5]);
  });

  it('keeps other kinds on the same tooth, and one mark of a kind', () => {
    const worn: HowMarked = { kind: 'worn', flank: 'clockwise', amount: 0.5, band: undefined };
    const both = marked(marked(unseenMap('gear', 24), [3], missing), [3], worn);
    expect(both.marks).toHaveLength(2);
    expect(marked(both, [3], { ...worn, flank: 'anticlockwise' }).marks).toHaveLength(2);
    expect(cleared(both, [3]).marks).toEqual([]);
  });

  it('reads a count of teeth as it was typed for the gear', () => {
    expect(teethTyped('24')).toBe(24);
    expect(teethTyped(' 23-25')).toBe(23);
    expect(teethTyped('about')).toBeUndefined();
    expect(teethTyped('3')).toBeUndefined();
  });
});
