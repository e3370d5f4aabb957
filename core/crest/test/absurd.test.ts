import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compact } from '../model/compact';
import { GRID, GRID_REACH, NOISE_LOG_SD } from '../model/constants';
import { fitCrest } from '../fit';
import { historyOf, noisePriorFrom, priorFor, type PastBag } from '../history/history';
import { bagOf, brewOf } from './samples';

const KIND = { roastLevel: 'light', process: 'washed', style: 'filter' } as const;
/** What the noise grid cannot tell apart. */
const CELL = ((2 * GRID_REACH) / (GRID.noise - 1)) * NOISE_LOG_SD;

const pastBag = (scores: readonly number[], days: (i: number) => number): PastBag => ({
  ...KIND,
  bagLikelihood: compact(fitCrest(bagOf(scores.map((score, i) => brewOf(days(i), score))))).bagLikelihood,
});

/** Every number in a value is finite. */
function expectFinite(value: unknown): void {
  if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
  else if (typeof value === 'object' && value !== null) Object.values(value).forEach(expectFinite);
}

const oneByOne = (i: number): number => 3 + (i % 30);
const ABSURD: readonly (readonly [string, readonly number[], (i: number) => number])[] = [
  ['two marks by turns', [90, 20, 90, 20], oneByOne],
  ['the ends of the scale by turns', Array.from({ length: 24 }, (_, i) => (i % 2) * 100), oneByOne],
  ['all 0', Array.from({ length: 12 }, () => 0), oneByOne],
  ['all 100', Array.from({ length: 12 }, () => 100), oneByOne],
  ['one cup', [3], oneByOne],
  ['three hundred of one day', Array.from({ length: 300 }, (_, i) => (i % 7) * 16), () => 12],
];

describe('finished bags with absurd cups', () => {
  it.each(ABSURD)('teach something finite: %s', (_, scores, days) => {
    const bag = pastBag(scores, days);
    expect(bag.bagLikelihood.noise?.sd).toBeGreaterThanOrEqual(CELL / Math.sqrt(12) - 1e-4);
    const prior = priorFor(historyOf([bag, bag, bag], [{ sd: 0, degrees: 3, sigma0: 3.5 }]), KIND);
    expectFinite(prior);
    expectFinite(compact(fitCrest(bagOf([brewOf(5, 70)], { prior }))));
  });

  it('say little of the noise where it lies at the edge of its grid, however many they are alike', () => {
    const wild = pastBag([90, 20, 90, 20], oneByOne);
    const edge = GRID_REACH * NOISE_LOG_SD;
    expect(wild.bagLikelihood.noise?.mean).toBeCloseTo(edge, 1);
    const one = noisePriorFrom([wild], []);
    expect(Math.abs(one.mean)).toBeLessThan(edge / 2);
    expect(
      noisePriorFrom(
        Array.from({ length: 50 }, () => wild),
        [],
      ).mean,
    ).toBeLessThan(edge);
  });

  it('teach something finite whatever the marks and days are', () => {
    const cups = fc.array(fc.tuple(fc.double({ min: 0, max: 100, noNaN: true }), fc.integer({ min: 0, max: 90 })), {
      minLength: 1,
      maxLength: 12,
    });
    fc.assert(
      fc.property(fc.array(cups, { minLength: 1, maxLength: 3 }), (bags) => {
        const past = bags.map((all) =>
          pastBag(
            all.map(([score]) => score),
            (i) => all[i]![1],
          ),
        );
        expectFinite(priorFor(historyOf(past, []), KIND));
      }),
      { numRuns: 12, seed: 27 },
    );
  });

  it('of others are read however unlikely all of their entries are', () => {
    const peak = Array.from({ length: GRID.peak + 2 }, () => -1000);
    const stranger: PastBag = {
      ...KIND,
      bagLikelihood: { peak, shapes: Array.from({ length: 6 }, () => -1000) },
      isOfOthers: true,
    };
    expectFinite(priorFor(historyOf([stranger], []), KIND));
  });

  it('a kept sd of 0, as an earlier version wrote it, teaches nothing of the noise', () => {
    const bag = pastBag([80, 82, 81], oneByOne);
    const certain = { ...bag, bagLikelihood: { ...bag.bagLikelihood, noise: { mean: 0.77, sd: 0 } } };
    expect(noisePriorFrom([certain], [])).toEqual(noisePriorFrom([], []));
  });
});
