import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { Refused, Unreachable } from '../api/client';
import { workAt } from './bench';
import { LineProvider } from './useSave';
import { useEdit } from './useEdit';

const wrapper = ({ children }: { children: ReactNode }) => <LineProvider>{children}</LineProvider>;
const words = z.string();

interface Stands {
  line: string;
  version: number;
}

/** A server with one line on it, and a screen that shows what was fetched last. */
function bench(name: string) {
  const server: Stands & { keys: Set<string>; down: boolean } = {
    line: 'lid off',
    version: 1,
    keys: new Set(),
    down: false,
  };
  const send = vi.fn((line: string, version: number, key: string): Promise<Stands> => {
    if (server.down) return Promise.reject(new Unreachable('down'));
    if (!server.keys.has(key)) {
      if (version !== server.version) {
        return Promise.reject(
          new Refused(409, 'in between', [], { line: server.line, version: server.version }),
        );
      }
      server.keys.add(key);
      server.line = line;
      server.version++;
    }
    return Promise.resolve({ line: server.line, version: server.version });
  });
  const open = () =>
    renderHook(
      ({ saved }: { saved: Stands }) =>
        useEdit({
          name,
          schema: words,
          saved: saved.line,
          version: saved.version,
          send,
          done: () => undefined,
          versionOf: (current: Stands) => current.version,
        }),
      { wrapper, initialProps: { saved: { line: server.line, version: server.version } } },
    );
  return { server, send, open };
}

describe('editing what is kept', () => {
  beforeEach(() => {
    localStorage.clear();
    workAt('own');
    vi.useFakeTimers();
  });
  afterEach(() => void vi.useRealTimers());

  it('does not take its own save for somebody else’s, where the page was left before the answer came', async () => {
    const { server, send, open } = bench('left');
    const { result, unmount } = open();
    act(() => result.current.change('first'));
    // The server has it, the answer never comes, and the page is loaded anew.
    send.mockImplementationOnce((line: string, _, key: string) => {
      server.keys.add(key);
      server.line = line;
      server.version++;
      return new Promise(() => undefined);
    });
    await act(() => {
      void result.current.save();
      return Promise.resolve();
    });
    unmount();
    vi.resetModules();
    const anew = (await import('./useEdit')).useEdit;
    const again = renderHook(
      () =>
        anew({
          name: 'left',
          schema: words,
          saved: server.line,
          version: server.version,
          send,
          done: () => undefined,
          versionOf: (current: Stands) => current.version,
        }),
      { wrapper },
    );
    expect(again.result.current.value).toBe('first');
    act(() => again.result.current.change('second'));
    await act(() => again.result.current.save());
    expect(again.result.current.theirs).toBeUndefined();
    expect(server.line).toBe('second');
    expect(server.version).toBe(3);
    expect(again.result.current.changed).toBe(false);
  });

  it('saves over what stood when the draft was begun, whatever has been fetched since', async () => {
    const { server, send, open } = bench('a');
    const { result, rerender } = open();
    act(() => result.current.change('mine'));
    server.line = 'theirs';
    server.version = 2;
    rerender({ saved: { line: 'theirs', version: 2 } });
    expect(result.current.value).toBe('mine');
    await act(() => result.current.save());
    expect(send).toHaveBeenLastCalledWith('mine', 1, expect.any(String));
    expect(server.line).toBe('theirs');
    expect(result.current.theirs?.line).toBe('theirs');
    expect(result.current.value).toBe('mine');
    await act(() => result.current.saveMine());
    expect(server.line).toBe('mine');
    expect(result.current.changed).toBe(false);
    expect(result.current.theirs).toBeUndefined();
  });

  it('goes on saving when one has left, and finds it under way when one comes back', async () => {
    const { server, open } = bench('b');
    server.down = true;
    const first = open();
    act(() => first.result.current.change('typed on the way out'));
    act(() => void first.result.current.save());
    first.unmount();
    const second = open();
    expect(second.result.current.busy).toBe(true);
    expect(second.result.current.value).toBe('typed on the way out');
    server.down = false;
    await act(() => vi.advanceTimersByTimeAsync(3000));
    expect(server.line).toBe('typed on the way out');
    expect(second.result.current.busy).toBe(false);
    expect(second.result.current.changed).toBe(false);
  });

  it('keeps what is typed on while the save is under way, begun from what was saved', async () => {
    const { server, send, open } = bench('c');
    server.down = true;
    const { result } = open();
    act(() => result.current.change('one'));
    act(() => void result.current.save());
    act(() => result.current.change('one and two'));
    server.down = false;
    await act(() => vi.advanceTimersByTimeAsync(3000));
    expect(server.line).toBe('one');
    expect(result.current.value).toBe('one and two');
    await act(() => result.current.save());
    expect(send).toHaveBeenLastCalledWith('one and two', 2, expect.any(String));
    expect(server.line).toBe('one and two');
  });

  it('is saved once when the answer was lost and the page came up anew', async () => {
    const { server, open } = bench('d');
    const first = open();
    act(() => first.result.current.change('once'));
    const kept = localStorage.getItem('gewerk-draft:own:d') ?? '';
    server.keys.add((JSON.parse(kept) as { key: string }).key);
    server.line = 'once';
    server.version = 2;
    first.unmount();
    const second = open();
    expect(second.result.current.value).toBe('once');
    await act(() => second.result.current.save());
    expect(server.version).toBe(2);
    expect(second.result.current.changed).toBe(false);
  });

  it('shows a refusal beside what was typed', async () => {
    const { send, open } = bench('e');
    send.mockRejectedValueOnce(new Refused(422, 'Say what comes off'));
    const { result } = open();
    act(() => result.current.change(''));
    await act(() => result.current.save());
    expect(result.current.refused?.message).toBe('Say what comes off');
    expect(result.current.changed).toBe(true);
    act(() => result.current.drop());
    expect(result.current.refused).toBeUndefined();
    expect(result.current.value).toBe('lid off');
  });
});
