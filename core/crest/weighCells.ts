import { HEIGHT_SD, NEGLIGIBLE_LOG } from './constants';
import { FIRST_CREST, FRESH_PEAK, goTogether, halfRidges, noiseNodesOf, type Grid, type NoiseNode } from './grid';
import { whitenedAt, type Data } from './likelihood';
import { dot, whiten } from './linalg';
import { logCdf } from './normal';
import { Posterior, type Sides, type WhitenedNode } from './posterior';
import type { Moments } from './types';

/** One noise node with the residual and every side of every ridge whitened by its covariance. */
function whitenedNode(data: Data, sides: Sides, noiseNode: NoiseNode): WhitenedNode {
  const whitened = whitenedAt(data, noiseNode.noise * data.sigma0);
  const white = (side: Float64Array): Float64Array => {
    const h = side.slice();
    for (let at = 0; at < h.length; at += data.n) whiten(whitened.factor, data.n, h, at);
    return h;
  };
  return { ...noiseNode, whitened, rise: white(sides.rise), fall: white(sides.fall) };
}

/**
 * Weighs every cell of the grid by prior × evidence, with the height integrated out exactly.
 *
 * At a noise node the scores have covariance C = L·Lᵀ around A·h. With u = L⁻¹h, v = L⁻¹(y − m) and the height's prior
 * half-normal of scale √V, the height is a scalar regression cut off at 0:
 *
 *     precision P = 1/V + u·u,  mean = u·v / P,  evidence ∝ |C|^−½ exp(−½ v·v + ½ (u·v)²/P) (P·V)^−½ · 2 Φ(mean·√P)
 *
 * A ridge is the sum of its two sides, so u·u and u·v come from whitened sides shared by all cells.
 *
 * The components of a side are weighed against a bag with one crest; what they come to at an entry of the peak axis is
 * taken off again, so that `peakWeights` are the probabilities of its entries.
 *
 * @param peakWeights prior probability of each entry of `grid.logPeaks`; sums to 1
 */
export function posteriorOf(data: Data, grid: Grid, peakWeights: Float64Array, noisePrior: Moments): Posterior {
  const { n } = data;
  const { components: before } = grid.rise;
  const { components: after } = grid.fall;
  const rises = before.length;
  const falls = after.length;
  const noises = noiseNodesOf(grid, noisePrior);
  const cells = grid.logPeaks.length * noises.length * rises * falls;
  const weight = new Float64Array(cells);
  const heightMean = new Float64Array(cells);
  const heightSd = new Float64Array(cells);
  const variance = (HEIGHT_SD * data.sigma0) ** 2;
  const sides: Sides = {
    rise: halfRidges(grid.logPeaks, before, data.x, 'rise'),
    fall: halfRidges(grid.logPeaks, after, data.x, 'fall'),
  };
  const noiseNodes = noises.map((noiseNode) => whitenedNode(data, sides, noiseNode));

  const riseWeights = Float64Array.from(before, ({ logWeight }) => logWeight);
  const fallWeights = Float64Array.from(after, ({ logWeight }) => logWeight);
  // Whether two components go together, on a bag that was best fresh and on one with a crest.
  const together = [FRESH_PEAK, FIRST_CREST].map((p) => before.map((b) => after.map((a) => goTogether(p, b, a))));
  const logMasses = together.map((pairs) => logMassOf(pairs, riseWeights, fallWeights));
  const logPeakWeights = peakWeights.map((weight, p) => Math.log(weight) - logMasses[Math.min(p, FIRST_CREST)]!);
  let heaviest = -Infinity;
  const fallSquare = new Float64Array(falls);
  const fallScore = new Float64Array(falls);
  noiseNodes.forEach((noiseNode, s) => {
    const v = noiseNode.whitened.residual;
    const base = noiseNode.logWeight - 0.5 * (dot(v, 0, v, 0, n) + noiseNode.whitened.logDet);
    for (let p = 0; p < grid.logPeaks.length; p++) {
      const pairs = together[Math.min(p, FIRST_CREST)]!;
      for (let f = 0; f < falls; f++) {
        const at = (p * falls + f) * n;
        fallSquare[f] = dot(noiseNode.fall, at, noiseNode.fall, at, n);
        fallScore[f] = dot(noiseNode.fall, at, v, 0, n);
      }
      for (let r = 0; r < rises; r++) {
        const at = (p * rises + r) * n;
        const riseSquare = dot(noiseNode.rise, at, noiseNode.rise, at, n);
        const riseScore = dot(noiseNode.rise, at, v, 0, n);
        const prior = base + logPeakWeights[p]! + riseWeights[r]!;
        const fits = pairs[r]!;
        const firstCell = ((p * noiseNodes.length + s) * rises + r) * falls;
        for (let f = 0; f < falls; f++) {
          const cell = firstCell + f;
          if (!fits[f]) {
            weight[cell] = -Infinity;
            continue;
          }
          const square =
            riseSquare + fallSquare[f]! + 2 * dot(noiseNode.rise, at, noiseNode.fall, (p * falls + f) * n, n);
          const score = riseScore + fallScore[f]!;
          const precision = 1 / variance + square;
          const mean = score / precision;
          heightMean[cell] = mean;
          heightSd[cell] = 1 / Math.sqrt(precision);
          // What the cut-off and the determinant add is at most ln 2: a cell hopeless without them is left at nothing.
          const most = prior + fallWeights[f]! + 0.5 * score * mean + Math.LN2;
          if (most < heaviest + NEGLIGIBLE_LOG) {
            weight[cell] = -Infinity;
            continue;
          }
          const logWeight = most - 0.5 * Math.log(precision * variance) + logCdf(mean * Math.sqrt(precision));
          if (logWeight > heaviest) heaviest = logWeight;
          weight[cell] = logWeight;
        }
      }
    }
  });
  normalise(weight);
  return new Posterior(grid, data, noiseNodes, sides, { weight, heightMean, heightSd });
}

/** ln Σ of the prior weights of all pairs of components that go together. */
function logMassOf(pairs: readonly boolean[][], rises: Float64Array, falls: Float64Array): number {
  let mass = 0;
  pairs.forEach((fits, r) =>
    fits.forEach((together, f) => {
      if (together) mass += Math.exp(rises[r]! + falls[f]!);
    }),
  );
  return Math.log(mass);
}

/** Turns log weights into weights that sum to 1, in place. */
function normalise(logWeights: Float64Array): void {
  let max = -Infinity;
  for (const w of logWeights) if (w > max) max = w;
  let total = 0;
  for (let i = 0; i < logWeights.length; i++) {
    const below = logWeights[i]! - max;
    total += logWeights[i] = below < NEGLIGIBLE_LOG ? 0 : Math.exp(below);
  }
  for (let i = 0; i < logWeights.length; i++) logWeights[i] = logWeights[i]! / total;
}
