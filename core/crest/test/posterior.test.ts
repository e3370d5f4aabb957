import cdf from '@stdlib/stats-base-dists-normal-cdf';
import { describe, expect, it } from 'vitest';
import { fitCrest } from '../fit';
import type { CrestInput } from '../types';
import { bruteForce } from './bruteForce';
import { bagOf, brewOf } from './samples';

const CASES: Record<string, CrestInput> = {
  'one brew': bagOf([brewOf(12, 84)]),
  'flat data': bagOf([brewOf(6, 80), brewOf(12, 80), brewOf(20, 80), brewOf(33, 80)]),
  "a rise, with the roaster's advice": bagOf([brewOf(5, 74), brewOf(9, 79), brewOf(14, 83)], { restAdviceDays: 14 }),
  'recipe and age changed together, one from memory': bagOf([
    brewOf(7, 79),
    brewOf(11, 82, { waterC: 90 }),
    brewOf(18, 86, { brewer: 'press' }),
    brewOf(24, 85, { brewer: 'press', recordedFrom: 'memory' }),
    brewOf(40, 77),
  ]),
};
const AGES = [8, 20, 45];

describe.each(Object.entries(CASES))('the posterior of %s agrees with brute force', (_name, input) => {
  const slow = bruteForce(input, AGES);
  const fast = fitCrest(input);

  it('on the peak age, to 2 %', () => {
    for (const [ours, q] of [
      [fast.peak.lo, 0.1],
      [fast.peak.day, 0.5],
      [fast.peak.hi, 0.9],
    ] as const) {
      expect(Math.abs(Math.log(ours / slow.peakQuantile(q)))).toBeLessThan(0.02);
    }
  });

  it('on the mean curve, to 0.1 points', () => {
    for (const age of AGES) expect(Math.abs(fast.curve[age]!.mean - slow.meanAt(age))).toBeLessThan(0.1);
  });

  it('on what a brewer did, to 0.1 points', () => {
    for (const effect of fast.effects.filter(({ factor }) => factor === 'brewer')) {
      expect(Math.abs(effect.mean - slow.brewerEffect(effect.level))).toBeLessThan(0.1);
    }
  });
});

describe('without brews', () => {
  it('the peak is the prior: 85 % log-normal around the table, 15 % flat in ln days', () => {
    const { peak } = fitCrest(bagOf([]));
    const share = (days: number): number => 0.85 * cdf(Math.log(days), Math.log(21), 0.38) + (0.15 * Math.log(days / 1.5)) / Math.log(60);
    // What lies beyond the grid's ends (1.5 and 90 days) is lost to both.
    expect(share(peak.lo)).toBeCloseTo(0.1, 2);
    expect(share(peak.day)).toBeCloseTo(0.5, 2);
    expect(share(peak.hi)).toBeCloseTo(0.9, 2);
  });
});
