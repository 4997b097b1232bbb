import { render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { PatternRead } from './PatternRead';
import { marked, unseenMap } from './toothMap';

const MAP = marked(unseenMap('gear', 24), [4, 5], {
  kind: 'missing',
  flank: 'both',
  amount: 0,
  band: undefined,
});

function reading(part: Partial<Schemas['MapReading']['pattern']>): Schemas['MapReading'] {
  return {
    pattern: { causes: [], bands: [], fragmentsToFind: 0, alsoLook: [], ...part },
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

  it('tells of each worn band by itself', () => {
    const band = { share: 0.2, freshNearMm: 0, freshFarMm: 3.7, words: 'Measure the mate.' };
    render(
      <PatternRead
        map={MAP}
        reading={reading({
          bands: [
            { ...band, fromMm: 0, toMm: 1.2 },
            { ...band, fromMm: 4.9, toMm: 6 },
          ],
        })}
        change={vi.fn()}
      />,
    );
    expect(screen.getByText('Worn from 0 to 1.2 mm of the face. Measure the mate.')).toBeTruthy();
    expect(screen.getByText('Worn from 4.9 to 6 mm of the face. Measure the mate.')).toBeTruthy();
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
