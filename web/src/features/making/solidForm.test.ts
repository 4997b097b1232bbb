import { describe, expect, it } from 'vitest';
import { A_SOLID, solidForm, solidOf } from './solidForm';

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

  it('stands a second gear on the first, and no hub', () => {
    const both = solidOf({ ...A_SOLID, form: 'compound', hub: '6', turned: '7' }, 'mm');
    expect(both.spec?.upper).toMatchObject({ faceWidthMm: 5, phaseDeg: 7, gear: { toothCount: 12 } });
    expect(both.spec?.blank?.hubDiameterMm).toBeUndefined();
    const wasARing = { ...A_SOLID, form: 'compound' as const, gear: { ...A_SOLID.gear, inside: true } };
    expect(solidOf(wasARing, 'mm').spec?.gear.kind).toBe('external');
    const without = { ...A_SOLID, form: 'compound' as const, upper: { ...A_SOLID.upper, width: '' } };
    expect(solidOf(without, 'mm').spec).toBeUndefined();
  });

  it('has pockets only in a hub that stands out, and holes only where some are wanted', () => {
    const hub = { ...A_SOLID, hub: '14', pockets: '2' as const };
    expect(solidOf(hub, 'mm').spec?.pockets).toBeUndefined();
    expect(solidOf({ ...hub, hubOut: '7' }, 'mm').spec?.pockets).toEqual({
      count: 2,
      screwMm: 3,
      nutAcrossMm: 5.5,
      nutThickMm: 2.4,
    });
    expect(solidOf({ ...hub, holes: '3' }, 'mm').wrong.hole).toBeDefined();
    expect(solidOf(hub, 'mm').spec?.blank?.holes).toBeUndefined();
  });

  it('tells a worm wheel by its worm, and allows for shrinking alone where no more is reckoned with', () => {
    const wheel = solidOf({ ...A_SOLID, form: 'wormWheel', starts: '2', hand: 'left' }, 'mm').spec;
    expect(wheel).toMatchObject({ starts: 2, leftHanded: true, wormDiameterMm: 6 });
    const worm = solidOf({ ...A_SOLID, form: 'worm', shrink: '0,6', growth: '0.05' }, 'mm').spec;
    expect(worm?.allowances).toEqual({ shrinkPercent: 0.6 });
  });

  it('reads what an older release kept', () => {
    const { upper, turned, starts, hand, pockets, screw, nutAcross, nutThick, ...old } = A_SOLID;
    const { holes, hole, holeCircle, ...older } = old;
    expect([
      upper,
      turned,
      starts,
      hand,
      pockets,
      screw,
      nutAcross,
      nutThick,
      holes,
      hole,
      holeCircle,
    ]).toHaveLength(11);
    expect(solidForm.parse(older).pockets).toBe('0');
  });
});
