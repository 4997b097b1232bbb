import { useCallback, useEffect, useRef, useSyncExternalStore } from 'react';
import type { ZodType } from 'zod';
import { Refused } from '../api/client';
import { sending, settle, unanswered } from './drafts';
import { useKept, type AboutDraft } from './useDraft';
import { untilAnswered, useLine } from './useSave';

interface Saving {
  busy: boolean;
  refused: Refused | undefined;
}

const QUIET: Saving = { busy: false, refused: undefined };

/** Saves under way and refused ones, by the draft's name: they go on, and are found again, when one leaves the step. */
const savings = new Map<string, Saving>();
const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function set(name: string, saving: Saving): void {
  if (saving === QUIET) savings.delete(name);
  else savings.set(name, saving);
  listeners.forEach((listener) => listener());
}

/** What is saved of something, and how a draft of it is sent. */
export interface Editing<T, R, C> {
  /** The draft's name. */
  name: string;
  /** What a draft looks like; one that does not is put aside. */
  schema: ZodType<T>;
  /** What stands, as a draft would have it. */
  saved: T;
  version: number;
  send: (draft: T, version: number, key: string) => Promise<R>;
  /** Told when it is saved, also after one has left the step. */
  done: (result: R) => void;
  /** The version that stands once a draft is saved; else the next one. */
  after?: (draft: T) => number;
  /** The version of what somebody else has saved in between. */
  versionOf: (current: C) => number;
}

export interface Edit<T, R, C> extends Omit<AboutDraft, 'key' | 'settle'> {
  /** What is typed, or what is saved while nothing is. */
  value: T;
  /** Something is typed that is not saved. */
  changed: boolean;
  change: (value: T) => void;
  /** Forgets what is typed. */
  drop: () => void;
  /** Undefined when it was refused, or when one has left the step before it was saved. */
  save: () => Promise<R | undefined>;
  busy: boolean;
  /** Refused for another reason than that somebody saved in between. */
  refused: Refused | undefined;
  /** What somebody else has saved since the draft was begun. */
  theirs: C | undefined;
  saveMine: () => Promise<R | undefined>;
}

/**
 * Edits something that is kept. A draft carries the version that stood when it was begun, so that whatever is fetched
 * meanwhile, a colleague's save is never overwritten unseen; and the key of its save, so that one sent twice is saved once.
 */
export function useEdit<T, R, C>(editing: Editing<T, R, C>): Edit<T, R, C> {
  const { name, schema, saved, version } = editing;
  const [draft, setDraft, about] = useKept(name, schema);
  const saving = useSyncExternalStore(subscribe, () => savings.get(name) ?? QUIET);
  const { report } = useLine();
  const calls = useRef(editing);
  const here = useRef(true);
  useEffect(() => {
    calls.current = editing;
  });
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  const changed = draft.value !== undefined;
  const value = draft.value ?? saved;
  const change = useCallback((next: T) => setDraft(next, version), [setDraft, version]);
  const drop = useCallback(() => {
    setDraft(undefined);
    set(name, QUIET);
  }, [setDraft, name]);
  const send = useCallback(
    async (what: T, over: number, key: string) => {
      if (savings.get(name)?.busy) return undefined;
      set(name, { busy: true, refused: undefined });
      const { send: sendNow } = calls.current;
      const sendAs = async (draft: T, from: number, as: string) => {
        sending(name, { draft, version: from, key: as });
        try {
          const result = await untilAnswered(() => sendNow(draft, from, as), report);
          const stands = calls.current.after?.(draft) ?? from + 1;
          settle(name, as, stands);
          return { result, stands };
        } finally {
          sending(name, undefined);
        }
      };
      /** What this page sent before it was left, and had no answer to, is sent once more under its key. */
      const overWhatWasSent = async () => {
        const before = unanswered(name);
        if (before?.version !== over || before.key === key) return over;
        const draft = schema.safeParse(before.draft);
        if (!draft.success) return over;
        try {
          return (await sendAs(draft.data, before.version, before.key)).stands;
        } catch (failed) {
          if (failed instanceof Refused) return over;
          throw failed;
        }
      };
      try {
        const { result } = await sendAs(what, await overWhatWasSent(), key);
        set(name, QUIET);
        calls.current.done(result);
        return here.current ? result : undefined;
      } catch (failed) {
        set(name, failed instanceof Refused ? { busy: false, refused: failed } : QUIET);
        if (!(failed instanceof Refused)) throw failed;
        return undefined;
      }
    },
    [name, report, schema],
  );
  const stale = saving.refused?.status === 409;
  const theirs = stale ? (saving.refused?.current as C) : undefined;
  return {
    ...about,
    value,
    changed,
    change,
    drop,
    save: () => send(value, changed ? draft.version : version, changed ? draft.key : crypto.randomUUID()),
    busy: saving.busy,
    refused: stale ? undefined : saving.refused,
    theirs,
    saveMine: () =>
      send(
        value,
        theirs === undefined ? version : editing.versionOf(theirs),
        draft.key || crypto.randomUUID(),
      ),
  };
}
