import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { workAt } from './bench';
import { useDraft } from './useDraft';

describe('a draft', () => {
  beforeEach(() => {
    localStorage.clear();
    workAt('own');
  });

  it('survives leaving and coming back', () => {
    const first = renderHook(() => useDraft<string>('note'));
    act(() => first.result.current[1]('seven teeth flat'));
    first.unmount();
    expect(renderHook(() => useDraft<string>('note')).result.current[0]).toBe('seven teeth flat');
  });

  it('is gone once it is saved', () => {
    const hook = renderHook(() => useDraft<string>('note'));
    act(() => hook.result.current[1]('x'));
    act(() => hook.result.current[1](undefined));
    expect(hook.result.current[0]).toBeUndefined();
    expect(localStorage.length).toBe(0);
  });

  it('belongs to its own place', () => {
    const hook = renderHook(({ name }) => useDraft<string>(name), { initialProps: { name: 'a' } });
    act(() => hook.result.current[1]('for a'));
    hook.rerender({ name: 'b' });
    expect(hook.result.current[0]).toBeUndefined();
    hook.rerender({ name: 'a' });
    expect(hook.result.current[0]).toBe('for a');
  });

  it('belongs to its own bench', async () => {
    const typed = renderHook(() => useDraft<string>('note'));
    act(() => typed.result.current[1]('of my own'));
    vi.resetModules();
    const demo = await import('./bench');
    demo.workAt('demo');
    const { useDraft: drafted } = await import('./useDraft');
    expect(renderHook(() => drafted<string>('note')).result.current[0]).toBeUndefined();
  });

  it('starts empty when what was kept cannot be read', () => {
    localStorage.setItem('gewerk-draft:own:note', '{broken');
    expect(renderHook(() => useDraft<string>('note')).result.current[0]).toBeUndefined();
  });
});
