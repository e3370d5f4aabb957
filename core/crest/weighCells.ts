import { FOLLOWED, GROSS, NEGLIGIBLE_LOG, type ShapeShares } from './constants';
import { Comparing } from './comparing';
import { grossErrorsOf } from './gross';
import { noiseNodesOf, sidesAt, type Grid, type NoiseNode } from './grid';
import { heightPrior } from './height';
import { whitenedAt, type Data } from './likelihood';
import { dot, whiten } from './linalg';
import { logCdf } from './normal';
import { Posterior, type WhitenedNode } from './posterior';
import type { Moments } from './types';

/** One noise node with the residual and every side of every ridge whitened by its covariance. */
function whitenedNode(data: Data, sides: Float64Array, noiseNode: NoiseNode): WhitenedNode {
  const whitened = whitenedAt(data, noiseNode.noise * data.sigma0, noiseNode.gross);
  const white = sides.slice();
  for (let at = 0; at < white.length; at += data.n) whiten(whitened.factor, data.n, white, at);
  const comparing = data.contrasts.length > 0 ? new Comparing(data, whitened) : null;
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
  const { n, known } = data;
  const unknown = n - known;
  const sides = sidesAt(grid.sides, data.x);
  const logPriors = Float64Array.from(
    grid.ridges,
    ({ peak, shape, logWeight }) => Math.log(belief.peakWeights[peak]! * belief.shares[shape]) + logWeight,
  );
  // The likeliest set of gross errors comes first: what is hopeless beside it is hardly looked at.
  const { sets, logShare } = grossErrorsOf({ data, grid, sides, logPriors, noise: belief.noise });
  const noises = sets.flatMap((gross) => noiseNodesOf(grid, belief.noise, gross));
  const count = noises.length;
  const weight = new Float64Array(grid.ridges.length * count);
  const heightMean = new Float64Array(weight.length);
  const heightSd = new Float64Array(weight.length);
  const unknownMean = new Float64Array(weight.length * unknown);
  const steps = data.contrasts.length > FOLLOWED.upTo ? 1 : FOLLOWED.steps;
  const siteCount = data.contrasts.length > 0 ? 2 * (data.contrasts.length + 1) : 0;
  const sites = new Float64Array(weight.length * siteCount);
  const begins = new Float64Array((1 + Math.max(...grid.ridges.map(({ kind }) => kind))) * siteCount);
  const { variance, pull, logEvidence } = heightPrior(data.sigma0);
  const noiseNodes = noises.map((noiseNode) => whitenedNode(data, sides, noiseNode));

  let heaviest = -Infinity;
  const square = new Float64Array(grid.sides.length);
  const score = new Float64Array(grid.sides.length);
  noiseNodes.forEach((noiseNode, s) => {
    const { sides: white, whitened, comparing } = noiseNode;
    const v = whitened.residual;
    const begun = new Set<number>();
    const base = logEvidence + noiseNode.logWeight - 0.5 * (dot(v, 0, v, 0, known) + whitened.logDet);
    for (let side = 0; side < square.length; side++) {
      square[side] = dot(white, side * n, white, side * n, known);
      score[side] = dot(white, side * n, v, 0, known);
    }
    for (let r = 0; r < grid.ridges.length; r++) {
      const { rise, fall, kind } = grid.ridges[r]!;
      const cell = r * count + s;
      const precision = 1 / variance + square[rise]! + square[fall]! + 2 * dot(white, rise * n, white, fall * n, known);
      const mean = (pull + score[rise]! + score[fall]!) / precision;
      heightMean[cell] = mean;
      heightSd[cell] = 1 / Math.sqrt(precision);
      // What the cut-off and the determinant add is at most nothing: a cell hopeless without them is left at nothing.
      const most = base + logPriors[r]! + 0.5 * mean * mean * precision;
      if (most < heaviest + NEGLIGIBLE_LOG) {
        weight[cell] = -Infinity;
        continue;
      }
      let bounded: number;
      if (comparing) {
        const place = { white, riseAt: rise * n, fallAt: fall * n };
        // The same way of running, its peak a step earlier, is much like this one.
        const begin = kind < 0 || !begun.has(kind) ? null : { sites: begins, at: kind * siteCount, steps };
        bounded = comparing.evidence(mean, heightSd[cell], place, begin);
        comparing.sitesInto(sites, cell * siteCount);
        if (kind >= 0 && bounded > -Infinity) {
          comparing.nextSitesInto(begins, kind * siteCount);
          begun.add(kind);
        }
      } else bounded = logCdf(mean * Math.sqrt(precision));
      const logWeight = most - 0.5 * Math.log(precision * variance) + bounded;
      if (comparing && logWeight > heaviest + NEGLIGIBLE_LOG) {
        const height = comparing.height(mean);
        heightMean[cell] = height.mean;
        heightSd[cell] = height.sd;
        comparing.meanInto(unknownMean, cell * unknown);
      }
      if (logWeight > heaviest) heaviest = logWeight;
      weight[cell] = logWeight;
    }
  });
  const total = normalise(weight);
  return new Posterior(grid, data, noiseNodes, sides, {
    weight,
    logEvidence: total - logShare + data.doubtful.length * Math.log(1 - GROSS.share),
    heightMean,
    heightSd,
    unknownMean,
    sites,
  });
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
