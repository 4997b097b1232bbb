import { describe, expect, it } from 'vitest';
import { angleWords, dayWords, money, signed } from './words';

describe('words', () => {
  it('says a day with its weekday', () => {
    expect(dayWords('2026-11-27')).toBe('Fri 27 Nov');
  });

  it('writes half degrees as technicians do', () => {
    expect(angleWords(14.5)).toBe('14½°');
    expect(angleWords(20)).toBe('20°');
  });

  it('shows a sign', () => {
    expect(signed(-0.1)).toBe('−0.10');
    expect(signed(0.253)).toBe('+0.25');
  });

  it('keeps the cents', () => {
    expect(money(7.3, 'EUR')).toBe('7.30 EUR');
  });
});
