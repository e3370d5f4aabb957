import { HEIGHT_SD, NEGLIGIBLE_LOG } from './constants';
import { FIRST_CREST, FRESH_PEAK, goTogether, halfRidges, noiseNodesOf, type Grid, type NoiseNode } from './grid';
import { whitenedAt, type Data, type Whitened } from './likelihood';
import { dot, whiten } from './linalg';
import { logCdf } from './normal';
import type { Moments } from './types';

/** One noise node with every side of every ridge whitened. */
export interface WhitenedNode extends NoiseNode {
  whitened: Whitened;
  /** Whitened sides of the unit ridge at the brews, [peak][course][brew]. */
  rise: Float64Array;
  fall: Float64Array;
}

/**
 * The posterior on the grid. Cells are ordered [peak][regime][rise][fall], so that neighbours in the list are
 * neighbours in the peak. Given a cell, the height A is Normal(mean, sd²) cut off below 0.
 */
export interface Posterior {
  grid: Grid;
  data: Data;
  noiseNodes: WhitenedNode[];
  sides: Sides;
  /** Weight of each cell; sums to 1. */
  weight: Float64Array;
  heightMean: Float64Array;
  heightSd: Float64Array;
}

/** Position of a cell in the posterior's arrays. */
export function cellAt(
  grid: Grid,
  noiseNodes: number,
  peak: number,
  noiseNode: number,
  rise: number,
  fall: number,
): number {
  return ((peak * noiseNodes + noiseNode) * grid.rise.components.length + rise) * grid.fall.components.length + fall;
}

/** Both sides of every unit ridge at the brews, [peak][course][brew]. */
export interface Sides {
  rise: Float64Array;
  fall: Float64Array;
}

function whitened(data: Data, sides: Sides, noiseNode: NoiseNode): WhitenedNode {
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
 * In a regime the scores have covariance C = L·Lᵀ around A·h. With u = L⁻¹h, v = L⁻¹(y − m) and the height's prior
 * half-normal of scale √V, the height is a scalar regression cut off at 0:
 *
 *     precision P = 1/V + u·u,  mean = u·v / P,  evidence ∝ |C|^−½ exp(−½ v·v + ½ (u·v)²/P) (P·V)^−½ · 2 Φ(mean·√P)
 *
 * A ridge is the sum of its two sides, so u·u and u·v come from whitened sides shared by all cells.
 *
 * @param logPeakWeights log prior weight of each entry of `grid.logPeaks`
 */
export function posteriorOf(data: Data, grid: Grid, logPeakWeights: Float64Array, noisePrior: Moments): Posterior {
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
  const noiseNodes = noises.map((noiseNode) => whitened(data, sides, noiseNode));

  const riseWeights = Float64Array.from(before, ({ logWeight }) => logWeight);
  const fallWeights = Float64Array.from(after, ({ logWeight }) => logWeight);
  // Whether two courses go together, on a bag that was best fresh and on one with a crest.
  const together = [FRESH_PEAK, FIRST_CREST].map((p) => before.map((b) => after.map((a) => goTogether(p, b, a))));
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
        const firstCell = cellAt(grid, noiseNodes.length, p, s, r, 0);
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
  return { grid, data, noiseNodes, sides, weight, heightMean, heightSd };
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

/** Mean and sd of ln σ/σ₀. */
export function noiseMoments({ noiseNodes, grid, weight }: Pick<Posterior, 'noiseNodes' | 'grid' | 'weight'>): Moments {
  const perNoise = grid.rise.components.length * grid.fall.components.length;
  const byNoise = new Float64Array(noiseNodes.length);
  for (let block = 0; block * perNoise < weight.length; block++) {
    let sum = 0;
    for (let cell = block * perNoise; cell < (block + 1) * perNoise; cell++) sum += weight[cell]!;
    byNoise[block % noiseNodes.length]! += sum;
  }
  const logs = noiseNodes.map(({ noise }) => Math.log(noise));
  const mean = logs.reduce((sum, log, s) => sum + byNoise[s]! * log, 0);
  const square = logs.reduce((sum, log, s) => sum + byNoise[s]! * log * log, 0);
  return { mean, sd: Math.sqrt(Math.max(square - mean * mean, 0)) };
}
