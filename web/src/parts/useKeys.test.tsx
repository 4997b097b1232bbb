import { fireEvent, render } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { useKeys } from './useKeys';

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
});
