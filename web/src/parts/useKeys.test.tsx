import { act as acts, fireEvent, render, renderHook } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { actingKeys, useKeys, useSingleKeys } from './useKeys';

function Bench({ act }: { act: (key: string) => void }) {
  useKeys({ n: () => act('n'), 'Alt+Enter': () => act('Alt+Enter') });
  return <input aria-label="reading" />;
}

describe('keys', () => {
  it('act while nobody is typing', () => {
    const act = vi.fn();
    const { getByLabelText } = render(<Bench act={act} />);
    fireEvent.keyDown(document.body, { key: 'n' });
    fireEvent.keyDown(getByLabelText('reading'), { key: 'n' });
    fireEvent.keyDown(document.body, { key: 'n', ctrlKey: true });
    expect(act).toHaveBeenCalledExactlyOnceWith('n');
  });

  it('with Alt act also while typing', () => {
    const act = vi.fn();
    const { getAllByLabelText } = render(<Bench act={act} />);
    const field = getAllByLabelText('reading').at(-1);
    if (field) fireEvent.keyDown(field, { key: 'Enter', altKey: true });
    expect(act).toHaveBeenCalledWith('Alt+Enter');
  });

  it('tells arrows with Shift from arrows', () => {
    const moved = vi.fn();
    renderHook(() =>
      useKeys({
        ArrowLeft: () => void moved('turn'),
        'Shift+ArrowLeft': () => void moved('push'),
      }),
    );
    fireEvent.keyDown(document.body, { key: 'ArrowLeft', shiftKey: true });
    expect(moved).toHaveBeenCalledExactlyOnceWith('push');
  });

  it('of one letter can be switched off; the others go on', () => {
    const act = vi.fn();
    const { getAllByLabelText } = render(<Bench act={act} />);
    const { result } = renderHook(() => useSingleKeys());
    acts(() => result.current[1](false));
    fireEvent.keyDown(document.body, { key: 'n' });
    expect(act).not.toHaveBeenCalled();
    const field = getAllByLabelText('reading').at(-1);
    if (field) fireEvent.keyDown(field, { key: 'Enter', altKey: true });
    expect(act).toHaveBeenCalledWith('Alt+Enter');
    acts(() => result.current[1](true));
    fireEvent.keyDown(document.body, { key: 'n' });
    expect(act).toHaveBeenCalledWith('n');
  });

  it('are known while what they act on is there', () => {
    const { unmount } = renderHook(() => useKeys({ q: () => undefined }));
    expect(actingKeys().has('q')).toBe(true);
    unmount();
    expect(actingKeys().has('q')).toBe(false);
  });
});
