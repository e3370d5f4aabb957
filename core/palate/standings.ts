import { groupBy } from 'es-toolkit';
import { cholesky, solveFactored, solveInPlace } from '../numeric/linalg';

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
  for (const { members, said } of groupsOf(count, { preferences, marks })) {
    const n = members.length;
    const within = strengthsWithin(n, said, prior, scale);
    members.forEach((item, i) => {
      mean[item] = within.mean[i]!;
      members.forEach((other, k) => (covariance[item * count + other] = within.covariance[i * n + k]!));
    });
  }
  return { mean, covariance };
}

/** Strengths whose errors have more in common than the marks say: by the places of two, points². */
export function withSharedErrors(
  { mean, covariance }: Strengths,
  shared: (one: number, other: number) => number,
): Strengths {
  const n = mean.length;
  return { mean, covariance: covariance.map((own, at) => own + shared(Math.floor(at / n), at % n)) };
}

interface Said {
  preferences: readonly Preference[];
  marks: readonly MarkOf[];
}

/** The groups that preferences join, each with what is said of its items by their places in it. */
function groupsOf(
  count: number,
  { preferences, marks }: Said,
): { members: number[]; said: { preferences: Preference[]; marks: MarkOf[] } }[] {
  const groups = groupsJoined(count, preferences).map((members) => ({
    members,
    said: { preferences: new Array<Preference>(), marks: new Array<MarkOf>() },
  }));
  const groupOf = new Int32Array(count);
  const place = new Int32Array(count);
  groups.forEach(({ members }, g) =>
    members.forEach((item, i) => {
      groupOf[item] = g;
      place[item] = i;
    }),
  );
  for (const { better, worse, weight } of preferences)
    groups[groupOf[better]!]!.said.preferences.push({ better: place[better]!, worse: place[worse]!, weight });
  for (const mark of marks) groups[groupOf[mark.item]!]!.said.marks.push({ ...mark, item: place[mark.item]! });
  return groups;
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
/** One stands surely above another from so many sds of their difference on: a probability of 0.8. */
const SURE_SDS = 0.841_621_233_572_914;

/** The standings of a kind, the best first. */
export function standingsOf({ mean, covariance }: Strengths): Standing[] {
  const n = mean.length;
  const items = [...mean.keys()].sort((a, b) => mean[b]! - mean[a]! || a - b);
  const bestPlace = new Int32Array(n).fill(1);
  const worstPlace = new Int32Array(n).fill(n);
  // Only those of a higher mean can be surely above, and only those of a lower one below.
  items.forEach((above, at) => {
    for (let k = at + 1; k < n; k++) {
      const below = items[k]!;
      const apart = mean[above]! - mean[below]!;
      const variance =
        covariance[above * n + above]! + covariance[below * n + below]! - 2 * covariance[above * n + below]!;
      if (apart < SURE_SDS * Math.sqrt(variance)) continue;
      bestPlace[below]!++;
      worstPlace[above]!--;
    }
  });
  return items.map((item, at) => {
    const sd = Math.sqrt(covariance[item * n + item]!);
    return {
      item,
      mean: mean[item]!,
      lo: mean[item]! - Z80 * sd,
      hi: mean[item]! + Z80 * sd,
      place: at + 1,
      bestPlace: bestPlace[item]!,
      worstPlace: worstPlace[item]!,
    };
  });
}
