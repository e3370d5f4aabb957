import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { DRAW_SEED } from '../model/constants';
import { addAtDays, NODES, type NodePosterior } from './deviation';
import { heightByScores } from './height';
import { KNOTS } from '../model/knots';
import { dot } from '../../numeric/linalg';
import { positiveQuantile, quantile } from '../../numeric/normal';
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
  /** The cell of each draw, and its height, points. */
  cells: { cell: Uint32Array; height: Float64Array };
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;

const normalTables = new Map<string, Float64Array>();

/** `count` × `width` standard normals, always the same. */
export function normalTable(count: number, width: number, seed = DRAW_SEED): Float64Array {
  const key = `${count} ${width} ${seed}`;
  let table = normalTables.get(key);
  if (!table) {
    const rng = xoroshiro128plus(seed);
    // Uniform on the open interval: 0 has no normal quantile.
    table = Float64Array.from({ length: count * width }, () =>
      quantile((uniformFloat64(rng) + 2 ** -54) / (1 + 2 ** -53)),
    );
    normalTables.set(key, table);
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
  const cells = { cell: new Uint32Array(count), height: new Float64Array(count) };
  const normals = normalTable(count, m);
  const atNodes = new Float64Array(m);
  const unknown = n - data.known;
  const wide = unknown + data.contrasts.length;
  const tastings = normalTable(count, wide, DRAW_SEED + 1);

  let drawnCell = -1;
  let byScores = 0;
  let cell = 0;
  let below = weight[0]!;
  for (let d = 0; d < count; d++) {
    const target = (d + 0.5) / count;
    while (below < target && cell < weight.length - 1) below += weight[++cell]!;
    const { ridge, noise: s } = posterior.placeOf(cell);
    const { sides, whitened, comparing } = noiseNodes[s]!;
    const height = positiveQuantile((0.5 + d * GOLDEN) % 1, heightMean[cell]!, heightSd[cell]!);

    noiseNode[d] = s;
    cells.cell[d] = cell;
    cells.height[d] = height;
    for (let i = 0; i < data.known; i++) {
      const h = sides[ridge.rise * n + i]! + sides[ridge.fall * n + i]!;
      residuals[d * n + i] = whitened.residual[i]! - height * h;
    }
    const unknownAt = d * n + data.known;
    if (comparing) {
      if (cell !== drawnCell) {
        const { mean, sd } = heightByScores(data, sides, whitened.residual, ridge);
        const place = { white: sides, riseAt: ridge.rise * n, fallAt: ridge.fall * n };
        const at = cell * comparing.siteCount;
        comparing.evidence(mean, sd, place, { sites: posterior.cells.sites, at, steps: 1 });
        byScores = mean;
        drawnCell = cell;
      }
      comparing.drawInto(residuals, unknownAt, height - byScores, tastings, d * wide);
    } else for (let k = 0; k < unknown; k++) residuals[unknownAt + k] = tastings[d * wide + k]!;
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
  return { count, curves, residuals, noiseNode, cells };
}
