import { NEGLIGIBLE_WEIGHT } from '../model/constants';
import { addAtDays, NODES, type NodePosterior } from './deviation';
import { KNOTS, onAllDays } from '../model/knots';
import { dot } from '../../numeric/linalg';
import { positiveMean } from '../../numeric/normal';
import type { Posterior } from './posterior';

/**
 * Posterior mean of the score at the reference recipe on each rest day 0 … 90, exact on the grid (no draws), points.
 *
 * The mean is linear in weight × E[height], so that product is gathered once per side of the ridge.
 */
export function meanCurve(posterior: Posterior, nodes: readonly NodePosterior[]): number[] {
  const { grid, data, noiseNodes, cells } = posterior;
  const { n } = data;
  const heights = noiseNodes.map(() => new Float64Array(grid.sides.length));
  const share = new Float64Array(noiseNodes.length);
  const negligible = NEGLIGIBLE_WEIGHT;
  const unknown = n - data.known;
  // Whitened residuals of the entries without a known score, [noise node][entry].
  const tasted = noiseNodes.map(() => new Float64Array(unknown));

  posterior.forEachCell((w, cell, { rise, fall }, s) => {
    share[s]! += w;
    if (w < negligible) return;
    const expected = w * positiveMean(cells.heightMean[cell]!, cells.heightSd[cell]!);
    heights[s]![rise]! += expected;
    heights[s]![fall]! += expected;
    for (let k = 0; k < unknown; k++) tasted[s]![k]! += w * cells.unknownMean[cell * unknown + k]!;
  });

  const days = KNOTS.length;
  const mean = new Float64Array(days).fill(data.baselineMean);
  // The ridge itself is the same at every noise: its heights go together.
  const together = heights.reduce((sum, byNode) => sum.map((height, side) => height + byNode[side]!));
  addSides(together, grid.sidesByDay, mean, 1);
  noiseNodes.forEach((noiseNode, s) => {
    const w = share[s]!;
    if (n === 0 || w < negligible) return;
    const residual = noiseNode.whitened.residual.map((v) => w * v);
    addSides(heights[s]!, noiseNode.sides, residual, -1);
    residual.set(tasted[s]!, data.known);
    const { gain } = nodes[s]!;
    addAtDays(
      NODES.map((_, k) => dot(gain, k * n, residual, 0, n)),
      mean,
    );
  });
  return onAllDays(mean);
}

/** Adds to `into` what the sides of `table`, [side][place], come to, each times its height. */
export function addSides(heights: Float64Array, table: Float64Array, into: Float64Array, sign: number): void {
  const places = into.length;
  for (let side = 0; side < heights.length; side++) {
    const height = sign * heights[side]!;
    if (height === 0) continue;
    const at = side * places;
    for (let i = 0; i < places; i++) into[i]! += height * table[at + i]!;
  }
}
