import { useCallback, useState } from 'react';
import { bench } from './bench';

function kept(name: string): string {
  return `gewerk-draft:${bench()}:${name}`;
}

function load<T>(name: string): T | undefined {
  try {
    const text = localStorage.getItem(kept(name));
    return text === null ? undefined : (JSON.parse(text) as T);
  } catch {
    return undefined;
  }
}

/**
 * What is being typed, kept in this browser until it is saved: survives a reload, leaving the step, a lost connection.
 * Undefined while nothing differs from what is saved.
 */
export function useDraft<T>(name: string): [T | undefined, (draft: T | undefined) => void] {
  const [state, setState] = useState<{ name: string; draft: T | undefined }>(() => ({
    name,
    draft: load<T>(name),
  }));
  const draft = state.name === name ? state.draft : load<T>(name);
  const set = useCallback(
    (next: T | undefined) => {
      setState({ name, draft: next });
      try {
        if (next === undefined) localStorage.removeItem(kept(name));
        else localStorage.setItem(kept(name), JSON.stringify(next));
      } catch {
        // A full or forbidden store loses the reload's safety, not what is on the screen.
      }
    },
    [name],
  );
  return [draft, set];
}
