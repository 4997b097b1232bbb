import { describe, expect, it } from 'vitest';
import { joined, sharesOf, withShare } from './shares';

describe('names with their shares', () => {
  const cell = 'squeals=.75 rocks=.2';

  it('are taken apart and put together as they were', () => {
    expect(sharesOf(cell)).toEqual([
      { name: 'squeals', share: '.75' },
      { name: 'rocks', share: '.2' },
    ]);
    expect(joined(sharesOf(cell))).toBe(cell);
    expect(sharesOf('')).toEqual([]);
  });

  it('keep their order when one is changed, and what is typed wrong stays to be mended', () => {
    expect(joined(withShare(sharesOf(cell), 'squeals', '0, 8'))).toBe('squeals=0,8 rocks=.2');
    expect(joined(withShare(sharesOf(cell), 'rocks', ''))).toBe('squeals=.75 rocks=');
    expect(sharesOf('squeals=.75 rocks=')).toHaveLength(2);
  });
});
