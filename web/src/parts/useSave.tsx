import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import { newKey, Refused, Unreachable } from '../api/client';

import type { AboutDraft } from './useDraft';

const RETRY_MS = 1500;

interface Line {
  down: boolean;
  report: (down: boolean) => void;
}

const LineContext = createContext<Line>({ down: false, report: () => undefined });

/** Knows whether the server answers. */
export function LineProvider({ children }: { children: ReactNode }) {
  const [down, report] = useState(false);
  const line = useMemo(() => ({ down, report }), [down]);
  return <LineContext value={line}>{children}</LineContext>;
}

export function useLine(): Line {
  return useContext(LineContext);
}

interface Save<A, R> {
  run: (argument: A) => Promise<R | undefined>;
  busy: boolean;
  refused: Refused | undefined;
  clear: () => void;
}

/**
 * A save that waits out a lost connection: it is sent again by itself until the server answers, also when one has left
 * the step meanwhile. A refusal is kept to be shown beside what was typed.
 *
 * @param send is given the key by which what is sent is known, the same however often it has to be sent
 * @param saved told whenever it is saved, gone or not: what is kept and shown is brought up to date here. What leads the
 *   person on waits for the result instead, which nobody gets who has left.
 * @param draft that is sent: under its key, and it goes once that is saved; what was typed on meanwhile stays
 */
export function useSave<A, R>(
  send: (argument: A, key: string) => Promise<R>,
  saved?: (result: R, argument: A) => void,
  draft?: Pick<AboutDraft, 'key' | 'settle'>,
): Save<A, R> {
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<Refused>();
  const { report } = useLine();
  const calls = useRef({ send, saved, draft });
  const here = useRef(true);
  useEffect(() => {
    calls.current = { send, saved, draft };
  });
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  const run = useCallback(
    async (argument: A) => {
      setBusy(true);
      setRefused(undefined);
      const { send: sendNow, draft: sent } = calls.current;
      const key = sent?.key || newKey();
      try {
        const result = await untilAnswered(() => sendNow(argument, key), report);
        sent?.settle(key);
        calls.current.saved?.(result, argument);
        return here.current ? result : undefined;
      } catch (failed) {
        if (!(failed instanceof Refused)) throw failed;
        setRefused(failed);
        return undefined;
      } finally {
        setBusy(false);
      }
    },
    [report],
  );
  const clear = useCallback(() => setRefused(undefined), []);
  return { run, busy, refused, clear };
}

/** Sends until somebody answers, whether the answer is yes or no. */
export async function untilAnswered<R>(send: () => Promise<R>, report: (down: boolean) => void): Promise<R> {
  for (;;) {
    try {
      const result = await send();
      report(false);
      return result;
    } catch (failed) {
      if (!(failed instanceof Unreachable)) {
        if (failed instanceof Refused) report(false);
        throw failed;
      }
      report(true);
      await new Promise((wait) => setTimeout(wait, RETRY_MS));
    }
  }
}
