import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Refused, Unreachable } from '../api/client';
import { useDraft } from './useDraft';
import { LineProvider, useLine, useSave } from './useSave';
import { z } from 'zod';

const wrapper = ({ children }: { children: ReactNode }) => <LineProvider>{children}</LineProvider>;

describe('a save', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('is sent again by itself until the server answers, and says so meanwhile', async () => {
    let tries = 0;
    const send = () => (++tries < 3 ? Promise.reject(new Unreachable('down')) : Promise.resolve('kept'));
    const saved = vi.fn();
    const { result } = renderHook(() => ({ save: useSave<string, string>(send, saved), line: useLine() }), {
      wrapper,
    });
    let answer: Promise<string | undefined> = Promise.resolve(undefined);
    await act(async () => {
      answer = result.current.save.run('line');
      await Promise.resolve();
    });
    expect(result.current.line.down).toBe(true);
    expect(result.current.save.busy).toBe(true);
    await act(() => vi.advanceTimersByTimeAsync(5000));
    expect(await answer).toBe('kept');
    expect(saved).toHaveBeenCalledExactlyOnceWith('kept', 'line');
    expect(result.current.line.down).toBe(false);
    expect(result.current.save.busy).toBe(false);
  });

  it('keeps a refusal to be shown and does not try again', async () => {
    const send = vi.fn(() =>
      Promise.reject(new Refused(422, 'Say why', [{ field: 'reason', message: 'Say why' }])),
    );
    const { result } = renderHook(() => useSave(send), { wrapper });
    await act(async () => {
      await result.current.run(undefined);
    });
    expect(result.current.refused?.of('reason')).toBe('Say why');
    expect(result.current.refused?.of('other')).toBeUndefined();
    expect(send).toHaveBeenCalledTimes(1);
    act(() => result.current.clear());
    expect(result.current.refused).toBeUndefined();
  });

  it('goes on when one has left the step, and leads nobody on who has', async () => {
    let tries = 0;
    const send = () => (++tries < 3 ? Promise.reject(new Unreachable('down')) : Promise.resolve('kept'));
    const saved = vi.fn();
    const { result, unmount } = renderHook(() => useSave<string, string>(send, saved), { wrapper });
    let answer: Promise<string | undefined> = Promise.resolve('');
    await act(async () => {
      answer = result.current.run('line');
      await Promise.resolve();
    });
    unmount();
    await vi.advanceTimersByTimeAsync(5000);
    expect(saved).toHaveBeenCalledExactlyOnceWith('kept', 'line');
    expect(await answer).toBeUndefined();
  });

  it('is sent under one key, however often', async () => {
    const keys: string[] = [];
    const send = (_: string, key: string) => {
      keys.push(key);
      return keys.length % 2 === 1 ? Promise.reject(new Unreachable('down')) : Promise.resolve('kept');
    };
    const { result } = renderHook(() => useSave<string, string>(send), { wrapper });
    for (let saves = 0; saves < 2; saves++) {
      await act(async () => {
        void result.current.run('line');
        await vi.advanceTimersByTimeAsync(2000);
      });
    }
    expect(keys).toHaveLength(4);
    expect(keys[1]).toBe(keys[0]);
    expect(keys[3]).toBe(keys[2]);
    expect(keys[2]).not.toBe(keys[0]);
  });

  it('takes just the draft that was sent away, not what was typed on meanwhile', async () => {
    let answer: (now: string) => void = () => undefined;
    const sent: [string, string][] = [];
    const send = (line: string, key: string) => {
      sent.push([line, key]);
      return new Promise<string>((then) => (answer = then));
    };
    const { result } = renderHook(
      ({ name }) => {
        const [typed, set, about] = useDraft(name, z.string());
        return { typed, set, about, save: useSave(send, undefined, about) };
      },
      { wrapper, initialProps: { name: 'save-1' } },
    );
    act(() => result.current.set('one screw'));
    const { key } = result.current.about;
    act(() => void result.current.save.run('one screw'));
    expect(sent).toEqual([['one screw', key]]);
    act(() => result.current.set('one screw, two washers'));
    await act(() => Promise.resolve(answer('kept')));
    expect(result.current.typed).toBe('one screw, two washers');
    act(() => void result.current.save.run('one screw, two washers'));
    expect(sent[1]?.[1]).not.toBe(key);
    await act(() => Promise.resolve(answer('kept')));
    expect(result.current.typed).toBeUndefined();
  });

  it('takes away the draft that was sent where another is shown by then', async () => {
    let answer: (now: string) => void = () => undefined;
    const send = () => new Promise<string>((then) => (answer = then));
    const { result, rerender } = renderHook(
      ({ name }) => {
        const [typed, set, about] = useDraft(name, z.string());
        return { typed, set, save: useSave<string, string>(send, undefined, about) };
      },
      { wrapper, initialProps: { name: 'save-2' } },
    );
    act(() => result.current.set('of the first'));
    act(() => void result.current.save.run('of the first'));
    rerender({ name: 'save-3' });
    act(() => result.current.set('of the second'));
    await act(() => Promise.resolve(answer('kept')));
    expect(result.current.typed).toBe('of the second');
    rerender({ name: 'save-2' });
    expect(result.current.typed).toBeUndefined();
  });
});
