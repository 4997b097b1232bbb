import { useSyncExternalStore } from 'react';

/** When an answer was kept that is read without a connection; `sw.js` writes it. */
export const KEPT_AT = 'X-Gewerk-Kept';

let since: string | undefined;
const listeners = new Set<() => void>();

/** Told with every answer: when it was kept, or null when it came from the server just now. */
export function keptSince(at: string | null): void {
  const next = at ?? undefined;
  if (next === since) return;
  since = next;
  listeners.forEach((tell) => tell());
}

function subscribe(tell: () => void) {
  listeners.add(tell);
  return () => {
    listeners.delete(tell);
  };
}

/** Of when what is shown is, where the server cannot be reached; undefined while it answers. */
export function useKeptSince(): string | undefined {
  return useSyncExternalStore(subscribe, () => since);
}

/** From now on what is opened stays readable without a connection, where the browser lets it. */
export function keepWhatIsRead(): void {
  // Not over a certificate that the browser does not trust: then there is only what is on the screen.
  if ('serviceWorker' in navigator) navigator.serviceWorker.register('/sw.js').catch(() => undefined);
}

/** What one person opened is not for the next. */
export function forgetWhatWasRead(): void {
  if ('serviceWorker' in navigator) navigator.serviceWorker.controller?.postMessage('forget');
}
