import { describe, expect, it } from 'vitest';
import { learntRateText } from '../bag/beans';
import { valueText } from '../bag/value';
import { ordinalWord } from '../words';

describe('value in words', () => {
  it('claims no more than its interval allows', () => {
    expect(valueText({ above: { mean: 6.2, lo: 2.1, hi: 10.3 }, place: 2, of: 9 })).toBe(
      'For its price better than your bags: 6 points more (8 in 10: +2 to +10); second of 9 by value.',
    );
    expect(valueText({ above: { mean: -5, lo: -8.4, hi: -1.6 }, place: 9, of: 9 })).toMatch(
      /^For its price worse .* 5 points less/,
    );
    expect(valueText({ above: { mean: 3, lo: -2, hi: 8 }, place: 3, of: 12 })).toBe(
      'About what your bags give at this price: 3 points more, which may be chance (8 in 10: −2 to +8); third of 12 by value.',
    );
  });
});

describe('places', () => {
  it('are words up to ten, and end as they are spoken', () => {
    expect([1, 3, 10, 11, 13, 21, 22, 103, 112].map(ordinalWord)).toEqual([
      'first',
      'third',
      'tenth',
      '11th',
      '13th',
      '21st',
      '22nd',
      '103rd',
      '112th',
    ]);
  });
});

describe('the freezer in words', () => {
  it('says what it was learnt from', () => {
    expect(learntRateText({ median: 0.0412, lo: 0.013, hi: 0.128, bags: 1 })).toBe(
      'One bag that was both in and out says 0.041; 8 in 10: 0.013 to 0.13.',
    );
    expect(learntRateText({ median: 0.2, lo: 0.1, hi: 0.3, bags: 2 })).toMatch(
      /^Two bags that were both in and out say 0.2;/,
    );
  });
});
