import { useCallback, useState } from 'react';

const PREFIX = 'gewerk-draft:';

function load<T>(name: string): T | undefined {
  try {
    const kept = localStorage.getItem(PREFIX + name);
    return kept === null ? undefined : (JSON.parse(kept) as T);
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
        if (next === undefined) localStorage.removeItem(PREFIX + name);
        else localStorage.setItem(PREFIX + name, JSON.stringify(next));
      } catch {
        // A full or forbidden store loses the reload's safety, not what is on the screen.
      }
    },
    [name],
  );
  return [draft, set];
}
