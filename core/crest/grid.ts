import { DEVIATION, FALL_WIDTH, GRID, GRID_REACH, NOISE_LOG_SD, PEAK_MAX_DAYS, PEAK_MIN_DAYS, RISE_WIDTH } from './constants';
import { KEY_DAYS } from './keyDays';
import { logAge, ridge } from './shape';

/** Nodes of a quantity and the logs of their prior weights, which sum to 1. */
export interface Axis {
  nodes: Float64Array;
  logWeights: Float64Array;
}

/** How noisy the marks are and how far the bag strays from its ridge, both in units of σ₀, with the log prior weight. */
export interface Regime {
  noise: number;
  deviation: number;
  logWeight: number;
}

/** The fixed grids a fit runs on. They depend on nothing but the density, so they are built once and kept. */
export interface Grid {
  /** ln peak age: midpoints of equal cells over ln 1.5 … ln 90. */
  logPeaks: Float64Array;
  peakStep: number;
  rise: Axis;
  fall: Axis;
  regimes: Regime[];
  /** Unit ridge by [peak][rise][key day], zero from the peak on, and by [peak][fall][key day], zero before it. */
  riseByDay: Float64Array;
  fallByDay: Float64Array;
  draws: number;
}

/** Equally spaced nodes of a log-normal over ± `GRID_REACH` sds with normal weights (the trapezoid rule). */
function logNormalAxis(median: number, logSd: number, count: number): Axis {
  const z = Float64Array.from({ length: count }, (_, i) => -GRID_REACH + (2 * GRID_REACH * i) / (count - 1));
  const total = z.reduce((sum, v) => sum + Math.exp(-0.5 * v * v), 0);
  return {
    nodes: z.map((v) => median * Math.exp(logSd * v)),
    logWeights: z.map((v) => -0.5 * v * v - Math.log(total)),
  };
}

function regimesOf(noise: Axis): Regime[] {
  return DEVIATION.kinds.flatMap(({ sd, share }) => Array.from(noise.nodes, (node, i) => ({ noise: node, deviation: sd, logWeight: noise.logWeights[i]! + Math.log(share) })));
}

function buildGrid(density: number): Grid {
  const peaks = GRID.peak * density;
  const span = Math.log(PEAK_MAX_DAYS / PEAK_MIN_DAYS);
  const peakStep = span / peaks;
  const logPeaks = Float64Array.from({ length: peaks }, (_, i) => Math.log(PEAK_MIN_DAYS) + (i + 0.5) * peakStep);
  const rise = logNormalAxis(RISE_WIDTH.median, RISE_WIDTH.logSd, GRID.rise * density);
  const fall = logNormalAxis(FALL_WIDTH.median, FALL_WIDTH.logSd, GRID.fall * density);
  const dayAges = Float64Array.from(KEY_DAYS, logAge);
  return {
    logPeaks,
    peakStep,
    rise,
    fall,
    regimes: regimesOf(logNormalAxis(1, NOISE_LOG_SD, GRID.noise * density)),
    riseByDay: halfRidges(logPeaks, rise.nodes, dayAges, 'rise'),
    fallByDay: halfRidges(logPeaks, fall.nodes, dayAges, 'fall'),
    draws: GRID.draws * density * density,
  };
}

/**
 * One side of the unit ridge at log-ages `xs`, for every [peak][width], zero on the other side of the peak. A whole
 * ridge is the sum of its two sides, which is what lets a fit whiten each side once and add.
 */
export function halfRidges(logPeaks: Float64Array, widths: Float64Array, xs: Float64Array, side: 'rise' | 'fall'): Float64Array {
  const out = new Float64Array(logPeaks.length * widths.length * xs.length);
  let at = 0;
  for (const peak of logPeaks) {
    for (const width of widths) {
      for (const x of xs) {
        out[at++] = (x < peak) === (side === 'rise') ? ridge(x, peak, width) : 0;
      }
    }
  }
  return out;
}

const built = new Map<number, Grid>();

/** The grid of a density: 1 for use, 2 doubles every axis to check that nothing reported moves. */
export function gridOf(density: number): Grid {
  let grid = built.get(density);
  if (!grid) {
    grid = buildGrid(density);
    built.set(density, grid);
  }
  return grid;
}
