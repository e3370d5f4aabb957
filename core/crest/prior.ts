import type { Style } from '../brew/kinds';
import {
  ADVICE_LOG_SD,
  DEFAULT_PROCESS,
  DEFAULT_ROAST,
  PEAK_DAYS_BY_ROAST,
  PEAK_DOUBT,
  PEAK_FACTOR_BY_PROCESS,
  PEAK_FACTOR_BY_STYLE,
  PEAK_FLAT_SHARE,
  PEAK_LOG_SD,
  PEAK_MAX_DAYS,
  PEAK_MIN_DAYS,
  SCEPTIC,
  type ShapeShares,
} from './constants';
import { FIRST_CREST, FLAT_PEAK, FRESH_PEAK } from './grid';
import type { CrestInput, PeakPrior, Process, RoastLevel } from './types';

/** Median peak age p₀ in days by the table: roast level × process × style. Unstated labels use the defaults. */
export function tablePeakDays(roastLevel: RoastLevel | null, process: Process | null, style: Style): number {
  return (
    PEAK_DAYS_BY_ROAST[roastLevel ?? DEFAULT_ROAST] *
    PEAK_FACTOR_BY_PROCESS[process ?? DEFAULT_PROCESS] *
    PEAK_FACTOR_BY_STYLE[style]
  );
}

/** Where a bag's peak is expected before its first cup: by the taster's past, or by the table. */
export function priorPeak({ prior, roastLevel, process, reference }: CrestInput): PeakPrior {
  return prior?.peak ?? { days: tablePeakDays(roastLevel, process, reference.style), logSd: PEAK_LOG_SD };
}

/** The share of a prior that is wider than the rest, and by what factor. */
interface Doubt {
  share: number;
  factor: number;
}

/**
 * Density of the log peak age `x` of a bag that has a crest:
 *
 *     0.85 · N(x; ln p₀, s²) + 0.1 · N(x; ln p₀, (2s)²) + 0.05 · U(x; ln 1.5, ln 90)
 *
 * with p₀ and s (0.38) from the table or from the taster's history. The wider part is for tasters about whom the table
 * is wrong; a history takes it down with s.
 *
 * @param doubt the wider part
 */
export function peakDensity(x: number, { days, logSd }: PeakPrior, doubt: Doubt = PEAK_DOUBT): number {
  const bell = (sd: number): number =>
    Math.exp(-0.5 * ((x - Math.log(days)) / sd) ** 2) / (sd * Math.sqrt(2 * Math.PI));
  const flat = 1 / Math.log(PEAK_MAX_DAYS / PEAK_MIN_DAYS);
  const sure = 1 - doubt.share - PEAK_FLAT_SHARE;
  return sure * bell(logSd) + doubt.share * bell(doubt.factor * logSd) + PEAK_FLAT_SHARE * flat;
}

/**
 * By what a sceptic multiplies the prior of each entry of the peak axis: one who takes the table, or the history, for
 * hardly more than a hint. An interval has to hold for the taster about whom the table is wrong too; advice has to be
 * good for most.
 */
export function scepticism(logPeaks: Float64Array, prior: PeakPrior): Float64Array {
  const doubt = { share: 1 - PEAK_FLAT_SHARE, factor: SCEPTIC.factor };
  return logPeaks.map((x, p) => (p < FIRST_CREST ? 1 : peakDensity(x, prior, doubt) / peakDensity(x, prior)));
}

/**
 * Prior probability of each crest of the peak axis, given that there is one; sums to 1 over the crests, and is 1 at the
 * entries that stand for none. The roaster's advice r, days, enters as an observation ln r ~ Normal(x, 0.3²) of where a
 * crest would be; it says nothing on whether there is one.
 */
export function peakWeightsOf(logPeaks: Float64Array, prior: PeakPrior, adviceDays: number | null): Float64Array {
  const crests = logPeaks.map((x, p) => {
    if (p < FIRST_CREST) return 0;
    // Advice of "drink at once" still has to have a logarithm.
    const advice = adviceDays === null ? 0 : (x - Math.log(Math.max(1, adviceDays))) / ADVICE_LOG_SD;
    return peakDensity(x, prior) * Math.exp(-0.5 * advice * advice);
  });
  const total = crests.reduce((sum, weight) => sum + weight, 0);
  return crests.map((weight, p) => (p < FIRST_CREST ? 1 : weight / total));
}

/**
 * The prior probability of every entry of the peak axis: of the crests by `peakWeights`, of none by the shares; sums to
 * 1.
 */
export function entryWeights(peakWeights: Float64Array, shares: ShapeShares): Float64Array {
  const crested = 1 - shares.fresh - shares.flat;
  return peakWeights.map((weight, p) =>
    p === FRESH_PEAK ? shares.fresh : p === FLAT_PEAK ? shares.flat : crested * weight,
  );
}
