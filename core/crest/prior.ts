import type { Style } from '../brew/kinds';
import {
  ADVICE_LOG_SD,
  DEFAULT_PROCESS,
  DEFAULT_ROAST,
  FRESH,
  PEAK_DAYS_BY_ROAST,
  PEAK_FACTOR_BY_PROCESS,
  PEAK_FACTOR_BY_STYLE,
  PEAK_FLAT_SHARE,
  PEAK_LOG_SD,
  PEAK_MAX_DAYS,
  PEAK_MIN_DAYS,
} from './constants';
import { FIRST_CREST, FRESH_PEAK } from './grid';
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

/**
 * Density of the log peak age `x` of a bag that has a crest:
 *
 *     0.95 · N(x; ln p₀, s²) + 0.05 · U(x; ln 1.5, ln 90)
 *
 * with p₀ and s (0.38) from the table or from the taster's history.
 */
export function peakDensity(x: number, { days, logSd }: PeakPrior): number {
  const z = (x - Math.log(days)) / logSd;
  const bell = Math.exp(-0.5 * z * z) / (logSd * Math.sqrt(2 * Math.PI));
  const flat = 1 / Math.log(PEAK_MAX_DAYS / PEAK_MIN_DAYS);
  return (1 - PEAK_FLAT_SHARE) * bell + PEAK_FLAT_SHARE * flat;
}

/**
 * Prior probability of every entry of the peak axis: that there is no crest after the first days, and of a crest in
 * each cell; sums to 1. The roaster's advice r, days, enters as an observation ln r ~ Normal(x, 0.3²) of where a crest
 * would be; it says nothing on whether there is one.
 */
export function peakWeightsOf(logPeaks: Float64Array, prior: PeakPrior, adviceDays: number | null): Float64Array {
  const crests = logPeaks.map((x, p) => {
    if (p < FIRST_CREST) return 0;
    // Advice of "drink at once" still has to have a logarithm.
    const advice = adviceDays === null ? 0 : (x - Math.log(Math.max(1, adviceDays))) / ADVICE_LOG_SD;
    return peakDensity(x, prior) * Math.exp(-0.5 * advice * advice);
  });
  const total = crests.reduce((sum, weight) => sum + weight, 0);
  return crests.map((weight, p) => (p === FRESH_PEAK ? FRESH.share : ((1 - FRESH.share) * weight) / total));
}
