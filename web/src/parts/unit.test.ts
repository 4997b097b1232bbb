import { describe, expect, it } from 'vitest';
import { lengthWords, typedLength, typedNumber } from './unit';

describe('lengths in either unit', () => {
  it('are shown in the unit chosen, inches a digit finer', () => {
    expect(lengthWords(12.7, 'mm')).toBe('12.70');
    expect(lengthWords(12.7, 'in')).toBe('0.500"');
  });
  it('are read with comma or point, with or without a unit', () => {
    expect(typedLength('18,2', 'mm')).toBe(18.2);
    expect(typedLength('0.5', 'in')).toBe(12.7);
    expect(typedLength('12 mm', 'in')).toBe(12);
    expect(typedLength('0.5"', 'mm')).toBe(12.7);
  });
  it('refuse what is no length', () => {
    for (const junk of ['', 'wide', '1e3', '-4', '0', '1,2,3'])
      expect(typedLength(junk, 'mm')).toBeUndefined();
    expect(typedNumber('-0,25')).toBe(-0.25);
    expect(typedNumber('0.2x')).toBeUndefined();
  });
});
