import { EP_WARM_START, GROSS, GROSS_WORDS, NEGLIGIBLE_LOG, type ShapeShares } from '../model/constants';
import { Comparing } from './comparing';
import { grossErrorsOf } from './gross';
import { GROSS_WORD_LOG_ODDS, noiseNodesOf, sidesAt, type Grid, type NoiseNode } from '../model/grid';
import { heightPrior } from './height';
import { whitenedAt, type Data } from '../model/likelihood';
import { dot, whiten } from '../../numeric/linalg';
import { logCdf } from '../../numeric/normal';
import { Posterior, type WhitenedNode } from './posterior';
import type { Moments } from '../model/types';

/** One noise node with the residual and every side of every ridge whitened by its covariance. */
function whitenedNode(data: Data, sides: Float64Array, noiseNode: NoiseNode): WhitenedNode {
  const whitened = whitenedAt(data, noiseNode.noise * data.sigma0, noiseNode.gross);
  const white = sides.slice();
  for (let at = 0; at < white.length; at += data.n) whiten(whitened.factor, data.n, white, at);
  const comparing = data.contrasts.length > 0 ? new Comparing(data, whitened, noiseNode.grossWords) : null;
  return { ...noiseNode, whitened, comparing, sides: white };
}

/** What is believed of a bag before its cups. */
export interface Belief {
  /** Prior probability of each crest of `grid.logPeaks`, given that there is one; sums to 1. */
  peakWeights: Float64Array;
  shares: ShapeShares;
  /** ln σ/σ₀. */
  noise: Moments;
}

/**
 * Weighs every cell of the grid by prior × evidence, with the height integrated out exactly.
 *
 * At a noise node the scores have covariance C = L·Lᵀ around A·h. With u = L⁻¹h, v = L⁻¹(y − m) and the height's prior
 * Normal(a, V) cut off below 0, the height is a scalar regression cut off at 0:
 *
 *     precision P = 1/V + u·u,  mean M = (a/V + u·v) / P,
 *     evidence ∝ |C|^−½ exp(−½ v·v − ½ a²/V + ½ M²P) (P·V)^−½ Φ(M·√P) / Φ(a/√V)
 *
 * A ridge is the sum of its two sides, so u·u and u·v come from whitened sides shared by all cells. Where cups were
 * compared, Φ(M·√P) becomes the probability of the comparisons and of a height above 0 together (`Comparing`).
 */
export function posteriorOf(data: Data, grid: Grid, belief: Belief): Posterior {
  const sides = sidesAt(grid.sides, data.x);
  const logPriors = Float64Array.from(
    grid.ridges,
    ({ peak, shape, logWeight }) => Math.log(belief.peakWeights[peak]! * belief.shares[shape]) + logWeight,
  );
  // The likeliest set of gross errors comes first: what is hopeless beside it is hardly looked at.
  const { sets, logShare } = grossErrorsOf({ data, grid, sides, logPriors, noise: belief.noise });
  const weighing = new Weighing(data, grid, { sides, logPriors });
  const nodes = sets.flatMap((gross) => noiseNodesOf(grid, belief.noise, gross)).map((node) => weighing.weigh(node));
  const withoutWords = weighing
    .doubtfulWords(nodes)
    .flatMap((word) => noiseNodesOf(grid, belief.noise, sets[0], [word]).map((node) => weighing.weigh(node)));
  return weighing.posterior([...nodes, ...withoutWords], logShare);
}

/** What every ridge comes to at one noise node, by ridge. */
interface WeighedRidges {
  node: WhitenedNode;
  /** Log weights. */
  weight: Float64Array;
  heightMean: Float64Array;
  heightSd: Float64Array;
  unknownMean: Float64Array;
  sites: Float64Array;
  /** The height of a ridge by the known scores alone, points. */
  byScores(r: number): Moments;
}

/** Cells at least this share as heavy as the heaviest, and so many of them, say which words are in doubt. *Numerical*. */
const HEAVY_SHARE = 0.05;
const MOST_LOOKED_AT = 40;
/** A word that is less likely than e to the minus this is as good as impossible. *Numerical*. */
const MOST_LOG_ODDS = 30;

/** Weighs the ridges of one bag, a noise node at a time. */
class Weighing {
  readonly #square: Float64Array;
  readonly #score: Float64Array;
  readonly #unknown: number;
  readonly #steps: number;
  readonly #siteCount: number;
  readonly #begins: Float64Array;
  /** The log weight of the heaviest cell so far. */
  #heaviest = -Infinity;

  constructor(
    private readonly data: Data,
    private readonly grid: Grid,
    private readonly known: { sides: Float64Array; logPriors: Float64Array },
  ) {
    const comparisons = data.contrasts.length;
    this.#square = new Float64Array(grid.sides.length);
    this.#score = new Float64Array(grid.sides.length);
    this.#unknown = data.n - data.known;
    this.#steps = comparisons > EP_WARM_START.upTo ? 1 : EP_WARM_START.steps;
    this.#siteCount = comparisons > 0 ? 2 * (comparisons + 1) : 0;
    this.#begins = new Float64Array((1 + Math.max(...grid.ridges.map(({ kind }) => kind))) * this.#siteCount);
  }

  weigh(noiseNode: NoiseNode): WeighedRidges {
    const { data, grid } = this;
    const { n, known } = data;
    const { logPriors } = this.known;
    const [unknown, siteCount, square, score] = [this.#unknown, this.#siteCount, this.#square, this.#score];
    const { variance, pull, logEvidence } = heightPrior(data.sigma0);
    const node = whitenedNode(data, this.known.sides, noiseNode);
    const { sides: white, whitened, comparing } = node;
    const count = grid.ridges.length;
    const weight = new Float64Array(count);
    const heightMean = new Float64Array(count);
    const heightSd = new Float64Array(count);
    const unknownMean = new Float64Array(count * unknown);
    const sites = new Float64Array(count * siteCount);
    const v = whitened.residual;
    const begun = new Set<number>();
    const base = logEvidence + noiseNode.logWeight - 0.5 * (dot(v, 0, v, 0, known) + whitened.logDet);
    for (let side = 0; side < square.length; side++) {
      square[side] = dot(white, side * n, white, side * n, known);
      score[side] = dot(white, side * n, v, 0, known);
    }
    const byMarks = new Float64Array(count);
    const sdByMarks = new Float64Array(count);
    for (let r = 0; r < count; r++) {
      const { rise, fall, kind } = grid.ridges[r]!;
      const precision = 1 / variance + square[rise]! + square[fall]! + 2 * dot(white, rise * n, white, fall * n, known);
      const mean = (pull + score[rise]! + score[fall]!) / precision;
      heightMean[r] = byMarks[r] = mean;
      heightSd[r] = sdByMarks[r] = 1 / Math.sqrt(precision);
      // What the cut-off and the determinant add is at most nothing: a cell hopeless without them is left at nothing.
      const most = base + logPriors[r]! + 0.5 * mean * mean * precision;
      if (most < this.#heaviest + NEGLIGIBLE_LOG) {
        weight[r] = -Infinity;
        continue;
      }
      let bounded: number;
      if (comparing) {
        const place = { white, riseAt: rise * n, fallAt: fall * n };
        // The same way of running, its peak a step earlier, is much like this one.
        const begin =
          kind < 0 || !begun.has(kind) ? null : { sites: this.#begins, at: kind * siteCount, steps: this.#steps };
        bounded = comparing.evidence(mean, sdByMarks[r]!, place, begin);
        comparing.sitesInto(sites, r * siteCount);
        if (kind >= 0 && bounded > -Infinity) {
          comparing.nextSitesInto(this.#begins, kind * siteCount);
          begun.add(kind);
        }
      } else bounded = logCdf(mean * Math.sqrt(precision));
      const logWeight = most - 0.5 * Math.log(precision * variance) + bounded;
      if (comparing && logWeight > this.#heaviest + NEGLIGIBLE_LOG) {
        const height = comparing.height(mean);
        heightMean[r] = height.mean;
        heightSd[r] = height.sd;
        comparing.meanInto(unknownMean, r * unknown);
      }
      if (logWeight > this.#heaviest) this.#heaviest = logWeight;
      weight[r] = logWeight;
    }
    const byScores = (r: number): Moments => ({ mean: byMarks[r]!, sd: sdByMarks[r]! });
    return { node, weight, heightMean, heightSd, unknownMean, sites, byScores };
  }

  /**
   * The comparisons that may be gross errors, the likeliest first: without one the evidence of a cell is what it is with
   * it over the probability of the word given all others, of which the mean over the heaviest cells is taken.
   */
  doubtfulWords(nodes: readonly WeighedRidges[]): number[] {
    const { contrasts, n } = this.data;
    if (contrasts.length < 2) return [];
    const cells = nodes
      .flatMap((one) => [...one.weight.entries()].map(([r, log]) => ({ one, r, log })))
      .filter(({ log }) => log > this.#heaviest + Math.log(HEAVY_SHARE))
      .sort((a, b) => b.log - a.log || a.r - b.r)
      .slice(0, MOST_LOOKED_AT);
    const odds = new Float64Array(contrasts.length);
    let total = 0;
    for (const { one, r, log } of cells) {
      const weight = Math.exp(log - this.#heaviest);
      total += weight;
      const { rise, fall } = this.grid.ridges[r]!;
      const { comparing, sides: white } = one.node;
      const { mean, sd } = one.byScores(r);
      const like = { sites: one.sites, at: r * this.#siteCount, steps: 1 };
      comparing?.evidence(mean, sd, { white, riseAt: rise * n, fallAt: fall * n }, like);
      for (let c = 0; c < odds.length; c++)
        odds[c]! += weight * Math.exp(Math.min(MOST_LOG_ODDS, -(comparing?.logProbability(c) ?? 0)));
    }
    return [...odds.keys()]
      .filter((c) => (Math.exp(GROSS_WORD_LOG_ODDS) * odds[c]!) / total >= GROSS_WORDS.least)
      .sort((a, b) => odds[b]! - odds[a]!)
      .slice(0, GROSS_WORDS.most);
  }

  /** The posterior of all nodes together, its cells [ridge][node]. */
  posterior(nodes: readonly WeighedRidges[], logShare: number): Posterior {
    const { data, grid } = this;
    const spread = (of: (one: WeighedRidges) => Float64Array, size: number): Float64Array => {
      const out = new Float64Array(grid.ridges.length * nodes.length * size);
      nodes.forEach((one, s) => {
        const values = of(one);
        for (let r = 0; r < grid.ridges.length; r++)
          for (let k = 0; k < size; k++) out[(r * nodes.length + s) * size + k] = values[r * size + k]!;
      });
      return out;
    };
    const weight = spread((one) => one.weight, 1);
    const total = normalise(weight);
    const sound =
      data.doubtful.length * Math.log(1 - GROSS.share) + data.contrasts.length * Math.log(1 - GROSS_WORDS.share);
    return new Posterior(
      grid,
      data,
      nodes.map(({ node }) => node),
      this.known.sides,
      {
        weight,
        logEvidence: total - logShare + sound,
        heightMean: spread((one) => one.heightMean, 1),
        heightSd: spread((one) => one.heightSd, 1),
        unknownMean: spread((one) => one.unknownMean, this.#unknown),
        sites: spread((one) => one.sites, this.#siteCount),
      },
    );
  }
}

/** Turns log weights into weights that sum to 1, in place; returns the logarithm of their sum before. */
function normalise(logWeights: Float64Array): number {
  let max = -Infinity;
  for (const w of logWeights) if (w > max) max = w;
  let total = 0;
  for (let i = 0; i < logWeights.length; i++) {
    const below = logWeights[i]! - max;
    total += logWeights[i] = below < NEGLIGIBLE_LOG ? 0 : Math.exp(below);
  }
  for (let i = 0; i < logWeights.length; i++) logWeights[i] = logWeights[i]! / total;
  return max + Math.log(total);
}
