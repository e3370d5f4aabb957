import { describe, expect, it } from 'vitest';
import { pairedDifference } from '../pairedDifference';
import { FIRM, repeatabilityOf } from '../repeatability';

describe('repeatability', () => {
  it('pools what cups that are one thing lie apart, with the interval of χ²', () => {
    // Seven pairs 2·√2 apart each: s² = 4 with 7 degrees of freedom; scipy 1.17: sqrt(28 / chi2.ppf(0.9 | 0.1, 7)).
    const found = repeatabilityOf(Array.from({ length: 7 }, (_, i) => [60 + i, 60 + i + 2 * Math.SQRT2]));
    expect(found).toMatchObject({ degrees: 7 });
    expect(found?.sd).toBeCloseTo(2, 12);
    expect(found?.lo).toBeCloseTo(1.526442056839579, 6);
    expect(found?.hi).toBeCloseTo(3.1437466050152656, 6);
  });

  it('says how many more would make it firm, and none once it is', () => {
    const pairs = (count: number) => repeatabilityOf(Array.from({ length: count }, (_, i) => [60, 62 + (i % 3)]));
    const few = pairs(3);
    const enough = pairs(3 + (few?.more ?? 0));
    expect(few?.more).toBeGreaterThan(5);
    expect(enough?.more).toBe(0);
    expect((enough?.hi ?? NaN) / (enough?.lo ?? NaN)).toBeLessThanOrEqual(FIRM);
    const before = pairs(2 + (few?.more ?? 0));
    expect((before?.hi ?? NaN) / (before?.lo ?? NaN)).toBeGreaterThan(FIRM);
    expect(before?.more).toBe(1);
  });

  it('needs two marks of one thing', () => {
    expect(repeatabilityOf([])).toBeNull();
    expect(repeatabilityOf([[70], [75]])).toBeNull();
    expect(repeatabilityOf([[70, 72, 74], [60]])?.degrees).toBe(2);
  });
});

describe('a paired difference', () => {
  it('has the interval of a t test', () => {
    // scipy 1.17: mean ± t.ppf(0.9, 5) · s/√6.
    const found = pairedDifference([0.5, -0.2, 0.9, 0.3, 0.6, 0.1]);
    expect(found?.mean).toBeCloseTo(0.3666666666666667, 12);
    expect(found?.interval?.lo).toBeCloseTo(0.1327909109567772, 6);
    expect(found?.interval?.hi).toBeCloseTo(0.6005424223765562, 6);
  });

  it('has none of a single pair, and is nothing without one', () => {
    expect(pairedDifference([1.5])).toEqual({ pairs: 1, mean: 1.5, interval: null });
    expect(pairedDifference([])).toBeNull();
  });
});
