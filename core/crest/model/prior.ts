import type { Style } from '../../brew';
import {
  ADVICE_LOG_SD,
  DEFAULT_PROCESS,
  DEFAULT_ROAST,
  INTERVAL_COVERAGE,
  PEAK_DAYS_BY_ROAST,
  PEAK_DOUBT,
  PEAK_FACTOR_BY_PROCESS,
  PEAK_FACTOR_BY_STYLE,
  PEAK_FLAT_SHARE,
  PEAK_LOG_SD,
  PEAK_MAX_DAYS,
  PEAK_MIN_DAYS,
  PERCEIVED_WEIGHT,
  INTERVAL_PRIOR,
  INTERVAL_PRIOR_HALVED_BY,
  type ShapeShares,
} from './constants';
import { densityOnStatedAge, type AgeError } from './assumedAge';
import { FIRST_CREST, FLAT_PEAK, FRESH_PEAK } from './grid';
import type { CrestInput, Moments, PeakPrior, Process, RoastLevel } from './types';

/** A bag as far as its peak is expected before its first cup. */
export interface BagOfKind {
  roastLevel: RoastLevel | null;
  process: Process | null;
  style: Style;
  /** The roast its beans look like, where somebody said. */
  perceivedRoast?: RoastLevel | null;
  /** As typed; nothing where it is not known. */
  roaster?: string | null;
}

/**
 * Median peak age p₀ in days by the table: roast level × process × style. Unstated labels use the defaults. Beans that
 * look another roast than the label claims are expected in between, by `PERCEIVED_WEIGHT`.
 */
export function tablePeakDays({ roastLevel, process, style, perceivedRoast }: BagOfKind): number {
  const perceived = perceivedRoast ?? roastLevel ?? DEFAULT_ROAST;
  const claimed = roastLevel ?? perceived;
  return (
    PEAK_DAYS_BY_ROAST[claimed] ** (1 - PERCEIVED_WEIGHT) *
    PEAK_DAYS_BY_ROAST[perceived] ** PERCEIVED_WEIGHT *
    PEAK_FACTOR_BY_PROCESS[process ?? DEFAULT_PROCESS] *
    PEAK_FACTOR_BY_STYLE[style]
  );
}

/** Where a bag's peak is expected before its first cup: by the taster's past, or by the table. */
export function priorPeak(input: Pick<CrestInput, 'prior' | 'reference'> & Omit<BagOfKind, 'style'>): PeakPrior {
  return input.prior?.peak ?? { days: tablePeakDays({ ...input, style: input.reference.style }), logSd: PEAK_LOG_SD };
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

/** The share of the wider prior that the household's own finished bags have not taken away. */
const doubtLeft = ({ worth = 0 }: PeakPrior): number => INTERVAL_PRIOR_HALVED_BY / (INTERVAL_PRIOR_HALVED_BY + worth);

/** The spread of the prior the interval is stated by, as a multiple of the model's. */
export const intervalPriorFactor = (prior: PeakPrior): number =>
  Math.sqrt(1 + (INTERVAL_PRIOR.factor ** 2 - 1) * doubtLeft(prior));

/**
 * Ratio of the widened prior to the model's at each entry of the peak axis, and the mass of the posterior so weighed that
 * is stated as an interval; for reporting only.
 */
export interface IntervalPrior {
  factors: Float64Array;
  mass: number;
}

/**
 * The prior an interval is stated by. It has to hold for the taster about whom the table is wrong too; advice has to be
 * good for most. What the household's own finished bags say takes the doubt away.
 */
export function intervalPriorOf(
  logPeaks: Float64Array,
  prior: PeakPrior,
  ages: readonly AgeError[] | null,
): IntervalPrior {
  const doubt = { share: 1 - PEAK_FLAT_SHARE, factor: intervalPriorFactor(prior) };
  const doubted = densityOnStatedAge((x) => peakDensity(x, prior, doubt), ages);
  const believed = densityOnStatedAge((x) => peakDensity(x, prior), ages);
  return {
    factors: logPeaks.map((x, p) => (p < FIRST_CREST ? 1 : doubted(x) / believed(x))),
    mass: INTERVAL_COVERAGE - (INTERVAL_COVERAGE - INTERVAL_PRIOR.mass) * Math.sqrt(doubtLeft(prior)),
  };
}

/**
 * Prior probability of each crest of the peak axis, given that there is one; sums to 1 over the crests, and is 1 at the
 * entries that stand for none. The roaster's advice r, days, enters as an observation ln r ~ Normal(x, 0.3²) of where a
 * crest would be; it says nothing on whether there is one.
 *
 * @param off how far the roaster's advice is off by its bags: ln r ~ Normal(x + mean, sd²) then
 * @param ages how far the stated ages may be off, where the roast date is assumed: the axis is of those
 */
export function peakWeightsOf(
  logPeaks: Float64Array,
  prior: PeakPrior,
  adviceDays: number | null,
  off: Moments = { mean: 0, sd: ADVICE_LOG_SD },
  ages: readonly AgeError[] | null = null,
): Float64Array {
  const believed = densityOnStatedAge((x) => {
    // Advice of "drink at once" still has to have a logarithm.
    const advice = adviceDays === null ? 0 : (x + off.mean - Math.log(Math.max(1, adviceDays))) / off.sd;
    return peakDensity(x, prior) * Math.exp(-0.5 * advice * advice);
  }, ages);
  const crests = logPeaks.map((x, p) => (p < FIRST_CREST ? 0 : believed(x)));
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
