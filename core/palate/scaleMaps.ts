import { groupBy, sumBy } from 'es-toolkit';
import { cholesky, solveFactored } from '../numeric/linalg';
import { SCALE_RANGES, type ScoringScale } from '../cup';

/**
 * How a household's scores in one scale are read on another. A level of 3 means "good" to one taster and 60 points to a
 * table of scales, so that bags scored in different ways cannot be held against each other by their points alone.
 */
export interface ScaleMap {
  /** A score x is middle + offset + slope · (x − middle) on the main scale. */
  offset: number;
  slope: number;
  /** Variances of offset and slope, and their covariance. */
  offsetVariance: number;
  slopeVariance: number;
  covariance: number;
  /** Whether bags of the two scales can be told better and worse by it. */
  isKnown: boolean;
}

/** What tells of a map: a score in the scale, what it was on the main one, and how far the two miss each other (sd). */
export interface ScalePair {
  score: number;
  main: number;
  sd: number;
}

/** Where scores of all scales lie, about, points. *Numerical*: offset and slope hardly go along with each other then. */
const MIDDLE = 75;
/** Before anything is known: sds of the offset, points, and of the slope around 1. *Assumption*, wide. */
const OFFSET_SD = 10;
const SLOPE_SD = 0.3;
/** A map is known when it places a score of the scale's own middle within this sd, points. *Assumption*. */
const KNOWN_SD = 3;

/** The map of a scale onto itself. */
export const SAME_SCALE: ScaleMap = {
  offset: 0,
  slope: 1,
  offsetVariance: 0,
  slopeVariance: 0,
  covariance: 0,
  isKnown: true,
};

/**
 * The map a household's own scores teach: Bayesian linear regression with Normal(0, 10²) on the offset and
 * Normal(1, 0.3²) on the slope (Gelman et al., *Bayesian Data Analysis*, 3rd ed., ch. 14). Without a pair it is the
 * prior, and not known.
 *
 * @throws RangeError for an sd that is not above 0
 */
export function scaleMap(pairs: readonly ScalePair[]): ScaleMap {
  const precision = Float64Array.of(1 / OFFSET_SD ** 2, 0, 0, 1 / SLOPE_SD ** 2);
  const pull = new Float64Array(2);
  for (const { score, main, sd } of pairs) {
    if (!(sd > 0)) throw new RangeError(`A standard deviation must be above 0, not ${sd}`);
    const x = score - MIDDLE;
    const weight = 1 / sd ** 2;
    precision[0]! += weight;
    precision[1]! += weight * x;
    precision[2]! += weight * x;
    precision[3]! += weight * x * x;
    // What the main score is beyond the score itself: the offset, and the slope's part above 1.
    pull[0]! += weight * (main - score);
    pull[1]! += weight * x * (main - score);
  }
  cholesky(precision, 2);
  const column = (k: number): Float64Array => {
    const unit = Float64Array.of(k === 0 ? 1 : 0, k === 1 ? 1 : 0);
    solveFactored(precision, 2, unit);
    return unit;
  };
  const [first, second] = [column(0), column(1)];
  const map = {
    offset: first[0]! * pull[0]! + first[1]! * pull[1]!,
    slope: 1 + second[0]! * pull[0]! + second[1]! * pull[1]!,
    offsetVariance: first[0]!,
    slopeVariance: second[1]!,
    covariance: first[1]!,
  };
  const middle = pairs.reduce((sum, { score }) => sum + score, 0) / Math.max(1, pairs.length);
  return { ...map, isKnown: pairs.length > 0 && mapCovariance(map, middle, middle) <= KNOWN_SD ** 2 };
}

/** Sd of a bag's score around what a household's bags come to, and of one day around another, points. *Assumption*. */
const BAG_SD = 6;
const DAY_SD = 2;

/** A cup of a coffee with its score in every scale it was scored in. */
export interface ScoredCup {
  coffee: string;
  scores: Readonly<Partial<Record<ScoringScale, number>>>;
}

/**
 * What a household's cups tell of the map of a scale onto the main one: cups scored in both, coffees scored both ways,
 * and, weakly, what all its other coffees come to.
 */
export function scalePairs(cups: readonly ScoredCup[], scale: ScoringScale, main: ScoringScale): ScalePair[] {
  const sigma = (one: ScoringScale): number => SCALE_RANGES[one].sigma0;
  const both = cups.flatMap(({ scores }): ScalePair[] => {
    const [score, onMain] = [scores[scale], scores[main]];
    // One cup twice: what the two have in common does not part them.
    const sd = Math.hypot(sigma(scale), sigma(main)) / Math.SQRT2;
    return score === undefined || onMain === undefined ? [] : [{ score, main: onMain, sd }];
  });
  const single = cups.filter(({ scores }) => scores[scale] === undefined || scores[main] === undefined);
  const coffees = Object.values(groupBy(single, ({ coffee }) => coffee)).map((ofCoffee) => ({
    in: meanOf(ofCoffee.flatMap(({ scores }) => scores[scale] ?? [])),
    on: meanOf(ofCoffee.flatMap(({ scores }) => scores[main] ?? [])),
  }));
  const overlapping = coffees.flatMap((coffee): ScalePair[] =>
    coffee.in && coffee.on
      ? [
          {
            score: coffee.in.mean,
            main: coffee.on.mean,
            sd: Math.hypot(sigma(scale) / Math.sqrt(coffee.in.n), sigma(main) / Math.sqrt(coffee.on.n), DAY_SD),
          },
        ]
      : [],
  );
  const ones = coffees.flatMap((coffee) => (coffee.in && !coffee.on ? [coffee.in.mean] : []));
  const others = coffees.flatMap((coffee) => (coffee.on && !coffee.in ? [coffee.on.mean] : []));
  const [a, b] = [meanOf(ones), meanOf(others)];
  // Different coffees: on the whole one is as good as another.
  const onTheWhole = a && b ? [{ score: a.mean, main: b.mean, sd: BAG_SD * Math.sqrt(1 / a.n + 1 / b.n) }] : [];
  return [...both, ...overlapping, ...onTheWhole];
}

function meanOf(scores: readonly number[]): { mean: number; n: number } | null {
  return scores.length === 0 ? null : { mean: sumBy([...scores], (one) => one) / scores.length, n: scores.length };
}

/** A score on the main scale, points. */
export function onMainScale({ offset, slope }: Pick<ScaleMap, 'offset' | 'slope'>, score: number): number {
  return MIDDLE + offset + slope * (score - MIDDLE);
}

/** What not knowing the map adds to the covariance of two scores of its scale, points². */
export function mapCovariance(
  { offsetVariance, slopeVariance, covariance }: Omit<ScaleMap, 'isKnown' | 'offset' | 'slope'>,
  one: number,
  other: number,
): number {
  const [a, b] = [one - MIDDLE, other - MIDDLE];
  return offsetVariance + covariance * (a + b) + slopeVariance * a * b;
}

/** A score with its standard error on the main scale, the error of the map among it. */
export function momentsOnMain(map: ScaleMap, { mean, sd }: { mean: number; sd: number }): { mean: number; sd: number } {
  return {
    mean: onMainScale(map, mean),
    sd: Math.sqrt((map.slope * sd) ** 2 + Math.max(0, mapCovariance(map, mean, mean))),
  };
}

/** A score of the main scale as the other would give it: undoes `onMainScale`. */
export function fromMainScale({ offset, slope }: Pick<ScaleMap, 'offset' | 'slope'>, score: number): number {
  return MIDDLE + (score - MIDDLE - offset) / slope;
}

/** A score of one scale with its standard error as another would give it, what is not known of both maps among it. */
export function momentsBetween(
  from: ScaleMap,
  to: ScaleMap,
  score: { mean: number; sd: number },
): { mean: number; sd: number } {
  const main = momentsOnMain(from, score);
  const mean = fromMainScale(to, main.mean);
  return { mean, sd: Math.sqrt(main.sd ** 2 + Math.max(0, mapCovariance(to, mean, mean))) / to.slope };
}

/** Expected scores by day, curves that are equally likely, and the noise of a cup. */
interface Expected {
  mean: readonly number[];
  curves: readonly (readonly number[])[];
  noise: number;
}

/** Three equally likely values with mean 0 and variance 1. */
const EQUALLY_LIKELY = [-Math.sqrt(1.5), 0, Math.sqrt(1.5)] as const;

/** What is expected of a bag, on the main scale: what is not known of the map sets its curves higher and lower by turns. */
export function expectedOnMain(map: ScaleMap, { mean, curves, noise }: Expected): Expected {
  if (map === SAME_SCALE) return { mean, curves, noise };
  const best = mean.reduce((most, one) => Math.max(most, one), -Infinity);
  const sd = Math.sqrt(Math.max(0, mapCovariance(map, best, best)));
  return {
    mean: mean.map((score) => onMainScale(map, score)),
    curves: curves.map((curve, k) => curve.map((score) => onMainScale(map, score) + sd * EQUALLY_LIKELY[k % 3]!)),
    noise: map.slope * noise,
  };
}
