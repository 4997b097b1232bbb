import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Refused, Unreachable } from '../api/client';
import { LineProvider, useLine, useSave } from './useSave';

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
});
