import { describe, expect, it } from 'vitest';
import { leftWords } from './queries';

describe('what is left of a time', () => {
  it('is told as exactly as somebody needs it', () => {
    expect(leftWords(3900)).toBe('1 h 05 min');
    expect(leftWords(3599.2)).toBe('1 h 00 min');
    expect(leftWords(725)).toBe('12 min');
    expect(leftWords(41.3)).toBe('0:42');
    expect(leftWords(-3)).toBe('0:00');
  });
});
