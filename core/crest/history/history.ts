import { clamp } from 'es-toolkit';
import { adviceBiases } from './adviceHistory';
import {
  BASELINE_MEAN,
  BASELINE_SD,
  GRID_REACH,
  HISTORY,
  LEAST_EVIDENCE,
  NOISE_LOG_SD,
  OTHERS_WEIGHT,
  PEAK_LOG_SD,
  SHAPE_SHARES,
  SHAPE_SHARES_WORTH,
  SHAPES,
  type ShapeShares,
} from '../model/constants';
import { SCALE_NOISE } from '../model/grid';
import { normalPosterior, type Observation } from './moments';
import { likelihoodsOf, peakHistories, peakPriorFrom, roasterKey, type PeakHistory } from './peakHistory';
import { tablePeakDays, type BagOfKind } from '../model/prior';
import type { CrestFit, Moments, PeakPrior, TasterPrior } from '../model/types';

/** What one finished bag says: its kind, and what its fit under the table's prior teaches. */
export interface PastBag extends BagOfKind {
  bagLikelihood: Pick<CrestFit['bagLikelihood'], 'peak' | 'shapes'> & Partial<CrestFit['bagLikelihood']>;
  /** Of another taster: it weighs `OTHERS_WEIGHT`, and says nothing of how this one marks. */
  isOfOthers?: boolean;
  /** The roaster's advice, days. */
  restAdviceDays?: number | null;
}

/**
 * Blind repeats of one cup: the pooled sd of their marks, points, its degrees of freedom, and the σ₀ of their scale.
 */
export interface Repeats {
  sd: number;
  degrees: number;
  sigma0: number;
}

/** The past, read once; new bags of any kind are then asked of it at little cost. */
export interface History {
  bags: number;
  /** How many of the household's own they are worth. */
  worth: number;
  peaks: PeakHistory;
  /** How far each roaster's advice was from what its bags did, by the roaster's key. */
  advice: ReadonlyMap<string, Moments>;
  noise: Moments;
  baselineMean: number;
  shapes: ShapeShares;
}

const weightOf = ({ isOfOthers }: Pick<PastBag, 'isOfOthers'>): number => (isOfOthers ? OTHERS_WEIGHT : 1);

/** Reads finished bags and blind repeats. Bags without a brew teach nothing. */
export function historyOf(past: readonly PastBag[], repeats: readonly Repeats[]): History {
  const [history] = historiesAfter(past, repeats, [past.length]);
  return history!;
}

/** What was known after the first so many bags, for several such counts; what each bag says is worked out once. */
export function historiesAfter(
  past: readonly PastBag[],
  repeats: readonly Repeats[],
  counts: readonly number[],
): History[] {
  const peaksAfter = peakHistories(past.map((bag) => ({ ...bag, weight: weightOf(bag) })));
  return counts.map((count) => {
    const first = past.slice(0, count);
    return {
      bags: count,
      worth: first.reduce((sum, bag) => sum + weightOf(bag), 0),
      peaks: peaksAfter(count),
      advice: adviceBiases(first),
      noise: noisePriorFrom(first, repeats),
      baselineMean: baselineFrom(first),
      shapes: shapeSharesFrom(first),
    };
  });
}

/** Everything the past teaches of a new bag. Without a past the table and the scale stand. */
export function priorFor(history: History, bag: BagOfKind): TasterPrior {
  const { noise, baselineMean, shapes, worth } = history;
  const advice = history.advice.get(roasterKey(bag.roaster));
  return {
    peak: history.bags === 0 ? tablePrior(bag) : { ...peakPriorFrom(history.peaks, bag), worth },
    noise,
    baselineMean,
    ...(history.bags > 0 && { shapes: { shares: shapes, bags: worth } }),
    ...(advice && { advice }),
  };
}

function tablePrior(bag: BagOfKind): PeakPrior {
  return { days: tablePeakDays(bag), logSd: PEAK_LOG_SD };
}

/**
 * A posterior with its prior taken out again; null where the brews taught nothing. A grid knows of nothing beyond
 * `reach` from the prior's mean, and so does what it says.
 */
function ownEvidence(posterior: Moments, prior: Moments, reach: number): Observation | null {
  const precision = 1 / posterior.sd ** 2 - 1 / prior.sd ** 2;
  if (!(precision * prior.sd ** 2 >= LEAST_EVIDENCE) || !Number.isFinite(precision)) return null;
  const value = (posterior.mean / posterior.sd ** 2 - prior.mean / prior.sd ** 2) / precision;
  return { value: clamp(value, prior.mean - reach, prior.mean + reach), variance: 1 / precision };
}

/**
 * ln σ/σ₀ of a new bag: the taster's own mean ~ Normal(0, tasterSd²), a bag's ~ Normal(taster's, bagSd²). Past bags
 * speak through their fits. A pooled sd s of blind repeats with ν degrees of freedom observes the taster's mean
 * directly, ln s/σ₀ with variance 1/(2ν) (the delta method).
 */
export function noisePriorFrom(past: readonly Pick<PastBag, 'bagLikelihood'>[], repeats: readonly Repeats[]): Moments {
  const { tasterSd, bagSd } = HISTORY.noise;
  const fromBags = past.flatMap(({ bagLikelihood }) => {
    const own = bagLikelihood.noise && ownEvidence(bagLikelihood.noise, SCALE_NOISE, GRID_REACH * NOISE_LOG_SD);
    return own ? [{ value: own.value, variance: own.variance + bagSd ** 2 }] : [];
  });
  const fromRepeats = repeats.flatMap(({ sd, degrees, sigma0 }) =>
    degrees > 0 && sd > 0 ? [{ value: Math.log(sd / sigma0), variance: 1 / (2 * degrees) }] : [],
  );
  const taster = normalPosterior({ mean: 0, sd: tasterSd }, [...fromBags, ...fromRepeats]);
  return { mean: taster.mean, sd: Math.hypot(taster.sd, bagSd) };
}

/**
 * The baseline a new bag is expected to reach, points: the taster's mean, shrunk to `BASELINE_MEAN`. Each past bag
 * speaks with the prior of its own fit taken out, or that prior would be counted once a bag.
 *
 * @param asRead what a past bag's own baseline is on the new bag's scale
 */
export function baselineFrom<Past extends Pick<PastBag, 'bagLikelihood'>>(
  past: readonly Past[],
  asRead: (own: Moments, bag: Past) => Moments = (own) => own,
): number {
  const { tasterSd, bagSd } = HISTORY.baseline;
  return normalPosterior(
    { mean: BASELINE_MEAN, sd: tasterSd },
    past.flatMap((bag) => {
      const { baseline } = bag.bagLikelihood;
      const own = baseline && ownEvidence(baseline, { mean: BASELINE_MEAN, sd: BASELINE_SD }, BASELINE_MEAN);
      if (!own) return [];
      const { mean, sd } = asRead({ mean: own.value, sd: Math.sqrt(own.variance) }, bag);
      return [{ value: mean, variance: sd ** 2 + bagSd ** 2 }];
    }),
  ).mean;
}

/** How often the shares are read again by the shares they led to; they hardly move after three times. *Numerical*. */
const SHARE_ROUNDS = 8;

/**
 * The shape shares of a new bag: the stated ones are a Dirichlet prior worth `SHAPE_SHARES_WORTH` bags, and each past
 * bag counts for every shape by its probability of having run that way (expectation–maximisation for the weights of a
 * mixture: Dempster, Laird and Rubin, J. R. Stat. Soc. B 39 (1977) 1–38).
 */
export function shapeSharesFrom(past: readonly Pick<PastBag, 'bagLikelihood' | 'isOfOthers'>[]): ShapeShares {
  const likelihoods = past.map(({ bagLikelihood }) => likelihoodsOf(bagLikelihood.shapes));
  const worth = past.map(weightOf);
  const all = worth.reduce((sum, weight) => sum + weight, SHAPE_SHARES_WORTH);
  let shares: ShapeShares = SHAPE_SHARES;
  for (let round = 0; round < SHARE_ROUNDS; round++) {
    const counts = SHAPES.map((shape) => SHAPE_SHARES_WORTH * SHAPE_SHARES[shape]);
    likelihoods.forEach((likelihood, b) => {
      const weights = SHAPES.map((shape, i) => shares[shape] * likelihood[i]!);
      const total = weights.reduce((sum, weight) => sum + weight, 0);
      weights.forEach((weight, i) => (counts[i]! += (worth[b]! * weight) / total));
    });
    shares = Object.fromEntries(SHAPES.map((shape, i) => [shape, counts[i]! / all])) as ShapeShares;
  }
  return shares;
}
