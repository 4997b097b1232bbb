import { render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { PatternRead } from './PatternRead';
import { marked, soundMap } from './toothMap';

const MAP = marked(soundMap('gear', 24), [4, 5], {
  kind: 'missing',
  flank: 'both',
  amount: 0,
  band: undefined,
});

function reading(part: Partial<Schemas['MapReading']['pattern']>): Schemas['MapReading'] {
  return {
    pattern: { causes: [], fragmentsToFind: 0, alsoLook: [], ...part },
    mates: ['middle gear'],
    sisters: [],
  };
}

describe('what the damage says', () => {
  it('asks for missing teeth until found', () => {
    const change = vi.fn();
    render(<PatternRead map={MAP} reading={reading({ fragmentsToFind: 2 })} change={change} />);
    expect(screen.getByRole('alert').textContent).toContain('2 missing teeth are not found yet.');
    screen.getByText('found one').click();
    expect(change).toHaveBeenCalledWith({ ...MAP, fragmentsFound: 1 });
  });

  it('does not call a spacing even that chance brings as easily', () => {
    const even = { order: 2, places: 3, amplitude: 0.9 };
    const { rerender } = render(
      <PatternRead
        map={MAP}
        reading={reading({ periodicity: { ...even, chance: 0.7, even: false } })}
        change={vi.fn()}
      />,
    );
    expect(screen.getByText(/no even spacing to speak of.*7 of 10 cases/)).toBeTruthy();
    rerender(
      <PatternRead
        map={MAP}
        reading={reading({ periodicity: { ...even, chance: 0.004, even: true } })}
        change={vi.fn()}
      />,
    );
    expect(screen.getByText(/evenly 2 times a turn; by chance in 1 of 250 cases/)).toBeTruthy();
  });

  it('names the cause with what was seen and what to put right besides', () => {
    render(
      <PatternRead
        map={MAP}
        reading={reading({
          causes: [
            {
              code: 'jamOrBlow',
              words: 'a jam tore the teeth off',
              probability: 0.83,
              reasons: ['teeth torn off in one run'],
              putRight: 'Find what jammed.',
            },
          ],
        })}
        change={vi.fn()}
      />,
    );
    expect(screen.getByText('83%')).toBeTruthy();
    expect(screen.getByText(/Seen: teeth torn off in one run\./)).toBeTruthy();
    expect(screen.getByText(/Find what jammed/)).toBeTruthy();
    expect(screen.getByText('It runs with: middle gear.')).toBeTruthy();
  });
});
