import { bench } from './bench';

/** What is being typed, as it lies in this browser. */
export interface Kept {
  draft: unknown;
  /** Of what stood there when it was begun; 0 where nothing has versions. */
  version: number;
  /** By which the save of just this is known when it is sent again. */
  key: string;
  /** When it was typed, ms. */
  at: number;
  /** A save of it that has not been answered: the page may have been left before it was. */
  sent?: Sent;
}

export interface Sent {
  draft: unknown;
  version: number;
  key: string;
}

const PREFIX = 'gewerk-draft:';
const ASIDE = 'gewerk-aside:';
const OLD_MS = 180 * 24 * 3600 * 1000;

/** Where a store is forbidden or full, at least this page remembers. */
const memory = new Map<string, string>();
const listeners = new Set<() => void>();
const elsewhere = new Set<string>();

function full(name: string): string {
  return `${PREFIX}${bench()}:${name}`;
}

function get(entry: string): string | null {
  try {
    return localStorage.getItem(entry) ?? memory.get(entry) ?? null;
  } catch {
    return memory.get(entry) ?? null;
  }
}

function put(entry: string, text: string | undefined): void {
  memory.delete(entry);
  try {
    if (text === undefined) localStorage.removeItem(entry);
    else localStorage.setItem(entry, text);
  } catch {
    if (text !== undefined) memory.set(entry, text);
  }
}

window.addEventListener('storage', (event) => {
  if (!event.key?.startsWith(PREFIX)) return;
  if (event.newValue === null) elsewhere.delete(event.key);
  else elsewhere.add(event.key);
  listeners.forEach((listener) => listener());
});

export function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** As it lies there; the same text while nothing changes. */
export function draftText(name: string): string | null {
  return get(full(name));
}

/** Whether another tab of this browser is typing it. */
export function typedElsewhere(name: string): boolean {
  return elsewhere.has(full(name));
}

export function keep(name: string, kept: Kept | undefined): void {
  elsewhere.delete(full(name));
  put(full(name), kept === undefined ? undefined : JSON.stringify(kept));
  listeners.forEach((listener) => listener());
}

/**
 * Just this has been saved: the draft goes. Where somebody has typed on meanwhile it stays, begun from what stands now.
 *
 * @param version that stands after the save
 */
export function settle(name: string, key: string, version: number): void {
  const text = get(full(name));
  const kept = text === null ? undefined : understood(text);
  if (kept?.key === key) keep(name, undefined);
  else if (kept && (kept.version !== version || kept.sent)) keep(name, { ...unsent(kept), version });
}

/** A draft is sent just so; undefined when that has been answered. */
export function sending(name: string, sent: Sent | undefined): void {
  const text = get(full(name));
  const kept = text === null ? undefined : understood(text);
  if (kept) put(full(name), JSON.stringify({ ...unsent(kept), sent }));
}

/** What was sent of a draft and never answered. */
export function unanswered(name: string): Sent | undefined {
  const text = get(full(name));
  return text === null ? undefined : understood(text)?.sent;
}

function unsent(kept: Kept): Kept {
  const { draft, version, key, at } = kept;
  return { draft, version, key, at };
}

/** The draft in a text of the store; undefined when it is none, as those of older releases. */
export function understood(text: string): Kept | undefined {
  try {
    const kept = JSON.parse(text) as Partial<Kept> | null;
    return kept !== null &&
      typeof kept === 'object' &&
      'draft' in kept &&
      typeof kept.version === 'number' &&
      typeof kept.key === 'string' &&
      typeof kept.at === 'number'
      ? (kept as Kept)
      : undefined;
  } catch {
    return undefined;
  }
}

/** A draft that this release cannot read is put aside whole: nothing typed is thrown away unasked. */
export function setAside(name: string): void {
  const text = get(full(name));
  if (text === null) return;
  put(`${ASIDE}${bench()}:${name}`, text);
  keep(name, undefined);
}

/** What was put aside of a draft. */
export function aside(name: string): string | null {
  return get(`${ASIDE}${bench()}:${name}`);
}

export function throwAside(name: string): void {
  put(`${ASIDE}${bench()}:${name}`, undefined);
  listeners.forEach((listener) => listener());
}

/** Drafts that nobody has touched for half a year go. */
export function cleanUp(now: number): void {
  try {
    for (const entry of Object.keys(localStorage)) {
      if (!entry.startsWith(PREFIX)) continue;
      const kept = understood(localStorage.getItem(entry) ?? '');
      if (kept && now - kept.at > OLD_MS) localStorage.removeItem(entry);
    }
  } catch {
    // A forbidden store holds none.
  }
}
