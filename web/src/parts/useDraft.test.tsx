import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { workAt } from './bench';
import { cleanUp } from './drafts';
import { useDraft } from './useDraft';

const note = z.string();
const DAY_MS = 24 * 3600 * 1000;

/** Another tab writes into the store that both share. */
function anotherTab(entry: string, text: string) {
  localStorage.setItem(entry, text);
  window.dispatchEvent(new StorageEvent('storage', { key: entry, newValue: text }));
}

describe('a draft', () => {
  beforeEach(() => {
    localStorage.clear();
    workAt('own');
  });

  it('survives leaving and coming back', () => {
    const first = renderHook(() => useDraft('note', note));
    act(() => first.result.current[1]('seven teeth flat'));
    first.unmount();
    expect(renderHook(() => useDraft('note', note)).result.current[0]).toBe('seven teeth flat');
  });

  it('is gone once it is saved', () => {
    const hook = renderHook(() => useDraft('note', note));
    act(() => hook.result.current[1]('x'));
    act(() => hook.result.current[2].settle(hook.result.current[2].key));
    expect(hook.result.current[0]).toBeUndefined();
    expect(localStorage.length).toBe(0);
  });

  it('stays when it was typed on while it was saved', () => {
    const hook = renderHook(() => useDraft('note', note));
    act(() => hook.result.current[1]('x'));
    const { key } = hook.result.current[2];
    act(() => hook.result.current[1]('x and y'));
    act(() => hook.result.current[2].settle(key));
    expect(hook.result.current[0]).toBe('x and y');
  });

  it('belongs to its own place', () => {
    const hook = renderHook(({ name }) => useDraft(name, note), { initialProps: { name: 'a' } });
    act(() => hook.result.current[1]('for a'));
    hook.rerender({ name: 'b' });
    expect(hook.result.current[0]).toBeUndefined();
    hook.rerender({ name: 'a' });
    expect(hook.result.current[0]).toBe('for a');
  });

  it('belongs to its own bench', async () => {
    const typed = renderHook(() => useDraft('note', note));
    act(() => typed.result.current[1]('of my own'));
    vi.resetModules();
    const demo = await import('./bench');
    demo.workAt('demo');
    const { useDraft: drafted } = await import('./useDraft');
    expect(renderHook(() => drafted('note', note)).result.current[0]).toBeUndefined();
  });

  it.each(['{broken', '"of an older release"', '{"text":"x"}', 'null'])(
    'of an older release is set aside whole: %s',
    (old) => {
      localStorage.setItem('gewerk-draft:own:note', old);
      const hook = renderHook(() => useDraft('note', note));
      expect(hook.result.current[0]).toBeUndefined();
      expect(hook.result.current[2].aside).toBe(old);
      act(() => hook.result.current[1]('new'));
      expect(hook.result.current[0]).toBe('new');
      act(() => hook.result.current[2].throwAside());
      expect(hook.result.current[2].aside).toBeNull();
    },
  );

  it('that no longer fits what is asked for is set aside', () => {
    const before = renderHook(() => useDraft('note', z.number()));
    act(() => before.result.current[1](7));
    before.unmount();
    const hook = renderHook(() => useDraft('note', note));
    expect(hook.result.current[0]).toBeUndefined();
    expect(hook.result.current[2].aside).toContain('7');
  });

  it('is the same in two tabs, which say so', () => {
    const hook = renderHook(() => useDraft('note', note));
    expect(hook.result.current[2].elsewhere).toBe(false);
    act(() =>
      anotherTab(
        'gewerk-draft:own:note',
        JSON.stringify({ draft: 'typed there', version: 0, key: 'k', at: Date.now() }),
      ),
    );
    expect(hook.result.current[0]).toBe('typed there');
    expect(hook.result.current[2].elsewhere).toBe(true);
    act(() => hook.result.current[1]('typed here'));
    expect(hook.result.current[2].elsewhere).toBe(false);
  });

  it('goes when nobody has touched it for half a year', () => {
    const hook = renderHook(() => useDraft('note', note));
    act(() => hook.result.current[1]('x'));
    cleanUp(Date.now() + 100 * DAY_MS);
    expect(localStorage.length).toBe(1);
    cleanUp(Date.now() + 200 * DAY_MS);
    expect(localStorage.length).toBe(0);
  });
});
