import { clamp } from 'es-toolkit';
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
} from './constants';
import { gridOf, SCALE_NOISE } from './grid';
import { dot } from './linalg';
import { entryWeights, peakWeightsOf, tablePeakDays } from './prior';
import type { Style } from '../brew/kinds';
import type { CrestFit, Moments, PeakPrior, Process, RoastLevel, TasterPrior } from './types';

/** What one finished bag says: its kind, and what its fit under the table's prior teaches. */
export interface PastBag {
  roastLevel: RoastLevel | null;
  process: Process | null;
  style: Style;
  bagLikelihood: Pick<CrestFit['bagLikelihood'], 'peak' | 'shapes'> & Partial<CrestFit['bagLikelihood']>;
  /** Of another taster: it weighs `OTHERS_WEIGHT`, and says nothing of how this one marks. */
  isOfOthers?: boolean;
}

/**
 * Blind repeats of one cup: the pooled sd of their marks, points, its degrees of freedom, and the σ₀ of their scale.
 */
export interface Repeats {
  sd: number;
  degrees: number;
  sigma0: number;
}

type Kind = Pick<PastBag, 'roastLevel' | 'process'>;
const kindKey = (bag: Kind): string => `${bag.roastLevel ?? '?'} ${bag.process ?? '?'}`;

/** The past, read once; new bags of any kind are then asked of it at little cost. */
export interface History {
  bags: number;
  /** How many of the household's own they are worth. */
  worth: number;
  /**
   * Per spread of single bags and per kind: ln likelihood of all its bags, were they to peak later by each of `SHIFTS`.
   */
  peaks: { sd: number; logWeight: number; byKind: Map<string, Float64Array> }[];
  noise: Moments;
  baselineMean: number;
  shapes: ShapeShares;
}

/** Shifts of ln peak days against the table on which a history is worked out, equally spaced. */
const SHIFTS = Float64Array.from(
  { length: HISTORY.peak.shiftNodes },
  (_, i) => HISTORY.peak.reach * ((2 * i) / (HISTORY.peak.shiftNodes - 1) - 1),
);

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
  const bySpread = HISTORY.peak.spreads.map(({ sd }) => shiftEvidence(past, sd));
  return counts.map((count) => {
    const first = past.slice(0, count);
    return {
      bags: count,
      worth: first.reduce((sum, bag) => sum + weightOf(bag), 0),
      peaks: HISTORY.peak.spreads.map(({ sd, logWeight }, s) => ({
        ...{ sd, logWeight },
        byKind: summedByKind(first, bySpread[s]!),
      })),
      noise: noisePriorFrom(first, repeats),
      baselineMean: baselineFrom(first),
      shapes: shapeSharesFrom(first),
    };
  });
}

/** Of each bag the ln likelihood, were bags of its kind to peak later by each of `SHIFTS` with this spread. */
function shiftEvidence(past: readonly PastBag[], sd: number): Float64Array[] {
  const likelihoods = past.map((bag) => likelihoodsOf(bag.bagLikelihood.peak));
  const tables = past.map((bag) => tablePeakDays(bag.roastLevel, bag.process, bag.style));
  const evidence = past.map(() => new Float64Array(SHIFTS.length));
  for (const table of new Set(tables))
    SHIFTS.forEach((shift, i) => {
      const crests = peakWeightsOf(gridOf(1).logPeaks, { days: table * Math.exp(shift), logSd: sd }, null);
      const weights = entryWeights(crests, SHAPE_SHARES);
      tables.forEach((own, b) => {
        if (own !== table) return;
        evidence[b]![i] = weightOf(past[b]!) * Math.log(dot(weights, 0, likelihoods[b]!, 0, weights.length));
      });
    });
  return evidence;
}

function summedByKind(past: readonly PastBag[], evidence: readonly Float64Array[]): Map<string, Float64Array> {
  const byKind = new Map<string, Float64Array>();
  past.forEach((bag, b) => {
    const sum = byKind.get(kindKey(bag)) ?? new Float64Array(SHIFTS.length);
    byKind.set(kindKey(bag), sum);
    for (let i = 0; i < SHIFTS.length; i++) sum[i]! += evidence[b]![i]!;
  });
  return byKind;
}

/** Everything the past teaches of a new bag. Without a past the table and the scale stand. */
export function priorFor(history: History, bag: Kind & Pick<PastBag, 'style'>): TasterPrior {
  const { noise, baselineMean, shapes } = history;
  const learnt = { shares: shapes, bags: history.worth };
  return { peak: peakPriorFrom(history, bag), noise, baselineMean, ...(history.bags > 0 && { shapes: learnt }) };
}

/** ln likelihoods as likelihoods, the likeliest 1: however small all of them are, one is left. */
function likelihoodsOf(logs: readonly number[]): Float64Array {
  const most = logs.reduce((max, log) => Math.max(max, log), -Infinity);
  return Float64Array.from(logs, (log) => Math.exp(log - most));
}

/** Nodes of a centred normal over ± `reachSds` sds, and the logs of their weights. */
function normalNodes(sd: number, count: number): { at: number; logWeight: number }[] {
  return Array.from({ length: count }, (_, i) => {
    const z = HISTORY.peak.reachSds * ((2 * i) / (count - 1) - 1);
    return { at: sd * z, logWeight: -0.5 * z * z };
  });
}

/** A table over `SHIFTS` read between its nodes, in a straight line. */
function atShift(logs: Float64Array, shift: number): number {
  const place = Math.min(Math.max((shift - SHIFTS[0]!) / (SHIFTS[1]! - SHIFTS[0]!), 0), SHIFTS.length - 1.000001);
  const left = Math.floor(place);
  return logs[left]! + (place - left) * (logs[left + 1]! - logs[left]!);
}

interface Weighed {
  /** Log weight. */
  log: number;
  mean: number;
  square: number;
}

/** Weighted means of `mean` and `square`, and the log of the summed weights. */
function gather(answers: readonly Weighed[]): Weighed {
  const most = answers.reduce((max, a) => Math.max(max, a.log), -Infinity);
  let total = 0;
  let mean = 0;
  let square = 0;
  for (const answer of answers) {
    const weight = Math.exp(answer.log - most);
    total += weight;
    mean += weight * answer.mean;
    square += weight * answer.square;
  }
  return { log: most + Math.log(total), mean: mean / total, square: square / total };
}

/**
 * The prior of a new bag's peak, learnt from finished bags: where the taster's coffees peak against the table.
 *
 *     shift of a bag ~ Normal(taster's mean + mean of its kind, τ²),  means ~ Normal(0, tasterSd²), Normal(0, kindSd²)
 *
 * with both means and τ on a grid, each bag entering by the whole likelihood of its peak, not by moments of it. Bags of
 * the same roast and process speak most, others through the taster's mean. Without evidence the table stands.
 */
export function peakPriorFrom({ bags, peaks }: History, bag: Kind & Pick<PastBag, 'style'>): PeakPrior {
  const table = tablePeakDays(bag.roastLevel, bag.process, bag.style);
  if (bags === 0) return { days: table, logSd: PEAK_LOG_SD };
  const { tasterSd, kindSd, tasterNodes, kindNodes } = HISTORY.peak;
  const kinds = normalNodes(kindSd, kindNodes);
  const own = kindKey(bag);

  const answers = peaks.flatMap(({ sd, logWeight, byKind }) =>
    normalNodes(tasterSd, tasterNodes).map((taster) => {
      const ofKind = (logs: Float64Array | undefined) =>
        gather(
          kinds.map(({ at, logWeight: w }) => ({
            log: w + (logs ? atShift(logs, taster.at + at) : 0),
            mean: taster.at + at,
            square: (taster.at + at) ** 2,
          })),
        );
      const mine = ofKind(byKind.get(own));
      const others = [...byKind].reduce((sum, [kind, logs]) => (kind === own ? sum : sum + ofKind(logs).log), 0);
      return { log: logWeight + taster.logWeight + mine.log + others, mean: mine.mean, square: mine.square + sd ** 2 };
    }),
  );
  const { mean, square } = gather(answers);
  return { days: table * Math.exp(mean), logSd: Math.sqrt(square - mean ** 2) };
}

/** A normal observation of a mean: its value and variance. */
interface Observation {
  value: number;
  variance: number;
}

/** Posterior of a Normal(mean, sd²) quantity after independent observations. */
function normalPosterior(prior: Moments, observations: readonly Observation[]): Moments {
  let precision = 1 / prior.sd ** 2;
  let score = prior.mean * precision;
  for (const { value, variance } of observations) {
    precision += 1 / variance;
    score += value / variance;
  }
  return { mean: score / precision, sd: 1 / Math.sqrt(precision) };
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
 */
export function baselineFrom(past: readonly Pick<PastBag, 'bagLikelihood'>[]): number {
  const { tasterSd, bagSd } = HISTORY.baseline;
  return normalPosterior(
    { mean: BASELINE_MEAN, sd: tasterSd },
    past.flatMap(({ bagLikelihood: { baseline } }) => {
      const own = baseline && ownEvidence(baseline, { mean: BASELINE_MEAN, sd: BASELINE_SD }, BASELINE_MEAN);
      return own ? [{ value: own.value, variance: own.variance + bagSd ** 2 }] : [];
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
