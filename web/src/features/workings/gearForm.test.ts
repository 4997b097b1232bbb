import { describe, expect, it } from 'vitest';
import { A_GEAR, gearOf } from './gearForm';

describe('a gear being typed', () => {
  it('takes comma decimals and leaves empty fields at the usual', () => {
    const { spec, wrong } = gearOf({ ...A_GEAR, pitch: '0,8', shift: '-0,1' }, 'mm');
    expect(wrong).toEqual({});
    expect(spec).toMatchObject({
      module: 0.8,
      toothCount: 24,
      helixAngleDeg: 0,
      profileShiftCoefficient: -0.1,
    });
    expect(spec).not.toHaveProperty('faceWidthMm');
  });
  it('says at the field what is wrong and gives no gear', () => {
    const { spec, wrong } = gearOf({ ...A_GEAR, pitch: 'half', teeth: '24.5', width: 'wide' }, 'mm');
    expect(spec).toBeUndefined();
    expect(Object.keys(wrong)).toEqual(['pitch', 'teeth', 'width']);
  });
  it('takes pitch to the inch and widths in inches', () => {
    const { spec } = gearOf({ ...A_GEAR, system: 'diametralPitch', pitch: '48', width: '0.25' }, 'in');
    expect(spec).toMatchObject({ diametralPitch: 48, faceWidthMm: 6.35 });
    expect(spec).not.toHaveProperty('module');
  });
});
