import { z } from 'zod';
import type { Schemas } from '../../api/client';

export type ToothMap = Schemas['ToothMap'];
export type ToothMark = Schemas['ToothMark'];
export type MarkKind = ToothMark['kind'];

/** A map as a draft keeps it. */
export const toothMapDraft: z.ZodType<ToothMap> = z.custom<ToothMap>(
  (map) =>
    z
      .object({
        gear: z.string(),
        component: z.string(),
        toothCount: z.int().min(4).max(1000),
        marks: z.array(z.object({ tooth: z.int(), kind: z.string(), flank: z.string(), amount: z.number() })),
        hub: z.enum(['notLooked', 'sound', 'cracked', 'split']),
        bore: z.enum(['notLooked', 'sound', 'worn', 'keyWorn', 'melted']),
        web: z.enum(['notLooked', 'sound', 'cracked', 'melted']),
        oddColour: z.boolean(),
        brittle: z.boolean(),
        softened: z.boolean(),
        fragmentsFound: z.number(),
        fragmentsAccepted: z.string(),
      })
      .safeParse(map).success,
);

/** The letter that marks each kind, for the keyboard and on the tooth itself. */
export const LETTERS: Record<MarkKind, string> = {
  missing: 'm',
  chipped: 'c',
  flattened: 'f',
  worn: 'w',
  rootCrack: 'r',
  hubCrack: 'h',
  band: 'b',
};

export function unseenMap(gear: string, toothCount: number): ToothMap {
  return {
    gear,
    component: '',
    toothCount,
    marks: [],
    hub: 'notLooked',
    bore: 'notLooked',
    web: 'notLooked',
    oddColour: false,
    brittle: false,
    softened: false,
    fragmentsFound: 0,
    fragmentsAccepted: '',
  };
}

/** Teeth from one to another, the way round that is shorter. */
export function run(from: number, to: number, teeth: number): number[] {
  const ahead = (to - from + teeth) % teeth;
  const back = (from - to + teeth) % teeth;
  const [start, steps] = ahead <= back ? [from, ahead] : [to, back];
  return Array.from({ length: steps + 1 }, (_, i) => ((start - 1 + i) % teeth) + 1);
}

export interface HowMarked {
  kind: MarkKind;
  flank: ToothMark['flank'];
  amount: number;
  band: ToothMark['band'];
}

/** The map with these teeth marked so; if all of them were marked just so before, the mark is taken off. */
export function marked(map: ToothMap, teeth: number[], how: HowMarked): ToothMap {
  const same = (m: ToothMark) => m.kind === how.kind && m.flank === how.flank && m.amount === how.amount;
  const had = teeth.every((tooth) => map.marks.some((m) => m.tooth === tooth && same(m)));
  const others = map.marks.filter((m) => !(teeth.includes(m.tooth) && m.kind === how.kind));
  const more = had
    ? []
    : teeth.map((tooth) => ({
        tooth,
        kind: how.kind,
        flank: how.flank,
        amount: how.amount,
        ...(how.band ? { band: how.band } : {}),
      }));
  return { ...map, marks: [...others, ...more].sort((a, b) => a.tooth - b.tooth) };
}

export function cleared(map: ToothMap, teeth: number[]): ToothMap {
  return { ...map, marks: map.marks.filter((m) => !teeth.includes(m.tooth)) };
}

/** A whole number of teeth typed, or undefined. */
export function teethTyped(text: string): number | undefined {
  const match = /^\s*(\d{1,3})/.exec(text);
  const teeth = match ? Number(match[1]) : 0;
  return teeth >= 4 && teeth <= 500 ? teeth : undefined;
}
