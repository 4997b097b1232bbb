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
import { Refused, Unreachable } from '../api/client';

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
 * A save that waits out a lost connection: it is sent again by itself until the server answers. A refusal is kept to be
 * shown beside what was typed. Where sending twice could make two things, the argument carries its own key.
 */
export function useSave<A, R>(send: (argument: A) => Promise<R>, saved?: (result: R) => void): Save<A, R> {
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<Refused>();
  const { report } = useLine();
  const calls = useRef({ send, saved });
  const here = useRef(true);
  useEffect(() => {
    calls.current = { send, saved };
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
      try {
        for (;;) {
          try {
            const result = await calls.current.send(argument);
            report(false);
            calls.current.saved?.(result);
            return result;
          } catch (failed) {
            if (!(failed instanceof Unreachable) || !here.current) throw failed;
            report(true);
            await new Promise((wait) => setTimeout(wait, RETRY_MS));
          }
        }
      } catch (failed) {
        if (failed instanceof Refused) setRefused(failed);
        else if (!(failed instanceof Unreachable)) throw failed;
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
