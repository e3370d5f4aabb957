import { NEGLIGIBLE_WEIGHT } from './constants';
import { addAtDays, NODES, type NodePosterior } from './deviation';
import { KNOTS, onAllDays } from './knots';
import { dot } from './linalg';
import { positiveMean } from './normal';
import type { Posterior } from './posterior';

/**
 * Posterior mean of the score at the reference recipe on each rest day 0 … 90, exact on the grid (no draws), points.
 *
 * The mean is linear in weight × E[height], so that product is gathered once per side of the ridge.
 */
export function meanCurve(posterior: Posterior, nodes: readonly NodePosterior[]): number[] {
  const { grid, data, noiseNodes, cells } = posterior;
  const { n } = data;
  const rises = grid.rise.components.length;
  const falls = grid.fall.components.length;
  const peaks = grid.logPeaks.length;
  const riseHeight = noiseNodes.map(() => new Float64Array(peaks * rises));
  const fallHeight = noiseNodes.map(() => new Float64Array(peaks * falls));
  const share = new Float64Array(noiseNodes.length);

  posterior.forEachCell((w, cell, p, s, r, f) => {
    share[s]! += w;
    if (w < NEGLIGIBLE_WEIGHT) return;
    const expected = w * positiveMean(cells.heightMean[cell]!, cells.heightSd[cell]!);
    riseHeight[s]![p * rises + r]! += expected;
    fallHeight[s]![p * falls + f]! += expected;
  });

  const days = KNOTS.length;
  const mean = new Float64Array(days).fill(data.baselineMean);
  const addSide = (
    heights: Float64Array,
    table: Float64Array,
    stride: number,
    into: Float64Array,
    sign: number,
  ): void => {
    heights.forEach((height, k) => {
      if (height === 0) return;
      for (let i = 0; i < stride; i++) into[i]! += sign * height * table[k * stride + i]!;
    });
  };
  addSide(summed(riseHeight), grid.rise.byDay, days, mean, 1);
  addSide(summed(fallHeight), grid.fall.byDay, days, mean, 1);
  noiseNodes.forEach((noiseNode, s) => {
    const w = share[s]!;
    if (n === 0 || w < NEGLIGIBLE_WEIGHT) return;
    const residual = noiseNode.whitened.residual.map((v) => w * v);
    addSide(riseHeight[s] as Float64Array, noiseNode.rise, n, residual, -1);
    addSide(fallHeight[s] as Float64Array, noiseNode.fall, n, residual, -1);
    const { gain } = nodes[s]!;
    addAtDays(
      NODES.map((_, k) => dot(gain, k * n, residual, 0, n)),
      mean,
    );
  });
  return onAllDays(mean);
}

function summed(arrays: readonly Float64Array[]): Float64Array {
  const sum = new Float64Array(arrays[0]?.length ?? 0);
  for (const array of arrays) array.forEach((value, i) => (sum[i]! += value));
  return sum;
}
