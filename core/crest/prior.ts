import type { Style } from '../brew/kinds';
import {
  ADVICE_LOG_SD,
  DEFAULT_PROCESS,
  DEFAULT_ROAST,
  PEAK_DAYS_BY_ROAST,
  PEAK_FACTOR_BY_PROCESS,
  PEAK_FACTOR_BY_STYLE,
  PEAK_FLAT_SHARE,
  PEAK_MAX_DAYS,
  PEAK_MIN_DAYS,
} from './constants';
import type { PeakPrior, Process, RoastLevel } from './types';

/** Median peak age p₀ in days by the table: roast level × process × style. Unstated labels use the defaults. */
export function tablePeakDays(roastLevel: RoastLevel | null, process: Process | null, style: Style): number {
  return PEAK_DAYS_BY_ROAST[roastLevel ?? DEFAULT_ROAST] * PEAK_FACTOR_BY_PROCESS[process ?? DEFAULT_PROCESS] * PEAK_FACTOR_BY_STYLE[style];
}

/**
 * Log-density, up to a constant, of the log peak age `x`:
 *
 *     ln[ 0.85 · N(x; ln p₀, s²) + 0.15 · U(x; ln 1.5, ln 90) ]  +  ln N(x; ln r, 0.3²)
 *
 * with p₀ and s (0.38) from the table or from the taster's history, and `r` the roaster's rest advice in days, when there is one.
 */
export function logPeakPrior(x: number, { days, logSd }: PeakPrior, adviceDays: number | null): number {
  const z = (x - Math.log(days)) / logSd;
  const bell = Math.exp(-0.5 * z * z) / (logSd * Math.sqrt(2 * Math.PI));
  const flat = 1 / Math.log(PEAK_MAX_DAYS / PEAK_MIN_DAYS);
  const prior = Math.log((1 - PEAK_FLAT_SHARE) * bell + PEAK_FLAT_SHARE * flat);
  // Advice of "drink at once" still has to have a logarithm.
  const advice = adviceDays === null ? 0 : (x - Math.log(Math.max(1, adviceDays))) / ADVICE_LOG_SD;
  return prior - 0.5 * advice * advice;
}
