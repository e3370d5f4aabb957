import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitCrest } from '../fit';
import { peakPriorFrom, type PastBag } from '../history';
import { bagOf, brewOf, ridgeScore } from './samples';

const LIGHT = { roastLevel: 'light', process: 'washed', style: 'filter' } as const;
const DARK = { roastLevel: 'dark', process: 'natural', style: 'filter' } as const;
const past = (kind: Pick<PastBag, 'roastLevel' | 'process' | 'style'>, days: number, sd: number): PastBag => ({ ...kind, logPeak: { mean: Math.log(days), sd } });

describe('a prior from history', () => {
  it('is the table while there is none, or none that taught anything', () => {
    const table = { days: 21, logSd: 0.38 };
    expect(peakPriorFrom([], LIGHT)).toEqual(table);
    expect(peakPriorFrom([past(LIGHT, 40, 0.38), past(LIGHT, 40, 0.6)], LIGHT)).toEqual(table);
  });

  it('agrees with one bag worked out by hand', () => {
    // One bag, posterior ln p ~ N(ln 29.4, 0.2²) under the table's N(ln 21, 0.38²): its own evidence is
    // variance 1/(1/0.04 − 1/0.1444), shift ln 1.4 · 25 / (25 − 6.925).
    const variance = 1 / (25 - 1 / 0.38 ** 2);
    const shift = Math.log(1.4) * 25 * variance;
    const shared = 0.2 ** 2 + 0.12 ** 2;
    const spreads = [[0.15, -1.5], [0.21, -0.4], [0.3, 0], [0.42, -0.4], [0.6, -1.5]] as const;
    const answers = spreads.map(([sd, logWeight]) => {
      const all = shared + sd ** 2 + variance;
      return { w: Math.exp(logWeight - 0.5 * (Math.log(all) + shift ** 2 / all)), mean: (shared / all) * shift };
    });
    const mean = answers.reduce((sum, a) => sum + a.w * a.mean, 0) / answers.reduce((sum, a) => sum + a.w, 0);
    expect(Math.log(peakPriorFrom([past(LIGHT, 29.4, 0.2)], LIGHT).days / 21)).toBeCloseTo(mean, 9);
  });

  it('moves towards what twenty bags say, its own kind first, and grows surer', () => {
    const lateLights = Array.from({ length: 20 }, (_, i) => past(LIGHT, 21 * 1.4 * (i % 2 ? 1.1 : 0.9), 0.15));
    const light = peakPriorFrom(lateLights, LIGHT);
    const dark = peakPriorFrom(lateLights, DARK);
    expect(light.days / 21).toBeGreaterThan(1.3);
    // A posterior of 1.4 × the table is evidence for a little more than that.
    expect(light.days / 21).toBeLessThan(1.5);
    expect(light.logSd).toBeLessThan(0.25);
    expect(dark.days / (8 * 1.1)).toBeGreaterThan(1.15);
    expect(dark.days / (8 * 1.1)).toBeLessThan(light.days / 21);
  });

  it('is finite for any history and does not depend on its order', () => {
    const anyPast = fc.array(fc.tuple(fc.constantFrom(LIGHT, DARK), fc.double({ min: 1.5, max: 90, noNaN: true }), fc.double({ min: 0.02, max: 1.2, noNaN: true })), { maxLength: 12 });
    fc.assert(
      fc.property(anyPast, (bags) => {
        const history = bags.map(([kind, days, sd]) => past(kind, days, sd));
        const prior = peakPriorFrom(history, LIGHT);
        expect(prior.days).toBeGreaterThan(0);
        expect(prior.logSd).toBeGreaterThan(0.05);
        expect(prior.logSd).toBeLessThan(1);
        expect(peakPriorFrom([...history].reverse(), LIGHT).days).toBeCloseTo(prior.days, 6);
      }),
    );
  });

  it('carries through a fit: the first cups of a late taster are read as early', () => {
    const cups = [brewOf(8, ridgeScore(8, 30)), brewOf(14, ridgeScore(14, 30)), brewOf(20, ridgeScore(20, 30))];
    const byTable = fitCrest(bagOf(cups));
    const byHistory = fitCrest(bagOf(cups, { peakPrior: { days: 30, logSd: 0.22 } }));
    expect(byHistory.peak.day).toBeGreaterThan(byTable.peak.day + 1);
    expect(byHistory.logPeak.sd).toBeLessThan(byTable.logPeak.sd);
    expect(byHistory.logPeak.mean).toBeCloseTo(Math.log(byHistory.peak.day), 0);
  });
});
