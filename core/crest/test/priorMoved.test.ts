import { describe, expect, it } from 'vitest';
import { fitCrest, NOTICEABLE, priorMoved, tablePeakDays, type CrestInput, type TasterPrior } from '..';
import { NOISE_LOG_SD, PEAK_LOG_SD, BASELINE_MEAN, PRIOR_MOVED } from '../model/constants';
import { historyOf, priorFor } from '../history/history';

const kind = { roastLevel: 'light', process: 'washed', style: 'filter' } as const;
const table: TasterPrior = priorFor(historyOf([], []), kind);
const times = (share: number, by: number): number => share * Math.exp(by);

describe('whether a prior moved', () => {
  it('is no for the same one, and for the table written out', () => {
    expect(table.peak).toEqual({
      days: tablePeakDays({ roastLevel: 'light', process: 'washed', style: 'filter' }),
      logSd: PEAK_LOG_SD,
    });
    expect([
      priorMoved(null, null, kind),
      priorMoved(null, table, kind),
      priorMoved(table, structuredClone(table), kind),
    ]).toEqual([false, false, false]);
    expect(table.baselineMean).toBeCloseTo(BASELINE_MEAN, 9);
    expect(table.noise.sd).toBeCloseTo(NOISE_LOG_SD, 1);
  });

  it.each<[string, TasterPrior]>([
    ['the peak', { ...table, peak: { ...table.peak, days: times(table.peak.days, 1.1 * PRIOR_MOVED.peakLog) } }],
    [
      'the spread of peaks',
      { ...table, peak: { ...table.peak, logSd: times(table.peak.logSd, -1.1 * PRIOR_MOVED.spreadLog) } },
    ],
    ['the noise', { ...table, noise: { ...table.noise, mean: table.noise.mean - 1.1 * PRIOR_MOVED.noiseLog } }],
    [
      'the spread of the noise',
      { ...table, noise: { ...table.noise, sd: times(table.noise.sd, 1.1 * PRIOR_MOVED.spreadLog) } },
    ],
    ['what an amount is worth', { ...table, levelLikings: { fruit: { usual: 3, slope: PRIOR_MOVED.cost, bend: 0 } } }],
    ['the baseline', { ...table, baselineMean: table.baselineMean + 1.1 * PRIOR_MOVED.baselinePoints }],
  ])('is yes where %s moved', (_what, moved) => {
    expect([priorMoved(table, moved, kind), priorMoved(moved, null, kind)]).toEqual([true, true]);
  });

  it('is no only where it does nothing noticeable to a fit', () => {
    const brews = [7, 7.6, 8.4, 8.7, 8.1].map(
      (mark, i) =>
        ({
          id: `${i}`,
          age: 5 + 5 * i,
          overall: mark * 10,
          brewer: 'cone',
          style: 'filter',
          doseG: 16,
          waterG: 250,
          waterC: 93,
          grindStep: 0,
          recordedFrom: 'cup',
          fault: null,
        }) as const,
    );
    const { id: _, age: __, overall: ___, recordedFrom: ____, fault: _____, ...reference } = brews[0]!;
    const input = (of: number, prior: TasterPrior): CrestInput => ({
      roastLevel: 'light',
      process: 'washed',
      restAdviceDays: null,
      reference,
      brews: brews.slice(0, of),
      sigma0: 3,
      prior,
    });
    const just = 0.99;
    const moved: TasterPrior = {
      peak: {
        days: times(table.peak.days, just * PRIOR_MOVED.peakLog),
        logSd: times(table.peak.logSd, just * PRIOR_MOVED.spreadLog),
      },
      noise: {
        mean: table.noise.mean + just * PRIOR_MOVED.noiseLog,
        sd: times(table.noise.sd, just * PRIOR_MOVED.spreadLog),
      },
      baselineMean: table.baselineMean + just * PRIOR_MOVED.baselinePoints,
    };
    for (const of of [0, 1, 3, 5]) {
      const [before, after] = [fitCrest(input(of, table)), fitCrest(input(of, moved))];
      expect(Math.abs(before.advisedDay - after.advisedDay)).toBeLessThanOrEqual(1);
      for (const [day, point] of before.curve.entries())
        expect(Math.abs(point.mean - (after.curve[day]?.mean ?? NaN)), `day ${day}`).toBeLessThan(NOTICEABLE * 3);
      for (const [day, p] of before.inWindow.entries())
        expect(Math.abs(p - (after.inWindow[day] ?? NaN)), `day ${day}`).toBeLessThan(0.1);
    }
  });
});
