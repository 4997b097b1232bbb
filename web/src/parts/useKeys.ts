import { useEffect, useRef, useSyncExternalStore } from 'react';

type Keys = Record<string, (event: KeyboardEvent) => void>;

const SETTING = 'gewerk-single-keys';
const listeners = new Set<() => void>();
/** The keys that act on what is on the screen now. */
const acting = new Set<{ current: Keys }>();
/** Where a store is forbidden, at least this page remembers. */
let setting: string | undefined;

function single(): boolean {
  try {
    setting = localStorage.getItem(SETTING) ?? setting;
  } catch {
    // as this page remembers it
  }
  return setting !== 'off';
}

/** Whether keys of one letter act; who speaks to the machine, or whose hand shakes, switches them off. */
export function useSingleKeys(): [boolean, (on: boolean) => void] {
  const on = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, single);
  const set = (next: boolean) => {
    setting = next ? 'on' : 'off';
    try {
      localStorage.setItem(SETTING, setting);
    } catch {
      // only this page remembers it
    }
    listeners.forEach((listener) => listener());
  };
  return [on, set];
}

/** Names of the keys that act now. */
export function actingKeys(): Set<string> {
  return new Set([...acting].flatMap((keys) => Object.keys(keys.current)));
}

function typing(target: EventTarget | null): boolean {
  return (
    (target instanceof HTMLInputElement && target.type !== 'checkbox' && target.type !== 'radio') ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement ||
    (target instanceof HTMLElement &&
      (target.isContentEditable || target.closest('[role="dialog"]') !== null))
  );
}

function named(event: KeyboardEvent): string {
  if (event.altKey) return `Alt+${event.key}`;
  return event.shiftKey && event.key.startsWith('Arrow') ? `Shift+${event.key}` : event.key;
}

/** Single keys, and arrows with Shift, that act while nobody is typing; `Alt+Enter` acts always. */
export function useKeys(keys: Keys): void {
  const current = useRef(keys);
  useEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    acting.add(current);
    const press = (event: KeyboardEvent) => {
      const name = named(event);
      if (event.ctrlKey || event.metaKey || event.defaultPrevented) return;
      if (!event.altKey && typing(event.target)) return;
      if (name.length === 1 && !single()) return;
      const act = current.current[name];
      if (act) {
        event.preventDefault();
        act(event);
      }
    };
    window.addEventListener('keydown', press);
    return () => {
      acting.delete(current);
      window.removeEventListener('keydown', press);
    };
  }, []);
}
