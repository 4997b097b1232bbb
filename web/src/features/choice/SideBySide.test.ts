import { describe, expect, it } from 'vitest';
import { spread } from './SideBySide';

describe('labels of the picture', () => {
  it('leaves apart what is apart', () => {
    expect(spread([10, 60, 30])).toEqual([10, 60, 30]);
  });

  it('moves those down that would lie on each other, in their order', () => {
    expect(spread([50, 48, 49])).toEqual([76, 48, 62]);
  });
});
