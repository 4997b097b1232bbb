import { z } from 'zod';
import type { Schemas } from '../../api/client';
import { typedLength, typedNumber, type Unit } from '../../parts/unit';
import { texts } from '../../texts';

/** A gear as it is being typed. */
export const gearForm = z.object({
  system: z.enum(['module', 'diametralPitch', 'circularPitchMm']),
  pitch: z.string(),
  teeth: z.string(),
  angle: z.string(),
  helix: z.string(),
  shift: z.string(),
  stub: z.boolean(),
  inside: z.boolean(),
  width: z.string(),
});
export type GearForm = z.infer<typeof gearForm>;

export type System = GearForm['system'];

export const A_GEAR: GearForm = {
  system: 'module',
  pitch: '0.5',
  teeth: '24',
  angle: '20',
  helix: '',
  shift: '',
  stub: false,
  inside: false,
  width: '',
};

export interface Typed {
  spec: Schemas['GearSpec'] | undefined;
  wrong: Partial<Record<keyof GearForm, string>>;
}

/** The gear, or what is wrong with which field. Empty fields mean the usual: straight teeth, no shift. */
export function gearOf(form: GearForm, unit: Unit): Typed {
  const wrong: Typed['wrong'] = {};
  const number = (field: 'pitch' | 'angle' | 'helix' | 'shift', usual?: number) => {
    if (form[field].trim() === '' && usual !== undefined) return usual;
    const value = typedNumber(form[field]);
    if (value === undefined) wrong[field] = texts.workingsPage.notANumber;
    return value ?? 0;
  };
  const pitch = number('pitch');
  const teeth = /^\d{1,4}$/.test(form.teeth.trim()) ? Number(form.teeth) : undefined;
  if (teeth === undefined) wrong.teeth = texts.workingsPage.whole;
  const width = form.width.trim() === '' ? undefined : typedLength(form.width, unit);
  if (form.width.trim() !== '' && width === undefined) wrong.width = texts.workingsPage.notALength;
  const spec: Schemas['GearSpec'] = {
    kind: form.inside ? 'internal' : 'external',
    [form.system]: pitch,
    toothCount: teeth ?? 0,
    pressureAngleDeg: number('angle', 20),
    helixAngleDeg: number('helix', 0),
    profileShiftCoefficient: number('shift', 0),
    stub: form.stub,
    ...(width === undefined ? {} : { faceWidthMm: width }),
  };
  return { spec: Object.keys(wrong).length === 0 ? spec : undefined, wrong };
}
