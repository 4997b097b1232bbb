import { z } from 'zod';
import type { Schemas } from '../../api/client';
import { typedLength, typedNumber, type Unit } from '../../parts/unit';
import { texts } from '../../texts';
import { A_GEAR, gearForm, gearOf, type GearForm } from '../workings/gearForm';

const A_SMALLER: GearForm = { ...A_GEAR, teeth: '12', width: '5' };
/** What an older release did not keep is as it was then: not there. */
const later = z.string().default('');

export const FORMS = ['gear', 'compound', 'rack', 'bevel', 'worm', 'wormWheel'] as const;
export const HANDS = ['right', 'left'] as const;
/** What a hub has: nothing more, or so many pockets for nuts. */
export const POCKETS = ['0', '1', '2', '3'] as const;
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
  upper: gearForm.default(A_SMALLER),
  turned: later,
  starts: later,
  hand: z.enum(HANDS).default('right'),
  pockets: z.enum(POCKETS).default('0'),
  screw: later,
  nutAcross: later,
  nutThick: later,
  holes: later,
  hole: later,
  holeCircle: later,
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
  upper: A_SMALLER,
  turned: '',
  starts: '1',
  hand: 'right',
  pockets: '0',
  screw: '3',
  nutAcross: '5.5',
  nutThick: '2.4',
  holes: '',
  hole: '',
  holeCircle: '',
};

export type SolidField = Exclude<keyof SolidForm, 'form' | 'gear' | 'shape' | 'upper' | 'hand' | 'pockets'>;

export interface TypedSolid {
  spec: Schemas['SolidSpec'] | undefined;
  wrong: Partial<Record<SolidField, string>>;
  gear: ReturnType<typeof gearOf>;
  upper: ReturnType<typeof gearOf>;
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

/** Those with parallel flanks along a straight axis: they have hubs and all allowances. */
export const cylindrical = (form: SolidForm) =>
  form.form === 'gear' || form.form === 'compound' || form.form === 'wormWheel';

/** A hub stands on the upper face; on a compound gear the smaller one does. */
export const hasHub = (form: SolidForm) => cylindrical(form) && form.form !== 'compound' && hasBore(form);

/** The body, or what is wrong with which field. What is left empty is none. */
export function solidOf(form: SolidForm, unit: Unit): TypedSolid {
  const wrong: TypedSolid['wrong'] = {};
  const length = (field: SolidField) => {
    if (form[field].trim() === '') return undefined;
    const value = typedLength(form[field], unit);
    if (value === undefined && typedNumber(form[field]) === 0) return undefined;
    if (value === undefined) wrong[field] = texts.workingsPage.notALength;
    return value;
  };
  const number = (field: SolidField) => {
    if (form[field].trim() === '') return undefined;
    const value = typedNumber(form[field]);
    if (value === undefined) wrong[field] = texts.workingsPage.notANumber;
    return value;
  };
  const needed = (field: SolidField, read: (field: SolidField) => number | undefined) => {
    const value = read(field);
    if (value === undefined) wrong[field] ??= texts.make.needed;
    return value;
  };
  // Only of a gear can teeth stand inside; what was picked for that stays for when it is one again.
  const gear = gearOf(form.form === 'gear' ? form.gear : { ...form.gear, inside: false }, unit);
  const shape = hasBore(form) ? form.shape : 'none';
  const has = ACROSS[shape];
  const diameter = has.diameter ? needed('bore', length) : undefined;
  const across = has.across ? needed('across', length) : undefined;
  const upper = gearOf(form.upper, unit);
  const hub = hasHub(form) ? length('hub') : undefined;
  const hubOut = hub !== undefined ? length('hubOut') : undefined;
  const phase = cylindrical(form) ? number('phase') : undefined;
  const allowances = cylindrical(form)
    ? {
        shrinkPercent: number('shrink'),
        outsideGrowthMm: length('growth'),
        boreClosesMm: length('closes'),
        firstLayerMm: length('first'),
        backlashMm: length('backlash'),
      }
    : { shrinkPercent: number('shrink') };
  const cone = form.form === 'bevel' ? needed('cone', number) : undefined;
  const wheel = form.form === 'wormWheel';
  const worm = form.form === 'worm' || wheel ? needed('worm', length) : undefined;
  const starts = wheel ? needed('starts', number) : undefined;
  const compound = form.form === 'compound';
  const turned = compound ? number('turned') : undefined;
  const inHub = hubOut !== undefined && form.pockets !== '0';
  const pockets = inHub && {
    count: Number(form.pockets),
    screwMm: needed('screw', length) ?? 0,
    nutAcrossMm: needed('nutAcross', length) ?? 0,
    nutThickMm: needed('nutThick', length) ?? 0,
  };
  const holed = hasHub(form) && form.holes.trim() !== '';
  const holes = holed && {
    count: needed('holes', number) ?? 0,
    diameterMm: needed('hole', length) ?? 0,
    circleMm: needed('holeCircle', length) ?? 0,
  };
  const width = gear.spec?.faceWidthMm;
  const spec: Schemas['SolidSpec'] | undefined =
    gear.spec &&
    width !== undefined &&
    (!compound || upper.spec?.faceWidthMm !== undefined) &&
    Object.keys(wrong).length === 0
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
            ...(holes && { holes }),
          },
          ...(hubOut !== undefined && { hubOutMm: hubOut }),
          ...(cone !== undefined && { coneAngleDeg: cone }),
          ...(worm !== undefined && { wormDiameterMm: worm }),
          ...(starts !== undefined && { starts, leftHanded: form.hand === 'left' }),
          ...(compound &&
            upper.spec?.faceWidthMm !== undefined && {
              upper: {
                gear: upper.spec,
                faceWidthMm: upper.spec.faceWidthMm,
                ...(turned !== undefined && { phaseDeg: turned }),
              },
            }),
          ...(pockets && { pockets }),
          allowances: Object.fromEntries(
            Object.entries(allowances).filter(([, value]) => value !== undefined),
          ),
        }
      : undefined;
  return { spec, wrong, gear, upper };
}
