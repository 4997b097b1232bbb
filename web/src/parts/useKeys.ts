import { useEffect, useRef } from 'react';

type Keys = Record<string, (event: KeyboardEvent) => void>;

function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLInputElement ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement ||
    (target instanceof HTMLElement &&
      (target.isContentEditable || target.closest('[role="dialog"]') !== null))
  );
}

/** Single keys that act while nobody is typing; `Alt+Enter` acts always. */
export function useKeys(keys: Keys): void {
  const current = useRef(keys);
  useEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const name = event.altKey ? `Alt+${event.key}` : event.key;
      if (event.ctrlKey || event.metaKey || event.defaultPrevented) return;
      if (!event.altKey && typing(event.target)) return;
      const act = current.current[name];
      if (act) {
        event.preventDefault();
        act(event);
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}
