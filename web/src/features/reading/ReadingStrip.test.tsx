import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { Refused } from '../../api/client';
import { EMPTY_GEAR, type GearDraft } from './draft';
import { ReadingStrip } from './ReadingStrip';
import type { Live } from './useIdentify';

const quiet: Live = {
  answer: undefined,
  refused: undefined,
  message: () => undefined,
  understood: () => undefined,
  residual: () => undefined,
};

function Strip({ live = quiet, refused }: { live?: Live; refused?: Refused }) {
  const [draft, setDraft] = useState<GearDraft>({ ...EMPTY_GEAR, teeth: '24' });
  return (
    <ReadingStrip
      draft={draft}
      change={setDraft}
      spans={{ first: 3, second: 4 }}
      live={live}
      candidate={undefined}
      refused={refused}
    />
  );
}

describe('the reading strip', () => {
  it('goes on to the next reading with Enter', () => {
    render(<Strip />);
    const teeth = screen.getByLabelText('teeth');
    teeth.focus();
    fireEvent.keyDown(teeth, { key: 'Enter' });
    expect(document.activeElement).toBe(screen.getByLabelText('over the tips'));
    fireEvent.keyDown(screen.getByLabelText('over the tips'), { key: 'Enter' });
    expect(document.activeElement).toBe(screen.getByLabelText('span over 3'));
  });

  it('says beside the reading what is wrong with it, and keeps what was typed', () => {
    const live: Live = { ...quiet, message: (row) => (row === 0 ? '"wide" is not a length' : undefined) };
    render(<Strip live={live} />);
    const tips = screen.getAllByLabelText('over the tips').at(-1) as HTMLInputElement;
    fireEvent.change(tips, { target: { value: 'wide' } });
    expect(screen.getByRole('alert').textContent).toContain('not a length');
    expect(tips.value).toBe('wide');
    expect(tips.getAttribute('aria-invalid')).toBe('true');
  });

  it('adds another reading with its own tooth number', () => {
    const { container } = render(<Strip />);
    const more = container.querySelector('select[aria-label="another reading"]') as HTMLSelectElement;
    fireEvent.change(more, { target: { value: 'span' } });
    expect(container.querySelector('input[aria-label="span over 5"]')).not.toBeNull();
  });

  it('shows a refused tooth count at the tooth count', () => {
    const refused = new Refused(422, 'x', [{ field: 'toothCount', message: 'A gear needs at least 4' }]);
    const { container } = render(<Strip refused={refused} />);
    expect(container.querySelector('[role="alert"]')?.textContent).toContain('at least 4');
  });

  it('keeps the unit a reading was typed in when the unit is switched', () => {
    render(<Strip />);
    const tips = screen.getAllByLabelText('over the tips').at(-1) as HTMLInputElement;
    fireEvent.click(screen.getAllByText('in').at(-1) as HTMLElement);
    fireEvent.change(tips, { target: { value: '0.491' } });
    fireEvent.click(screen.getAllByText('mm').at(-1) as HTMLElement);
    expect(tips.value).toBe('0.491');
    expect(tips.parentElement?.textContent).toContain('in');
  });

  it('takes readings of the mate apart from those of the gear', () => {
    const { container } = render(<Strip />);
    fireEvent.click(screen.getAllByText('+ the mate').at(-1) as HTMLElement);
    expect(container.querySelector('input[aria-label="teeth of the mate it runs with"]')).not.toBeNull();
    expect(container.querySelector('input[aria-label="mate, over the tips"]')).not.toBeNull();
  });

  it('gives a bore typed in inches its sign when the field is left', () => {
    render(<Strip />);
    fireEvent.click(screen.getAllByText('in').at(-1) as HTMLElement);
    const bore = screen.getAllByLabelText('bore').at(-1) as HTMLInputElement;
    fireEvent.change(bore, { target: { value: '0.125' } });
    fireEvent.blur(bore);
    expect(bore.value).toBe('0.125in');
    fireEvent.click(screen.getAllByText('mm').at(-1) as HTMLElement);
    fireEvent.blur(bore);
    expect(bore.value).toBe('0.125in');
  });
});
