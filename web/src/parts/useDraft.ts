import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import type { ZodType } from 'zod';
import { newKey } from '../api/client';
import {
  aside,
  draftText,
  keep,
  setAside,
  settle,
  subscribe,
  throwAside,
  typedElsewhere,
  understood,
} from './drafts';

export interface Draft<T> {
  /** Undefined while nothing differs from what is saved. */
  value: T | undefined;
  version: number;
  key: string;
}

/** What else there is to know of a draft. */
export interface AboutDraft {
  /** By which a save of just this draft is known. */
  key: string;
  /** What was kept under a key is saved: it goes, unless it has been typed on meanwhile. */
  settle: (key: string) => void;
  /** Another tab of this browser has typed in it. */
  elsewhere: boolean;
  /** What an older release had kept, as it lay there, and cannot be read any more. */
  aside: string | null;
  throwAside: () => void;
}

const NONE = { version: 0, key: '' };

/**
 * What is being typed, kept in this browser until it is saved: survives a reload, leaving the step, a lost connection;
 * the same in every tab. Typed on, it keeps the version it was begun with and gets a key of its own: what was sent under
 * the last one was something else.
 */
export function useKept<T>(
  name: string,
  schema: ZodType<T>,
): [Draft<T>, (value: T | undefined, version?: number) => void, Omit<AboutDraft, 'key' | 'settle'>] {
  const text = useSyncExternalStore(subscribe, () => draftText(name));
  const elsewhere = useSyncExternalStore(subscribe, () => typedElsewhere(name));
  const old = useSyncExternalStore(subscribe, () => aside(name));
  const read = useMemo(() => {
    const kept = text === null ? undefined : understood(text);
    const draft = kept && schema.safeParse(kept.draft);
    return kept && draft?.success ? { value: draft.data, version: kept.version, key: kept.key } : undefined;
  }, [text, schema]);
  const unreadable = text !== null && read === undefined;
  useEffect(() => {
    if (unreadable) setAside(name);
  }, [unreadable, name]);
  const set = useCallback(
    (value: T | undefined, version = 0) => {
      const before = draftText(name);
      const kept = before === null ? undefined : understood(before);
      keep(
        name,
        value === undefined
          ? undefined
          : {
              draft: value,
              version: kept?.version ?? version,
              key: newKey(),
              at: Date.now(),
              ...(kept?.sent === undefined ? {} : { sent: kept.sent }),
            },
      );
    },
    [name],
  );
  const drop = useCallback(() => throwAside(name), [name]);
  return [read ?? { value: undefined, ...NONE }, set, { elsewhere, aside: old, throwAside: drop }];
}

/** A draft of something that is made, not changed: it has no version. */
export function useDraft<T>(
  name: string,
  schema: ZodType<T>,
): [T | undefined, (draft: T | undefined) => void, AboutDraft] {
  const [draft, set, about] = useKept(name, schema);
  const setValue = useCallback((value: T | undefined) => set(value), [set]);
  const saved = useCallback((key: string) => settle(name, key, 0), [name]);
  return [draft.value, setValue, { ...about, key: draft.key, settle: saved }];
}
