import {
  FAINTEST_MASS,
  INTERVAL_COVERAGE,
  INTERVAL_STEPS,
  LAST_DAY,
  PEAK_MAX_DAYS,
  PEAK_MIN_DAYS,
} from '../model/constants';
import { FIRST_CREST, FLAT_PEAK, FRESH_PEAK, type Grid } from '../model/grid';
import type { Posterior } from '../inference/posterior';
import type { IntervalPrior } from '../model/prior';
import type { Moments } from '../model/types';

/**
 * What the brews alone say of the peak or the shape: ln likelihood of each entry of the axis, 0 at the likeliest. The
 * prior is taken out again, so that a history can weigh the same bag under another one.
 */
export function evidenceOf(marginal: ArrayLike<number>, prior: ArrayLike<number>): number[] {
  const evidence = Array.from(
    marginal,
    (mass, p) => Math.log(Math.max(mass, FAINTEST_MASS)) - Math.log(Math.max(prior[p]!, FAINTEST_MASS)),
  );
  const most = Math.max(...evidence);
  return evidence.map((e) => e - most);
}

/** The quantiles `qs` (ascending) of ln peak age, with the probability of a cell spread evenly over its log width. */
function logQuantiles({ logPeaks, peakStep }: Grid, crest: Float64Array, qs: readonly number[]): number[] {
  let p = FIRST_CREST;
  let below = 0;
  return qs.map((q) => {
    while (p < crest.length && below + crest[p]! < q) below += crest[p++]!;
    if (p === crest.length) return Math.log(below > 0 ? PEAK_MAX_DAYS : PEAK_MIN_DAYS);
    const mass = crest[p]!;
    return logPeaks[p]! + ((mass > 0 ? (q - below) / mass : 0) - 0.5) * peakStep;
  });
}

/** Masses as shares of their sum, where there is one. */
function sumToOne(masses: Float64Array): Float64Array {
  const total = masses.reduce((sum, mass) => sum + mass, 0);
  return total > 0 ? masses.map((mass) => mass / total) : masses;
}

/**
 * Median peak age and the interval stated for it, days, given that the bag has a crest after its first days: the
 * shortest (in ln days) that holds the stated mass of the posterior under the interval prior, and the median. The
 * shortest leaves out the flat tails of the prior that a central one would keep.
 */
export function peakSummary(
  posterior: Posterior,
  { factors, mass: stated }: IntervalPrior,
): { day: number; lo: number; hi: number; coverage: number } {
  const { grid } = posterior;
  const crested = posterior.marginal('peak').map((mass, p) => (p < FIRST_CREST ? 0 : mass));
  const [median = NaN] = logQuantiles(grid, sumToOne(crested), [0.5]);
  const doubted = sumToOne(crested.map((mass, p) => mass * factors[p]!));
  const starts = Array.from({ length: INTERVAL_STEPS + 1 }, (_, step) => ((1 - stated) * step) / INTERVAL_STEPS);
  const los = logQuantiles(grid, doubted, starts);
  const his = logQuantiles(
    grid,
    doubted,
    starts.map((from) => Math.min(1, from + stated)),
  );
  const shortest = starts.reduce((best, _, i) => (his[i]! - los[i]! < his[best]! - los[best]! ? i : best), 0);
  return {
    day: Math.exp(median),
    lo: Math.exp(Math.min(median, los[shortest]!)),
    hi: Math.exp(Math.max(median, his[shortest]!)),
    coverage: INTERVAL_COVERAGE,
  };
}

/** Mean and sd of ln peak age, given that the bag has a crest after its first days; a cell is spread over its width. */
export function logPeakMoments(posterior: Posterior): Moments {
  const { logPeaks, peakStep } = posterior.grid;
  const crested = sumToOne(posterior.marginal('peak').map((mass, p) => (p < FIRST_CREST ? 0 : mass)));
  const sum = (of: (x: number) => number): number =>
    crested.reduce((total, mass, p) => total + (mass > 0 ? mass * of(logPeaks[p]!) : 0), 0);
  const mean = sum((x) => x);
  return { mean, sd: Math.sqrt(sum((x) => (x - mean) ** 2) + peakStep ** 2 / 12) };
}

/**
 * Probability that the best day rounds to each rest day 0 … 90, given that the bag changes at all: a cell is shared out
 * over the days it spans; fresh is day 0.
 */
export function peakByDay(grid: Grid, allMarginal: Float64Array): number[] {
  const out = new Array<number>(LAST_DAY + 1).fill(0);
  const changing = 1 - allMarginal[FLAT_PEAK]!;
  const marginal = allMarginal.map((mass) => mass / changing);
  out[0] = marginal[FRESH_PEAK]!;
  for (let p = FIRST_CREST; p < marginal.length; p++) {
    const from = Math.exp(grid.logPeaks[p]! - grid.peakStep / 2);
    const to = Math.exp(grid.logPeaks[p]! + grid.peakStep / 2);
    for (let day = Math.round(from); day <= Math.round(to); day++) {
      const overlap = Math.min(to, day + 0.5) - Math.max(from, day - 0.5);
      if (overlap > 0) out[Math.min(day, LAST_DAY)]! += (marginal[p]! * overlap) / (to - from);
    }
  }
  return out;
}
