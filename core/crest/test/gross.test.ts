import { describe, expect, it } from 'vitest';
import type { CrestBrew } from '../model/types';
import { fitCrest } from '../fit';
import { logSumExp } from '../../numeric/linalg';
import { bagOf, brewOf, ridgeScore } from './samples';

const DAYS = [4, 7, 10, 13, 16, 19, 22, 26];
/** Eight cups of a bag, one of them with another mark. */
const cups = (at: number, mark: number, differently: Partial<CrestBrew> = {}): CrestBrew[] =>
  DAYS.map((day, i) =>
    brewOf(day, i === at ? mark : ridgeScore(day, 16), { id: `${i}`, ...(i === at && differently) }),
  );

describe('a gross error', () => {
  it.each([1, 3.5])('is named, and the verdict hardly moves, with a σ₀ of %s', (sigma0) => {
    const sound = fitCrest(bagOf(cups(5, ridgeScore(19, 16)), { sigma0 }));
    const slipped = fitCrest(bagOf(cups(5, 5), { sigma0 }));
    expect(slipped.outliers).toMatchObject([{ id: '5' }]);
    expect(slipped.outliers[0]!.missedBy).toBeCloseTo(5 - ridgeScore(19, 16), -1);
    expect(sound.outliers).toEqual([]);
    expect(Math.abs(Math.log(slipped.peak.day / sound.peak.day))).toBeLessThan(0.1);
    for (const day of [8, 16, 24])
      expect(Math.abs(slipped.curve[day]!.mean - sound.curve[day]!.mean)).toBeLessThan(0.5 * sigma0);
  });

  it('is none where the mark was meant, or is what levels come to', () => {
    for (const differently of [{ isMeant: true }, { overall: null, byLevels: 5 }]) {
      const { outliers, curve } = fitCrest(bagOf(cups(5, 5, differently)));
      expect(outliers.map(({ id }) => id)).not.toContain('5');
      expect(curve[19]!.mean).toBeLessThan(fitCrest(bagOf(cups(5, 5))).curve[19]!.mean - 4);
    }
  });

  it('of two marks, both far off, is found in both', () => {
    const two = cups(2, 8).map((cup, i) => (i === 6 ? { ...cup, overall: 6 } : cup));
    expect(fitCrest(bagOf(two)).outliers.map(({ id }) => id)).toEqual(['2', '6']);
  });

  it('is not what a change of burrs is taken for: half of the marks lower is a change', () => {
    const changed = DAYS.map((day, i) => brewOf(day, 85 - (i < 4 ? 0 : 12)));
    expect(fitCrest(bagOf(changed)).outliers).toEqual([]);
  });

  it('is judged the same whatever the order of the log', () => {
    const one = fitCrest(bagOf(cups(5, 5)));
    expect(JSON.stringify(fitCrest(bagOf(cups(5, 5).reverse())).curve)).toBe(JSON.stringify(one.curve));
  });
});

it('sums of logarithms are right however far they are from 0', () => {
  expect(logSumExp([-5000, -5000])).toBeCloseTo(-5000 + Math.log(2), 9);
  expect(logSumExp([900, -Infinity])).toBe(900);
  expect(logSumExp([])).toBe(-Infinity);
});
