import { createStore, del, entries, set } from 'idb-keyval';
import { useSyncExternalStore } from 'react';
import { newKey, Refused, Unreachable, upload, type Schemas } from '../../api/client';
import { bench } from '../../parts/bench';
import { smaller } from './smaller';

/** A photograph on its way: kept in this browser until the server has it. */
export interface Waiting {
  key: string;
  /** Of which bench: another one's jobs have the same numbers. */
  bench: string;
  jobId: number;
  step: string;
  teardownKey: string;
  name: string;
  file: Blob;
  refused?: string;
}

const RETRY_MS = 1500;
let store: ReturnType<typeof createStore> | undefined;
let waiting: readonly Waiting[] = [];
let busy = false;
/** Nobody is signed in: what waits goes on waiting until somebody is. */
let out = false;
/** A telephone sends for the one job it is joined to; what it took for others waits for theirs. */
let only: number | undefined;
const listeners = new Set<() => void>();
const landed = new Set<(photo: Schemas['Photo'], jobId: number) => void>();

function change(next: readonly Waiting[]) {
  waiting = next;
  listeners.forEach((tell) => tell());
}

function keepStore() {
  store ??= createStore('gewerk-photos', 'waiting');
  return store;
}

/** Keeping survives a reload; where the browser forbids it, the photograph still goes up while the page is open. */
async function keep(one: Waiting) {
  try {
    await set(one.key, one, keepStore());
  } catch {
    return;
  }
}

async function forget(key: string) {
  try {
    await del(key, keepStore());
  } catch {
    return;
  }
}

function take(more: readonly Waiting[]) {
  const known = new Set(waiting.map((w) => w.key));
  change([...waiting, ...more.filter((one) => !known.has(one.key))]);
}

function drop(key: string) {
  change(waiting.filter((w) => w.key !== key));
}

/**
 * Takes up what a reload, or having been signed out, interrupted.
 *
 * @param job the only one to send for; all when none is given
 */
export async function resumeUploads(job?: number) {
  out = false;
  only = job;
  try {
    const kept = await entries<string, Waiting>(keepStore());
    take(kept.map(([, one]) => one).filter((one) => one.bench === bench()));
  } catch {
    return;
  }
  void work();
}

/** A photograph is on its way, and shown so, once a reload can no longer lose it. */
export async function addPhotos(
  files: Iterable<File>,
  to: Omit<Waiting, 'key' | 'bench' | 'name' | 'file' | 'refused'>,
) {
  const more = [...files].map((file) => ({ ...to, bench: bench(), key: newKey(), name: file.name, file }));
  for (const one of more) {
    await keep(one);
    take([one]);
    void work();
  }
}

function nextToSend(): Waiting | undefined {
  return out ? undefined : waiting.find((w) => !w.refused && (only === undefined || w.jobId === only));
}

/** One after another; a dropped connection is waited out, and the key keeps a photograph from being kept twice. */
async function work() {
  if (busy) return;
  busy = true;
  try {
    for (let next = nextToSend(); next; next = nextToSend()) await send(next);
  } finally {
    busy = false;
  }
}

async function send(one: Waiting) {
  const where = new URLSearchParams({
    key: one.key,
    step: one.step,
    teardownKey: one.teardownKey,
    name: one.name,
  });
  try {
    const file = await smaller(one.file);
    const photo = await upload<Schemas['Photo']>(`/api/photo/${one.jobId}?${where.toString()}`, file);
    drop(one.key);
    await forget(one.key);
    landed.forEach((tell) => tell(photo, one.jobId));
  } catch (failed) {
    if (failed instanceof Refused && failed.status === 401) {
      out = true;
    } else if (failed instanceof Refused && failed.status < 500 && failed.status !== 429) {
      change(waiting.map((w) => (w.key === one.key ? { ...w, refused: failed.message } : w)));
      await forget(one.key);
    } else if (failed instanceof Unreachable || failed instanceof Refused) {
      await new Promise((wait) => setTimeout(wait, RETRY_MS));
    } else throw failed;
  }
}

/** Leaves a refused photograph. */
export function dismiss(key: string) {
  drop(key);
}

export function onLanded(tell: (photo: Schemas['Photo'], jobId: number) => void): () => void {
  landed.add(tell);
  return () => landed.delete(tell);
}

function subscribe(tell: () => void) {
  listeners.add(tell);
  return () => {
    listeners.delete(tell);
  };
}

export function useWaiting(): readonly Waiting[] {
  return useSyncExternalStore(subscribe, () => waiting);
}
