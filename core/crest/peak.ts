import { INTERVAL_LEVEL, LAST_DAY } from './constants';
import type { Posterior } from './posterior';

/** Posterior probability of each cell of the peak axis. */
export function peakMarginal({ grid, weight }: Posterior): Float64Array {
  const perPeak = weight.length / grid.logPeaks.length;
  return grid.logPeaks.map((_, p) => weight.subarray(p * perPeak, (p + 1) * perPeak).reduce((sum, w) => sum + w, 0));
}

/** The `q`-quantile of the peak age, days, with the probability of a cell spread evenly over its log width. */
export function peakQuantile(posterior: Posterior, marginal: Float64Array, q: number): number {
  const { logPeaks, peakStep } = posterior.grid;
  let below = 0;
  for (let p = 0; p < marginal.length; p++) {
    const mass = marginal[p]!;
    if (below + mass >= q) {
      const share = mass > 0 ? (q - below) / mass : 0.5;
      return Math.exp(logPeaks[p]! + (share - 0.5) * peakStep);
    }
    below += mass;
  }
  return Math.exp(logPeaks[logPeaks.length - 1]! + 0.5 * peakStep);
}

/** Median peak age and its central interval of probability `INTERVAL_LEVEL`, days. */
export function peakSummary(posterior: Posterior, marginal: Float64Array): { day: number; lo: number; hi: number; level: number } {
  const tail = (1 - INTERVAL_LEVEL) / 2;
  return {
    day: peakQuantile(posterior, marginal, 0.5),
    lo: peakQuantile(posterior, marginal, tail),
    hi: peakQuantile(posterior, marginal, 1 - tail),
    level: INTERVAL_LEVEL,
  };
}

/** Mean and sd of the log peak age. */
export function logPeakMoments({ grid }: Posterior, marginal: Float64Array): { mean: number; sd: number } {
  const mean = marginal.reduce((sum, mass, p) => sum + mass * grid.logPeaks[p]!, 0);
  const variance = marginal.reduce((sum, mass, p) => sum + mass * (grid.logPeaks[p]! - mean) ** 2, 0);
  return { mean, sd: Math.sqrt(variance) };
}

/** Probability that the peak rounds to each rest day 0 … 90; a grid cell is shared out over the days it spans. */
export function peakByDay({ grid }: Posterior, marginal: Float64Array): number[] {
  const out = new Array<number>(LAST_DAY + 1).fill(0);
  marginal.forEach((mass, p) => {
    const from = Math.exp(grid.logPeaks[p]! - grid.peakStep / 2);
    const to = Math.exp(grid.logPeaks[p]! + grid.peakStep / 2);
    for (let day = Math.round(from); day <= Math.round(to); day++) {
      const overlap = Math.min(to, day + 0.5) - Math.max(from, day - 0.5);
      if (overlap > 0) out[Math.min(day, LAST_DAY)] = (out[Math.min(day, LAST_DAY)] ?? 0) + (mass * overlap) / (to - from);
    }
  });
  return out;
}
