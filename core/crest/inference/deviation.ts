import { GRID, JITTER, LAST_DAY, BASELINE_SD } from '../model/constants';
import { KNOTS } from '../model/knots';
import { baselineCovariance, type Data } from '../model/likelihood';
import { cholesky, dot, whiten } from '../../numeric/linalg';
import type { WhitenedNode } from './posterior';
import { logAge } from '../model/shape';

/**
 * The baseline and deviation are carried on these log-ages, equally spaced over the reported days, and interpolated.
 */
const FIRST = logAge(0);
const SPACING = (logAge(LAST_DAY) - FIRST) / (GRID.deviation - 1);
export const NODES = Float64Array.from({ length: GRID.deviation }, (_, i) => FIRST + i * SPACING);

/** Per knot: the node to its left, and how far the day lies from it towards the next (0 … 1). */
const LEFT_NODE = Uint8Array.from(KNOTS, (day) =>
  Math.min(Math.floor((logAge(day) - FIRST) / SPACING), NODES.length - 2),
);
const SHARE_OF_NEXT = Float64Array.from(KNOTS, (day, k) => (logAge(day) - FIRST) / SPACING - LEFT_NODE[k]!);

/** Adds to `days[at …]`, one entry per knot, what the values at the nodes say of it. */
export function addAtDays(nodeValues: Float64Array, days: Float64Array, at = 0): void {
  for (let day = 0; day < LEFT_NODE.length; day++) {
    const node = LEFT_NODE[day]!;
    const left = nodeValues[node]!;
    days[at + day]! += left + SHARE_OF_NEXT[day]! * (nodeValues[node + 1]! - left);
  }
}

/** Baseline and deviation at the nodes, given the brews at one noise node: Normal(gain · whitened residual, L·Lᵀ). */
export interface NodePosterior {
  /** Whitened cross-covariance, [node][brew]: multiplied by L⁻¹(y − m − A·h) it gives the mean. */
  gain: Float64Array;
  /** Lower triangle of the factor of the conditional covariance. */
  factor: Float64Array;
}

/** Conditions the baseline and deviation on the brews at one noise node. */
export function nodePosterior(data: Data, { whitened }: WhitenedNode): NodePosterior {
  const { n, sigma0 } = data;
  const m = NODES.length;
  const gain = new Float64Array(m * n);
  NODES.forEach((node, k) => {
    for (let i = 0; i < n; i++) gain[k * n + i] = baselineCovariance(node, data.x[i]!, data);
    whiten(whitened.factor, n, gain, k * n);
  });
  const factor = new Float64Array(m * m);
  for (let k = 0; k < m; k++) {
    for (let l = 0; l <= k; l++) {
      const prior = baselineCovariance(NODES[k]!, NODES[l]!, data);
      factor[k * m + l] =
        prior - dot(gain, k * n, gain, l * n, n) + (k === l ? JITTER * (BASELINE_SD ** 2 + sigma0 ** 2) : 0);
    }
  }
  cholesky(factor, m);
  return { gain, factor };
}
