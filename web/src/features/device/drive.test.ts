import { describe, expect, it } from 'vitest';
import {
  addBeside,
  addDriven,
  EMPTY,
  newCode,
  parentOf,
  turnedTo,
  withField,
  without,
  withWheel,
} from './drive';
import type { Drive } from './queries';

const PINION = { code: 'p', part: 'pinion', shaft: 'a', toothCount: 10, module: 0.5 };
const TRAIN: Drive = {
  ...EMPTY,
  shafts: [
    { code: 'a', words: 'motor shaft', held: false },
    { code: 'b', words: 'middle', held: false },
    { code: 'c', words: 'output', held: false },
  ],
  wheels: [
    PINION,
    { code: 'g', part: 'gear', shaft: 'b', toothCount: 40 },
    { code: 'q', part: 'gear', shaft: 'b', toothCount: 12 },
    { code: 'h', part: 'last', shaft: 'c', toothCount: 36 },
  ],
  meshings: [
    { kind: 'external', driver: 'p', driven: 'g' },
    { kind: 'external', driver: 'q', driven: 'h' },
  ],
  motor: { part: 'motor', shaft: 'a' },
};

describe('a drive', () => {
  it('leaves a field open again instead of keeping it undefined', () => {
    expect('module' in withField(PINION, 'module', undefined)).toBe(false);
    expect(withField(PINION, 'module', 0.6).module).toBe(0.6);
    const open = withWheel(TRAIN, 'p', 'toothCount', undefined).wheels[0];
    expect(open && 'toothCount' in open).toBe(false);
  });

  it('gives a new gear a name, a shaft and a mesh of its own, with the module of what drives it', () => {
    const [drive, code] = addDriven(TRAIN, PINION, 'gear', 'external', (n) => `shaft ${n}`);
    expect(drive.wheels.at(-1)).toEqual({ code, part: 'gear', shaft: 'shaft1', module: 0.5 });
    expect(drive.shafts.at(-1)?.words).toBe('shaft 4');
    expect(drive.meshings.at(-1)).toEqual({ kind: 'external', driver: 'p', driven: code });
    expect(
      newCode(
        'gear',
        drive.wheels.map((w) => w.code),
      ),
    ).not.toBe(code);
  });

  it('puts one beside another on the same shaft', () => {
    const [drive, code] = addBeside(TRAIN, PINION);
    expect(drive.wheels.at(-1)).toEqual({ code, part: 'pinion', shaft: 'a' });
    expect(drive.shafts).toHaveLength(3);
  });

  it('takes a gear out with its meshes, and its shaft where nothing else needs that', () => {
    const last = without(TRAIN, 'h');
    expect(last.meshings).toHaveLength(1);
    expect(last.shafts.map((s) => s.code)).toEqual(['a', 'b']);
    expect(without(TRAIN, 'g').shafts).toHaveLength(3);
    expect(without(TRAIN, 'p').shafts.map((s) => s.code)).toContain('a');
  });

  it('knows from where a shaft is driven, and turns it round there by whole degrees', () => {
    expect(parentOf(TRAIN, 'c')).toBe('b');
    expect(parentOf(TRAIN, 'a')).toBeUndefined();
    expect(turnedTo(TRAIN, 'c', 190.4).shafts[2]?.directionDeg).toBe(-170);
    expect(turnedTo(TRAIN, 'c', -190.4).shafts[2]?.directionDeg).toBe(170);
  });
});
