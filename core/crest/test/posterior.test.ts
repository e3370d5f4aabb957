import cdf from '@stdlib/stats-base-dists-normal-cdf';
import { describe, expect, it } from 'vitest';
import { fitCrest } from '../fit';
import { SHAPE_SHARES, SHAPES } from '../model/constants';
import { FIRST_CREST, gridOf } from '../model/grid';
import type { CrestInput } from '../model/types';
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
  'three cups on each of two mornings': bagOf([
    brewOf(8, 78),
    brewOf(8, 80, { brewer: 'press' }),
    brewOf(8, 77),
    brewOf(22, 85),
    brewOf(22, 83, { recordedFrom: 'memory' }),
    brewOf(22, 86),
  ]),
  'a slip of the pen': bagOf([brewOf(6, 79), brewOf(11, 84), brewOf(17, 5), brewOf(24, 83), brewOf(38, 76)]),
  'a mark that may be a slip': bagOf([brewOf(6, 78), brewOf(12, 86), brewOf(18, 70), brewOf(30, 80)]),
  'cups of one brew, one of them from memory': bagOf([
    brewOf(8, 78),
    brewOf(15, 85, { pot: 'p' }),
    brewOf(15, 83, { pot: 'p', brewer: 'press' }),
    brewOf(15, 86, { pot: 'p', recordedFrom: 'memory' }),
    brewOf(26, 82),
  ]),
};
const AGES = [8, 20, 45];

describe.each(Object.entries(CASES))('the posterior of %s agrees with brute force', (_name, input) => {
  const slow = bruteForce(input, AGES);
  const fast = fitCrest(input);

  it('on the peak age and on there being none, to 2 % of probability', () => {
    expect(Math.abs(slow.peakBefore(fast.peak.day) - 0.5)).toBeLessThan(0.02);
    expect(Math.abs(slow.doubtedBefore(fast.peak.hi) - slow.doubtedBefore(fast.peak.lo) - 0.7)).toBeLessThan(0.02);
    expect(Math.abs(slow.fresh - fast.fresh)).toBeLessThan(0.02);
    expect(Math.abs(slow.flat - fast.shapes.flat)).toBeLessThan(0.02);
  });

  it('on the peak interval being the shortest', () => {
    // No interval begun elsewhere that holds as much is noticeably shorter.
    const width = Math.log(fast.peak.hi / fast.peak.lo);
    for (const shift of [-0.3, -0.15, 0.15, 0.3]) {
      const lo = fast.peak.lo * Math.exp(shift);
      const held = slow.doubtedBefore(lo * Math.exp(0.97 * width)) - slow.doubtedBefore(lo);
      expect(held).toBeLessThan(0.705);
    }
  });

  it('on the mean curve, to 0.1 points', () => {
    for (const age of AGES) expect(Math.abs(fast.curve[age]!.mean - slow.meanAt(age))).toBeLessThan(0.1);
  });

  it('on what a brewer did, to 0.1 points', () => {
    for (const effect of fast.effects.filter(({ factor }) => factor === 'brewer')) {
      expect(Math.abs(effect.mean - slow.brewerEffect(effect.setting))).toBeLessThan(0.1);
    }
  });
});

describe('without brews', () => {
  it('a bag says nothing: neither of when the peak is, nor of there being one', () => {
    for (const log of fitCrest(bagOf([])).bagLikelihood.peak) expect(log).toBeCloseTo(0, 6);
    // Nor does the roaster's advice, which is the roaster's.
    const advised = fitCrest(bagOf([], { restAdviceDays: 10 })).bagLikelihood.peak;
    gridOf(1).logPeaks.forEach((x, p) => {
      if (p < FIRST_CREST || Math.abs(x - Math.log(10)) < 0.8) expect(advised[p]).toBeCloseTo(0, 6);
    });
  });

  it('the peak and the shapes are the prior', () => {
    const { peak, fresh, shapes } = fitCrest(bagOf([]));
    for (const shape of SHAPES) expect(shapes[shape]).toBeCloseTo(SHAPE_SHARES[shape], 9);
    expect(fresh).toBeCloseTo(0.07, 9);
    const bell = (days: number, sd: number): number => cdf(Math.log(days), Math.log(21), sd);
    const flat = (days: number): number => (0.05 * Math.log(days / 1.5)) / Math.log(60);
    const believed = (days: number): number => 0.7 * bell(days, 0.38) + 0.25 * bell(days, 0.76) + flat(days);
    const doubted = (days: number): number => 0.95 * bell(days, 0.95) + flat(days);
    // What lies beyond the grid's ends (1.5 and 90 days) is lost.
    const share = (below: (days: number) => number, from: number, to: number): number =>
      (below(to) - below(from)) / (below(90) - below(1.5));
    expect(share(believed, 1.5, peak.day)).toBeCloseTo(0.5, 2);
    expect(share(doubted, peak.lo, peak.hi)).toBeCloseTo(0.7, 2);
    // Shortest in ln days, and the prior is even around the table: so is the interval.
    expect(Math.log(peak.hi / 21)).toBeCloseTo(Math.log(21 / peak.lo), 0);
  });
});

describe('the interval', () => {
  it('holds the median, also where the interval prior would leave it out', () => {
    const { peak } = fitCrest(bagOf([brewOf(2, 76), brewOf(4, 83), brewOf(5, 77), brewOf(8, 79), brewOf(13, 71)]));
    expect(peak.hi).toBe(peak.day);
    expect(peak.lo).toBeLessThan(peak.day);
    const days = [2, 3, 5, 14, 16, 19];
    const late = fitCrest(bagOf([76, 72, 72, 71, 73, 74].map((score, i) => brewOf(days[i]!, score)))).peak;
    expect(late.lo).toBe(late.day);
  });
});
