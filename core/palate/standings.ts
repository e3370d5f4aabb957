import { groupBy } from 'es-toolkit';
import { cholesky, solveFactored, solveInPlace } from '../crest/linalg';
import { cdf } from '../crest/normal';

/** How often one of a kind was preferred to another: `weight` 1 for a preference, ½ each way for a tie. */
export interface Preference {
  better: number;
  worse: number;
  weight: number;
}

/** A mark one of a kind was given, points, and its standard error. */
export interface MarkOf {
  item: number;
  score: number;
  sd: number;
}

/** Strengths of a kind, by place, with their covariance, row by row. */
export interface Strengths {
  mean: Float64Array;
  covariance: Float64Array;
}

/** What is believed of a strength before anything is known: Normal(mean, sd²). */
export interface StrengthPrior {
  mean: number;
  sd: number;
}

const STEPS = 100;
const CLOSE = 1e-12;

/**
 * Strengths from paired preferences and marks together: Bradley and Terry's model,
 *
 *     P(i preferred to j) = 1 / (1 + exp(−(θi − θj) / scale)),   mark of i ~ Normal(θi, sd²),   θi ~ Normal(prior)
 *
 * at the mode of the posterior by Newton's method (it is concave), with the curvature there as covariance (Laplace).
 * Bradley and Terry, *Biometrika* 39 (1952) 324–345; a prior keeps strengths finite where one never lost: Caron and
 * Doucet, *J. Comput. Graph. Stat.* 21 (2012) 174–196. Those that no preference joins, however far about, know nothing
 * of each other, and each group of them is worked out by itself.
 *
 * @param scale points that make a preference e : 1
 * @throws RangeError for a preference or mark of an item that is not there
 */
export function strengthsOf(
  count: number,
  { preferences, marks = [] }: { preferences: readonly Preference[]; marks?: readonly MarkOf[] },
  prior: StrengthPrior,
  scale = 1,
): Strengths {
  for (const item of [...preferences.flatMap(({ better, worse }) => [better, worse]), ...marks.map((m) => m.item)])
    if (!(item >= 0 && item < count)) throw new RangeError(`There is no item ${item} among ${count}`);
  const mean = new Float64Array(count);
  const covariance = new Float64Array(count * count);
  for (const members of groupsJoined(count, preferences)) {
    const n = members.length;
    const place = new Map(members.map((item, i) => [item, i]));
    const within = strengthsWithin(n, inGroup(place, { preferences, marks }), prior, scale);
    members.forEach((item, i) => {
      mean[item] = within.mean[i]!;
      members.forEach((other, k) => (covariance[item * count + other] = within.covariance[i * n + k]!));
    });
  }
  return { mean, covariance };
}

interface Said {
  preferences: readonly Preference[];
  marks: readonly MarkOf[];
}

/** What is said of the items of a group, each by its place there. */
function inGroup(place: ReadonlyMap<number, number>, { preferences, marks }: Said): Said {
  return {
    preferences: preferences.flatMap(({ better, worse, weight }) => {
      const [a, b] = [place.get(better), place.get(worse)];
      return a === undefined || b === undefined ? [] : [{ better: a, worse: b, weight }];
    }),
    marks: marks.flatMap((mark) => {
      const item = place.get(mark.item);
      return item === undefined ? [] : [{ ...mark, item }];
    }),
  };
}

/** The items in groups, each joined by preferences directly or by way of others. */
function groupsJoined(count: number, preferences: readonly Preference[]): number[][] {
  const head = Array.from({ length: count }, (_, i) => i);
  const headOf = (item: number): number => {
    let at = item;
    while (head[at] !== at) at = head[at]!;
    return at;
  };
  for (const { better, worse } of preferences) head[headOf(better)] = headOf(worse);
  return Object.values(groupBy([...head.keys()], headOf));
}

function strengthsWithin(count: number, { preferences, marks }: Said, prior: StrengthPrior, scale: number): Strengths {
  const theta = new Float64Array(count).fill(prior.mean);
  let curvature = new Float64Array(count * count);
  for (let step = 0; step < STEPS; step++) {
    const slope = Float64Array.from(theta, (one) => (prior.mean - one) / prior.sd ** 2);
    curvature = new Float64Array(count * count);
    for (let i = 0; i < count; i++) curvature[i * count + i] = 1 / prior.sd ** 2;
    for (const { item, score, sd } of marks) {
      slope[item]! += (score - theta[item]!) / sd ** 2;
      curvature[item * count + item]! += 1 / sd ** 2;
    }
    for (const { better, worse, weight } of preferences) {
      const p = 1 / (1 + Math.exp(-(theta[better]! - theta[worse]!) / scale));
      const pull = (weight * (1 - p)) / scale;
      slope[better]! += pull;
      slope[worse]! -= pull;
      const bend = (weight * p * (1 - p)) / scale ** 2;
      curvature[better * count + better]! += bend;
      curvature[worse * count + worse]! += bend;
      curvature[better * count + worse]! -= bend;
      curvature[worse * count + better]! -= bend;
    }
    solveInPlace(curvature.slice(), count, slope);
    for (let i = 0; i < count; i++) theta[i]! += slope[i]!;
    if (slope.every((one) => Math.abs(one) < CLOSE * Math.max(1, scale))) break;
  }
  return { mean: theta, covariance: inverse(curvature, count) };
}

function inverse(matrix: Float64Array, n: number): Float64Array {
  const out = new Float64Array(n * n);
  const factor = matrix.slice();
  cholesky(factor, n);
  for (let column = 0; column < n; column++) {
    const unit = new Float64Array(n);
    unit[column] = 1;
    solveFactored(factor, n, unit);
    for (let row = 0; row < n; row++) out[row * n + column] = unit[row]!;
  }
  return out;
}

/** Where one of a kind stands, and where it could. Places count from 1, the best. */
export interface Standing {
  item: number;
  mean: number;
  /** Interval of probability 0.8, points. */
  lo: number;
  hi: number;
  place: number;
  /** The places it could have: another counts as surely above or below from a probability of 0.8 on. */
  bestPlace: number;
  worstPlace: number;
}

const Z80 = 1.2816;
const SURE = 0.8;

/** The standings of a kind, the best first. */
export function standingsOf({ mean, covariance }: Strengths): Standing[] {
  const n = mean.length;
  const above = (i: number, j: number): number => {
    const variance = covariance[i * n + i]! + covariance[j * n + j]! - 2 * covariance[i * n + j]!;
    return cdf((mean[i]! - mean[j]!) / Math.sqrt(variance));
  };
  const items = [...mean.keys()].sort((a, b) => mean[b]! - mean[a]! || a - b);
  return items.map((item, at) => {
    const others = items.filter((other) => other !== item);
    const sd = Math.sqrt(covariance[item * n + item]!);
    return {
      item,
      mean: mean[item]!,
      lo: mean[item]! - Z80 * sd,
      hi: mean[item]! + Z80 * sd,
      place: at + 1,
      bestPlace: 1 + others.filter((other) => above(other, item) >= SURE).length,
      worstPlace: n - others.filter((other) => above(item, other) >= SURE).length,
    };
  });
}
