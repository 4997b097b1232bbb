import { describe, expect, it } from 'vitest';
import { inHand, matching, type Task } from './answers';

const task = (key: string, ...signs: [string, string][]): Task => ({
  key,
  words: `do ${key}`,
  minutes: 1,
  behind: '',
  runs: false,
  signs: signs.map(([sign, words]) => ({ key: sign, words, ofPart: sign.includes('@') })),
});

const TASKS = [
  task('look@gear', ['crack@gear', 'a crack in the wide gear']),
  task('run', ['click', 'a steady click'], ['hum', 'it hums']),
];

describe('what is asked while listening', () => {
  it('finds signs by their words, the whole machine first, answered ones not', () => {
    expect(matching(TASKS, {}, '', 9).map((s) => s.key)).toEqual(['click', 'hum', 'crack@gear']);
    expect(matching(TASKS, {}, 'gear wide', 9).map((s) => s.key)).toEqual(['crack@gear']);
    expect(matching(TASKS, { click: 'cannot' }, 'run', 9).map((s) => s.key)).toEqual(['hum']);
  });

  it('stays with a check until all its signs are answered', () => {
    expect(inHand('run', TASKS, (sign) => sign !== 'click', 'look@gear')).toBe('run');
    expect(inHand('run', TASKS, (sign) => sign !== 'click' && sign !== 'hum', 'look@gear')).toBe('look@gear');
    expect(inHand(undefined, TASKS, () => true, 'run')).toBe('run');
  });
});
