import type { Schemas } from '../../api/client';
import type { Drive, Machine } from './queries';

type Wheel = Schemas['Wheel'];
type MeshKind = Schemas['Meshing']['kind'];

/** A name that no other has. */
export function newCode(start: string, taken: string[]): string {
  for (let n = 1; ; n++) {
    if (!taken.includes(`${start}${n}`)) return `${start}${n}`;
  }
}

/** The same with a field set, or open again. */
export function withField<T extends object, K extends keyof T>(of: T, field: K, value: T[K] | undefined): T {
  const next = { ...of };
  if (value === undefined) delete next[field];
  else next[field] = value;
  return next;
}

export const EMPTY: Drive = {
  shafts: [],
  wheels: [],
  meshings: [],
  planetStages: [],
  clutches: [],
};

export function driveOf(machine: Machine): Drive {
  return machine.drive ?? EMPTY;
}

/** The same with a field of a wheel changed, or open again. */
export function withWheel<K extends keyof Wheel>(
  drive: Drive,
  code: string,
  field: K,
  value: Wheel[K] | undefined,
): Drive {
  return { ...drive, wheels: drive.wheels.map((w) => (w.code === code ? withField(w, field, value) : w)) };
}

/** Another set of teeth on the same shaft. */
export function addBeside(drive: Drive, wheel: Wheel): [Drive, string] {
  const code = newCode(
    'gear',
    drive.wheels.map((w) => w.code),
  );
  return [{ ...drive, wheels: [...drive.wheels, { code, part: wheel.part, shaft: wheel.shaft }] }, code];
}

/** A gear on a shaft of its own that this one drives. */
export function addDriven(
  drive: Drive,
  wheel: Wheel,
  part: string,
  kind: MeshKind,
  shaftWords: (number: number) => string,
): [Drive, string] {
  const shaft = newCode(
    'shaft',
    drive.shafts.map((s) => s.code),
  );
  const code = newCode(
    'gear',
    drive.wheels.map((w) => w.code),
  );
  return [
    {
      ...drive,
      shafts: [...drive.shafts, { code: shaft, words: shaftWords(drive.shafts.length + 1), held: false }],
      wheels: [
        ...drive.wheels,
        { code, part, shaft, ...(wheel.module !== undefined && { module: wheel.module }) },
      ],
      meshings: [...drive.meshings, { kind, driver: wheel.code, driven: code }],
    },
    code,
  ];
}

/** Without a wheel, its meshes, and a shaft that nothing else is on. */
export function without(drive: Drive, code: string): Drive {
  const wheels = drive.wheels.filter((w) => w.code !== code);
  const gone = drive.wheels.find((w) => w.code === code);
  const needed = new Set([
    ...wheels.map((w) => w.shaft),
    ...drive.clutches.flatMap((c) => [c.from, c.to]),
    ...drive.planetStages.flatMap((s) => [s.set.sun, s.set.carrier, s.set.ring]),
    ...drive.shafts.flatMap((s) => (s.inLineWith ? [s.inLineWith] : [])),
    ...(drive.motor ? [drive.motor.shaft] : []),
    ...(drive.work ? [drive.work.shaft] : []),
  ]);
  return {
    ...drive,
    wheels,
    meshings: drive.meshings.filter((m) => m.driver !== code && m.driven !== code),
    shafts: drive.shafts.filter((s) => s.code !== gone?.shaft || needed.has(s.code)),
  };
}

/** The shaft that a shaft is reached from, by the mesh nearest to the motor. */
export function parentOf(drive: Drive, shaft: string): string | undefined {
  const shaftOf = (wheel: string) => drive.wheels.find((w) => w.code === wheel)?.shaft;
  const mesh = drive.meshings.find((m) => shaftOf(m.driven) === shaft);
  return mesh && shaftOf(mesh.driver);
}

export function turnedTo(drive: Drive, shaft: string, directionDeg: number): Drive {
  const rounded = ((Math.round(directionDeg) + 540) % 360) - 180;
  return {
    ...drive,
    shafts: drive.shafts.map((s) => (s.code === shaft ? { ...s, directionDeg: rounded } : s)),
  };
}
