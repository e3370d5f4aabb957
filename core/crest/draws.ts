import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { DRAW_SEED } from './constants';
import { addAtDays, NODES, type NodePosterior } from './deviation';
import { KNOTS } from './knots';
import { dot } from './linalg';
import { positiveQuantile, quantile } from './normal';
import type { Posterior } from './posterior';

/**
 * A fixed, stratified set of curves that stands for the posterior: the quadrature behind every figure that needs the
 * whole curve at once (the best day and what lies within a noticeable difference of it). Nothing is random: the cells
 * are taken at equal steps of cumulative weight, the height at the points of a golden-ratio sequence, the deviation
 * from a fixed table of normals.
 */
export interface Draws {
  count: number;
  /** Score at the reference recipe, points, [draw][knot]. */
  curves: Float64Array;
  /** Whitened residual L⁻¹(y − m − A·h), [draw][brew], and the noise node it was whitened at. */
  residuals: Float64Array;
  noiseNode: Uint8Array;
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;

const normalTables = new Map<number, Float64Array>();

/** `count` × nodes standard normals, always the same. */
function normalTable(count: number): Float64Array {
  let table = normalTables.get(count);
  if (!table) {
    const rng = xoroshiro128plus(DRAW_SEED);
    // Uniform on the open interval: 0 has no normal quantile.
    table = Float64Array.from({ length: count * NODES.length }, () =>
      quantile((uniformFloat64(rng) + 2 ** -54) / (1 + 2 ** -53)),
    );
    normalTables.set(count, table);
  }
  return table;
}

/** Draws `grid.draws` curves from a posterior, given its node posterior at each noise node. */
export function drawCurves(posterior: Posterior, nodes: readonly NodePosterior[]): Draws {
  const { grid, data, noiseNodes } = posterior;
  const { weight, heightMean, heightSd } = posterior.cells;
  const { n } = data;
  const m = NODES.length;
  const count = grid.draws;
  const days = KNOTS.length;
  const curves = new Float64Array(count * days);
  const residuals = new Float64Array(count * n);
  const noiseNode = new Uint8Array(count);
  const normals = normalTable(count);
  const atNodes = new Float64Array(m);

  let cell = 0;
  let below = weight[0]!;
  for (let d = 0; d < count; d++) {
    const target = (d + 0.5) / count;
    while (below < target && cell < weight.length - 1) below += weight[++cell]!;
    const { ridge, noise: s } = posterior.placeOf(cell);
    const { sides, whitened } = noiseNodes[s]!;
    const height = positiveQuantile((0.5 + d * GOLDEN) % 1, heightMean[cell]!, heightSd[cell]!);

    noiseNode[d] = s;
    for (let i = 0; i < n; i++) {
      const h = sides[ridge.rise * n + i]! + sides[ridge.fall * n + i]!;
      residuals[d * n + i] = whitened.residual[i]! - height * h;
    }
    const given = nodes[s]!;
    for (let k = 0; k < m; k++) {
      atNodes[k] = dot(given.gain, k * n, residuals, d * n, n) + dot(given.factor, k * m, normals, d * m, k + 1);
    }
    const { sidesByDay } = grid;
    for (let day = 0; day < days; day++) {
      const h = sidesByDay[ridge.rise * days + day]! + sidesByDay[ridge.fall * days + day]!;
      curves[d * days + day] = data.baselineMean + height * h;
    }
    addAtDays(atNodes, curves, d * days);
  }
  return { count, curves, residuals, noiseNode };
}
