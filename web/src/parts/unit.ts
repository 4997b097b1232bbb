import { useSyncExternalStore } from 'react';

/** What lengths are shown in, and what a number typed without a unit means. Kept in this browser. */
export type Unit = 'mm' | 'in';

const KEY = 'gewerk-unit';
const MM_PER_INCH = 25.4;
const listeners = new Set<() => void>();

function current(): Unit {
  try {
    return localStorage.getItem(KEY) === 'in' ? 'in' : 'mm';
  } catch {
    return 'mm';
  }
}

export function setUnit(unit: Unit): void {
  try {
    localStorage.setItem(KEY, unit);
  } catch {
    // A forbidden store keeps millimetres.
  }
  listeners.forEach((listener) => listener());
}

export function useUnit(): Unit {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    current,
    () => 'mm',
  );
}

/** A length as it is shown: 12.48, or in inches with one digit more, which is about as fine. */
export function lengthWords(mm: number, unit: Unit, digits = 2): string {
  return unit === 'mm' ? mm.toFixed(digits) : `${(mm / MM_PER_INCH).toFixed(digits + 1)}"`;
}

/** A single length typed into a plain field: comma or point, an inch sign where it is in inches. Undefined when it is none. */
export function typedLength(text: string, unit: Unit): number | undefined {
  const match = /^\s*(\d*[.,]?\d+|\d+[.,])\s*(mm|in|inch|"|″)?\s*$/i.exec(text);
  if (!match?.[1]) return undefined;
  const value = Number(match[1].replace(',', '.'));
  const given = match[2]?.toLowerCase();
  const inches = given === undefined ? unit === 'in' : given !== 'mm';
  return value > 0 ? value * (inches ? MM_PER_INCH : 1) : undefined;
}

/** A plain number, comma or point, either sign. Undefined when it is none. */
export function typedNumber(text: string): number | undefined {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : undefined;
}
