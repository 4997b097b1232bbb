import { describe, expect, it } from 'vitest';
import { A_SOLID, solidOf } from './solidForm';

describe('a body as it is typed', () => {
  it('leaves out what was left empty', () => {
    const { spec, wrong } = solidOf(A_SOLID, 'mm');
    expect(wrong).toEqual({});
    expect(spec?.blank?.bore).toEqual({ shape: 'round', diameterMm: 3 });
    expect(spec?.allowances).toEqual({});
  });

  it('reads commas and inches, and says what is no length', () => {
    const typed = solidOf({ ...A_SOLID, bore: '0,125"', growth: 'breit' }, 'mm');
    expect(typed.spec).toBeUndefined();
    expect(typed.wrong.growth).toBeDefined();
    const mended = solidOf({ ...A_SOLID, bore: '0,125"', growth: '0,05' }, 'mm');
    expect(mended.spec?.blank?.bore?.diameterMm).toBeCloseTo(3.175, 9);
    expect(mended.spec?.allowances?.outsideGrowthMm).toBe(0.05);
  });

  it('has no bore in a rack or a ring, and asks for what a shape needs', () => {
    expect(solidOf({ ...A_SOLID, form: 'rack' }, 'mm').spec?.blank?.bore).toBeUndefined();
    const ring = { ...A_SOLID, gear: { ...A_SOLID.gear, inside: true } };
    expect(solidOf(ring, 'mm').spec?.blank?.bore).toBeUndefined();
    expect(solidOf({ ...A_SOLID, shape: 'd' }, 'mm').wrong.across).toBeDefined();
    expect(solidOf({ ...A_SOLID, form: 'bevel', cone: '' }, 'mm').wrong.cone).toBeDefined();
  });
});
