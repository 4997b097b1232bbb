import { render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { NextCheck } from './NextCheck';

const TASK = {
  key: 'magnify@pinion',
  words: 'look at the pinion under magnification',
  minutes: 2.5,
  behind: 'cover',
  risk: 'breaks' as const,
  runs: false,
  signs: [
    { key: 'crack@pinion', words: 'a crack in the pinion', ofPart: true },
    { key: 'odd@pinion', words: 'the pinion is yellow', ofPart: true },
  ],
};
const NEXT = {
  key: TASK.key,
  words: TASK.words,
  risk: TASK.risk,
  openFirst: [{ code: 'cover', words: 'the base plate', parts: 4, minutes: 3, after: '' }],
  minutes: 5.5,
  bits: 0.8,
  settles: [
    {
      key: 'crack@pinion',
      words: 'a crack in the pinion',
      ifSeen: { fault: 'pinion is split', probability: 0.91 },
      ifNot: { fault: 'gear has a run of teeth torn off', probability: 0.4 },
    },
  ],
};

function show(answers: Record<string, 'seen' | 'notSeen' | 'cannot' | 'notTried'>) {
  const set = vi.fn();
  const take = vi.fn();
  render(
    <NextCheck
      task={TASK}
      next={NEXT}
      others={[{ ...NEXT, key: 'tip', words: 'tip it over', minutes: 0.5 }]}
      sure={false}
      ruledOut={{}}
      answers={answers}
      firstOpen="crack@pinion"
      set={set}
      take={take}
    />,
  );
  return { set, take };
}

describe('the next check', () => {
  it('says what comes off for it, what it costs in all, what to beware of and what each answer would say', () => {
    show({});
    expect(screen.getByText(/the base plate \(4 parts, 3 min\)/)).toBeTruthy();
    expect(screen.getByText('5.5 minutes')).toBeTruthy();
    expect(screen.getByText('An aged part may break for good.')).toBeTruthy();
    expect(
      screen.getByText('yes: pinion is split 91 %. no: gear has a run of teeth torn off 40 %.'),
    ).toBeTruthy();
  });

  it('takes an answer, and takes it back when it is pressed again', () => {
    const { set } = show({ 'odd@pinion': 'seen' });
    const crack = screen.getByRole('group', { name: 'a crack in the pinion' });
    crack.querySelectorAll('button')[2]?.click();
    expect(set).toHaveBeenLastCalledWith('crack@pinion', 'cannot');
    const odd = screen.getByRole('group', { name: 'the pinion is yellow' });
    const yes = odd.querySelector('button');
    expect(yes?.getAttribute('aria-pressed')).toBe('true');
    yes?.click();
    expect(set).toHaveBeenLastCalledWith('odd@pinion', 'notTried');
  });

  it('lets another check be done instead', () => {
    const { take } = show({});
    screen.getByText('tip it over').click();
    expect(take).toHaveBeenCalledWith('tip');
  });
});
