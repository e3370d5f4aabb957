import {
  FALL_WIDTH,
  FRESH,
  GRID,
  GRID_REACH,
  NOISE_LOG_SD,
  PEAK_MAX_DAYS,
  PEAK_MIN_DAYS,
  RISE_WIDTH,
  SECOND_CREST,
} from './constants';
import { KNOTS } from './knots';
import { logAge, ridge, staling, twoCrests } from './shape';
import type { Moments } from './types';

/** Nodes of a quantity and the logs of their prior weights, which sum to 1. */
export interface Axis {
  nodes: Float64Array;
  logWeights: Float64Array;
}

/** One way a bag may run on one side of its main crest. */
export interface CurveComponent {
  logWeight: number;
  /** Whether a second, lower crest stands on this side. */
  second: boolean;
  /** What a bag of unit height has lost at log-age `x`, its main crest being at log-age `peak`. */
  loss(x: number, peak: number): number;
  /** The same for a bag that was best fresh and has no main crest. */
  lossFresh(x: number): number;
}

/**
 * The components of one side, and what is lost at the knots, [peak][component][knot], zero on the other side of the peak.
 */
export interface Side {
  components: readonly CurveComponent[];
  byDay: Float64Array;
}

/** How noisy the marks are, in units of σ₀, with the log prior weight. */
export interface NoiseNode {
  noise: number;
  logWeight: number;
}

/** The fixed grids a fit runs on. They depend on nothing but the density, so they are built once and kept. */
export interface Grid {
  /**
   * ln peak age. Entry `FRESH_PEAK` stands for "no crest after the first days"; from `FIRST_CREST` on come the
   * midpoints of equal cells over ln 1.5 … ln 90.
   */
  logPeaks: Float64Array;
  peakStep: number;
  rise: Side;
  fall: Side;
  noiseNodes: number;
  draws: number;
}

export const FRESH_PEAK = 0;
export const FIRST_CREST = 1;

/** Equally spaced nodes of a log-normal over ± `GRID_REACH` sds with normal weights (the trapezoid rule). */
function logNormalAxis(median: number, logSd: number, count: number): Axis {
  const z = Float64Array.from({ length: count }, (_, i) => -GRID_REACH + (2 * GRID_REACH * i) / (count - 1));
  const total = z.reduce((sum, v) => sum + Math.exp(-0.5 * v * v), 0);
  return {
    nodes: z.map((v) => median * Math.exp(logSd * v)),
    logWeights: z.map((v) => -0.5 * v * v - Math.log(total)),
  };
}

/** ln σ/σ₀ where nothing is known of the taster: the scale's own repeatability. */
export const SCALE_NOISE: Moments = { mean: 0, sd: NOISE_LOG_SD };

/** The nodes of the noise with log prior weights, for a prior of ln σ/σ₀. */
export function noiseNodesOf(grid: Pick<Grid, 'noiseNodes'>, prior: Moments): NoiseNode[] {
  const { nodes, logWeights } = logNormalAxis(Math.exp(prior.mean), prior.sd, grid.noiseNodes);
  return Array.from(nodes, (noise, i) => ({ noise, logWeight: logWeights[i]! }));
}

/**
 * The components of one side. Weights are relative to a bag with one crest: those of plain components sum to 1, those with a
 * second crest to half its odds, since it stands on either side.
 */
function componentsOf(width: { median: number; logSd: number }, count: number, away: 1 | -1): CurveComponent[] {
  const { nodes, logWeights } = logNormalAxis(width.median, width.logSd, count);
  const stale = logNormalAxis(FRESH.days.median, FRESH.days.logSd, count);
  const { share, logApart, height, width: both } = SECOND_CREST;
  const plain = Array.from(nodes, (w, i): CurveComponent => ({
    logWeight: logWeights[i]!,
    second: false,
    loss: (x, peak) => ridge(x, peak, w),
    lossFresh: (x) => (away > 0 ? staling(x, stale.nodes[i]!) : 0),
  }));
  const twice = logApart.map((apart): CurveComponent => ({
    logWeight: Math.log(share / (1 - share) / 2 / logApart.length),
    second: true,
    loss: (x, peak) => twoCrests(x, peak, peak + away * apart, height, both),
    lossFresh: () => 0,
  }));
  return [...plain, ...twice];
}

/**
 * Whether a peak and the components before and after it go together: one second crest at most, and none on a bag that has
 * no first.
 */
export function goTogether(peak: number, before: CurveComponent, after: CurveComponent): boolean {
  return Number(peak === FRESH_PEAK) + Number(before.second) + Number(after.second) <= 1;
}

function buildGrid(density: number): Grid {
  const peaks = GRID.peak * density;
  const peakStep = Math.log(PEAK_MAX_DAYS / PEAK_MIN_DAYS) / peaks;
  const logPeaks = Float64Array.from({ length: peaks + 1 }, (_, i) => Math.log(PEAK_MIN_DAYS) + (i - 0.5) * peakStep);
  const rise = componentsOf(RISE_WIDTH, GRID.rise * density, -1);
  const fall = componentsOf(FALL_WIDTH, GRID.fall * density, 1);
  const dayAges = Float64Array.from(KNOTS, logAge);
  return {
    logPeaks,
    peakStep,
    rise: { components: rise, byDay: halfRidges(logPeaks, rise, dayAges, 'rise') },
    fall: { components: fall, byDay: halfRidges(logPeaks, fall, dayAges, 'fall') },
    noiseNodes: GRID.noise * density,
    draws: GRID.draws * density * density,
  };
}

/**
 * One side of the unit ridge at log-ages `xs`, for every [peak][component], zero on the other side of the peak. A whole
 * ridge is the sum of its two sides, which is what lets a fit whiten each side once and add. A bag that was best fresh
 * is all fall.
 */
export function halfRidges(
  logPeaks: Float64Array,
  components: readonly CurveComponent[],
  xs: Float64Array,
  side: 'rise' | 'fall',
): Float64Array {
  const out = new Float64Array(logPeaks.length * components.length * xs.length);
  let at = 0;
  logPeaks.forEach((peak, p) => {
    for (const component of components) {
      for (const x of xs) {
        if (p === FRESH_PEAK) out[at++] = component.lossFresh(x);
        else out[at++] = x < peak === (side === 'rise') ? component.loss(x, peak) : 0;
      }
    }
  });
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
