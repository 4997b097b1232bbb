import { z } from 'zod';
import type { Schemas } from '../../api/client';
import { typedLength, typedNumber, type Unit } from '../../parts/unit';
import { texts } from '../../texts';
import { A_GEAR, gearForm, gearOf } from '../workings/gearForm';

export const FORMS = ['gear', 'rack', 'bevel', 'worm'] as const;
export const SHAPES = ['none', 'round', 'd', 'doubleD', 'square', 'hexagon'] as const;

/** What is typed of a body to make. */
export const solidForm = z.object({
  form: z.enum(FORMS),
  gear: gearForm,
  cone: z.string(),
  worm: z.string(),
  shape: z.enum(SHAPES),
  bore: z.string(),
  across: z.string(),
  phase: z.string(),
  hub: z.string(),
  hubOut: z.string(),
  shrink: z.string(),
  growth: z.string(),
  closes: z.string(),
  first: z.string(),
  backlash: z.string(),
});
export type SolidForm = z.infer<typeof solidForm>;

export const A_SOLID: SolidForm = {
  form: 'gear',
  gear: { ...A_GEAR, width: '5' },
  cone: '45',
  worm: '6',
  shape: 'round',
  bore: '3',
  across: '',
  phase: '',
  hub: '',
  hubOut: '',
  shrink: '',
  growth: '',
  closes: '',
  first: '',
  backlash: '',
};

type Field = Exclude<keyof SolidForm, 'form' | 'gear' | 'shape'>;

export interface TypedSolid {
  spec: Schemas['SolidSpec'] | undefined;
  wrong: Partial<Record<Field, string>>;
  gear: ReturnType<typeof gearOf>;
}

/** Which have a size across besides, or instead. */
export const ACROSS: Record<SolidForm['shape'], { diameter: boolean; across: boolean }> = {
  none: { diameter: false, across: false },
  round: { diameter: true, across: false },
  d: { diameter: true, across: true },
  doubleD: { diameter: true, across: true },
  square: { diameter: false, across: true },
  hexagon: { diameter: false, across: true },
};

/** Racks and rings have none. */
export const hasBore = (form: SolidForm) =>
  form.form !== 'rack' && !(form.form === 'gear' && form.gear.inside);

/** The body, or what is wrong with which field. What is left empty is none. */
export function solidOf(form: SolidForm, unit: Unit): TypedSolid {
  const wrong: TypedSolid['wrong'] = {};
  const length = (field: Field) => {
    if (form[field].trim() === '') return undefined;
    const value = typedLength(form[field], unit);
    if (value === undefined && typedNumber(form[field]) === 0) return undefined;
    if (value === undefined) wrong[field] = texts.workingsPage.notALength;
    return value;
  };
  const number = (field: Field) => {
    if (form[field].trim() === '') return undefined;
    const value = typedNumber(form[field]);
    if (value === undefined) wrong[field] = texts.workingsPage.notANumber;
    return value;
  };
  const needed = (field: Field, read: (field: Field) => number | undefined) => {
    const value = read(field);
    if (value === undefined) wrong[field] ??= texts.make.needed;
    return value;
  };
  const gear = gearOf(form.gear, unit);
  const shape = hasBore(form) ? form.shape : 'none';
  const has = ACROSS[shape];
  const diameter = has.diameter ? needed('bore', length) : undefined;
  const across = has.across ? needed('across', length) : undefined;
  const isGear = form.form === 'gear';
  const hub = isGear && hasBore(form) ? length('hub') : undefined;
  const hubOut = isGear && hub !== undefined ? length('hubOut') : undefined;
  const phase = isGear ? number('phase') : undefined;
  const allowances = {
    shrinkPercent: number('shrink'),
    outsideGrowthMm: length('growth'),
    boreClosesMm: length('closes'),
    firstLayerMm: length('first'),
    backlashMm: length('backlash'),
  };
  const cone = form.form === 'bevel' ? needed('cone', number) : undefined;
  const worm = form.form === 'worm' ? needed('worm', length) : undefined;
  const width = gear.spec?.faceWidthMm;
  const spec: Schemas['SolidSpec'] | undefined =
    gear.spec && width !== undefined && Object.keys(wrong).length === 0
      ? {
          form: form.form,
          gear: gear.spec,
          faceWidthMm: width,
          blank: {
            ...(shape !== 'none' && {
              bore: {
                shape,
                ...(diameter !== undefined && { diameterMm: diameter }),
                ...(across !== undefined && { acrossMm: across }),
              },
            }),
            ...(phase !== undefined && { phaseDeg: phase }),
            ...(hub !== undefined && { hubDiameterMm: hub }),
          },
          ...(hubOut !== undefined && { hubOutMm: hubOut }),
          ...(cone !== undefined && { coneAngleDeg: cone }),
          ...(worm !== undefined && { wormDiameterMm: worm }),
          ...(isGear && {
            allowances: Object.fromEntries(
              Object.entries(allowances).filter(([, value]) => value !== undefined),
            ),
          }),
        }
      : undefined;
  return { spec, wrong, gear };
}
