import { mapValues } from 'es-toolkit';
import {
  COARSE_REACH,
  COMPARED_GRID,
  FALL_WIDTH,
  FRESH,
  GRID,
  GRID_REACH,
  GROSS,
  GROSS_WORDS,
  NOISE_LOG_SD,
  OPENING,
  PEAK_MAX_DAYS,
  PEAK_MIN_DAYS,
  PLATEAU,
  RISE_WIDTH,
  SECOND_CREST,
  type Shape,
} from './constants';
import { COMPARED } from '../../cup';
import { KNOTS } from './knots';
import { logAge, opening, plateauEnd, ridge, staling, twoCrests } from './shape';
import type { Moments } from './types';

/** Nodes of a quantity and the logs of their prior weights, which sum to 1. */
export interface Axis {
  nodes: Float64Array;
  logWeights: Float64Array;
}

/** What a bag of unit height has lost at log-age `x` on one side of its peak, 0 on the other side. */
export type Side = (x: number) => number;

/**
 * One way a bag may run: the entry of the peak axis, its shape, and its two sides by their place in `Grid.sides`.
 * `logWeight` is its prior weight among the ridges of the same shape and entry.
 */
export interface Ridge {
  peak: number;
  shape: Shape;
  rise: number;
  fall: number;
  logWeight: number;
  /** The same for ridges that differ but in their peak. */
  kind: number;
}

/** How noisy the marks are, in units of σ₀, and which are gross errors, with the log prior weight. */
export interface NoiseNode {
  noise: number;
  /** Entries. */
  gross: readonly number[];
  /** Comparisons. */
  grossWords: readonly number[];
  logWeight: number;
}

/** The fixed grids a fit runs on. They depend on nothing but the density, so they are built once and kept. */
export interface Grid {
  /**
   * ln peak age. Entry `FRESH_PEAK` stands for "no crest after the first days", `FLAT_PEAK` for "hardly any change";
   * from `FIRST_CREST` on come the midpoints of equal cells over ln 1.5 … ln 90.
   */
  logPeaks: Float64Array;
  peakStep: number;
  /** Every side of every ridge: a whole ridge is the sum of two. Ridges share sides, which are whitened once. */
  sides: readonly Side[];
  /** What is lost at the knots, [side][knot]. */
  sidesByDay: Float64Array;
  /** In the order of their entry of the peak axis. */
  ridges: readonly Ridge[];
  noiseNodes: number;
  draws: number;
  /** Ridges, by their places, that stand for all where it is only asked which marks may be gross errors. */
  coarse: readonly number[];
}

/** The axis of the peaks as others need to know it: entries for none, then equal cells of ln days. */
export const PEAK_AXIS = {
  fromDays: PEAK_MIN_DAYS,
  toDays: PEAK_MAX_DAYS,
  cells: GRID.peak,
  entries: GRID.peak + 2,
} as const;

export const FRESH_PEAK = 0;
export const FLAT_PEAK = 1;
export const FIRST_CREST = 2;

/** Equally spaced nodes of a log-normal with normal weights (the trapezoid rule). */
function logNormalAxis(median: number, logSd: number, count: number): Axis {
  const reach = COARSE_REACH[count] ?? GRID_REACH;
  const z = Float64Array.from({ length: count }, (_, i) => reach * ((2 * i) / (count - 1) - 1));
  const total = z.reduce((sum, v) => sum + Math.exp(-0.5 * v * v), 0);
  return {
    nodes: z.map((v) => median * Math.exp(logSd * v)),
    logWeights: z.map((v) => -0.5 * v * v - Math.log(total)),
  };
}

/** ln σ/σ₀ where nothing is known of the taster: the scale's own repeatability. */
export const SCALE_NOISE: Moments = { mean: 0, sd: NOISE_LOG_SD };

/** ln odds of a mark to be a gross error. */
export const GROSS_LOG_ODDS = Math.log(GROSS.share / (1 - GROSS.share));

/** ln odds of a comparison to be one, with the word that was tapped. */
export const GROSS_WORD_LOG_ODDS = Math.log(GROSS_WORDS.share / (1 - GROSS_WORDS.share) / COMPARED.length);

/**
 * The nodes of the noise with log prior weights, for a prior of ln σ/σ₀, with some entries and comparisons as gross
 * errors.
 */
export function noiseNodesOf(
  grid: Pick<Grid, 'noiseNodes'>,
  prior: Moments,
  gross: readonly number[] = [],
  grossWords: readonly number[] = [],
): NoiseNode[] {
  const { nodes, logWeights } = logNormalAxis(Math.exp(prior.mean), prior.sd, grid.noiseNodes);
  return Array.from(nodes, (noise, i) => ({
    noise,
    gross,
    grossWords,
    logWeight: logWeights[i]! + gross.length * GROSS_LOG_ODDS + grossWords.length * GROSS_WORD_LOG_ODDS,
  }));
}

/** Collects sides and ridges; a side is the half of a curve that lies before or after the peak. */
class GridBuilder {
  readonly sides: Side[] = [];
  readonly ridges: Ridge[] = [];

  side(loss: Side): number {
    return this.sides.push(loss) - 1;
  }

  before(peak: number, loss: Side): number {
    return this.side((x) => (x < peak ? loss(x) : 0));
  }

  after(peak: number, loss: Side): number {
    return this.side((x) => (x < peak ? 0 : loss(x)));
  }
}

/** The ridges of a bag whose main crest is at one entry of the peak axis. */
function addCrests(builder: GridBuilder, entry: number, peak: number, nodes: Nodes): void {
  let kind = 0;
  const add = (shape: Shape, rise: number, fall: number, logWeight: number): void => {
    builder.ridges.push({ peak: entry, shape, rise, fall, logWeight, kind: kind++ });
  };
  const rises = logNormalAxis(RISE_WIDTH.median, RISE_WIDTH.logSd, nodes.rise);
  const falls = logNormalAxis(FALL_WIDTH.median, FALL_WIDTH.logSd, nodes.fall);
  const rise = Array.from(rises.nodes, (w) => builder.before(peak, (x) => ridge(x, peak, w)));
  const fall = Array.from(falls.nodes, (w) => builder.after(peak, (x) => ridge(x, peak, w)));
  rise.forEach((r, i) => fall.forEach((f, j) => add('crest', r, f, rises.logWeights[i]! + falls.logWeights[j]!)));

  const { between, height, width } = SECOND_CREST;
  const logApart = nodes.second === 1 ? [between] : SECOND_CREST.logApart;
  const ownRise = builder.before(peak, (x) => ridge(x, peak, width));
  const ownFall = builder.after(peak, (x) => ridge(x, peak, width));
  for (const apart of logApart) {
    const first = builder.before(peak, (x) => twoCrests(x, peak, peak - apart, height, width));
    const second = builder.after(peak, (x) => twoCrests(x, peak, peak + apart, height, width));
    add('twice', first, ownFall, -Math.log(2 * logApart.length));
    add('twice', ownRise, second, -Math.log(2 * logApart.length));
  }

  const taus = logNormalAxis(OPENING.peakInTaus.median, OPENING.peakInTaus.logSd, nodes.opening);
  taus.nodes.forEach((inTaus, i) => {
    const loss: Side = (x) => opening(x, peak, inTaus);
    add('opening', builder.before(peak, loss), builder.after(peak, loss), taus.logWeights[i]!);
  });

  const { halfLengths, width: endWidth } = PLATEAU;
  for (const half of halfLengths) {
    const begins = builder.before(peak, (x) => plateauEnd(peak - half - x, half, endWidth));
    const ends = builder.after(peak, (x) => plateauEnd(x - peak - half, half, endWidth));
    add('plateau', begins, ends, -Math.log(halfLengths.length));
  }
}

/** How many nodes each axis has. */
type Nodes = Record<Exclude<keyof typeof GRID, 'deviation'>, number>;

/** What a grid is built for: marks alone, or comparisons as well. */
export type GridKind = 'marks' | 'comparisons';

function buildGrid(kind: GridKind, density: number): Grid {
  const nodes: Nodes = mapValues(kind === 'marks' ? GRID : COMPARED_GRID, (count) => count * density);
  const peakStep = Math.log(PEAK_MAX_DAYS / PEAK_MIN_DAYS) / nodes.peak;
  const first = Math.log(PEAK_MIN_DAYS) + peakStep / 2;
  const crests = Float64Array.from({ length: nodes.peak }, (_, i) => first + i * peakStep);
  const builder = new GridBuilder();
  const nothing = builder.side(() => 0);
  const stale = logNormalAxis(FRESH.days.median, FRESH.days.logSd, nodes.fall);
  stale.nodes.forEach((days, i) => {
    const fall = builder.side((x) => staling(x, days));
    const logWeight = stale.logWeights[i]!;
    builder.ridges.push({ peak: FRESH_PEAK, shape: 'fresh', rise: nothing, fall, logWeight, kind: -2 - i });
  });
  builder.ridges.push({ peak: FLAT_PEAK, shape: 'flat', rise: nothing, fall: nothing, logWeight: 0, kind: -1 });
  crests.forEach((peak, i) => addCrests(builder, FIRST_CREST + i, peak, nodes));
  const coarse = builder.ridges.flatMap(({ peak, kind }, r) =>
    peak < FIRST_CREST || (peak % (4 * density) === 0 && kind % 6 === 1) ? [r] : [],
  );
  return {
    logPeaks: Float64Array.from([-Infinity, NaN, ...crests]),
    peakStep,
    sides: builder.sides,
    sidesByDay: sidesAt(builder.sides, Float64Array.from(KNOTS, logAge)),
    ridges: builder.ridges,
    noiseNodes: nodes.noise,
    draws: nodes.draws * density,
    coarse,
  };
}

/** Every side at log-ages `xs`, [side][x]. */
export function sidesAt(sides: readonly Side[], xs: Float64Array): Float64Array {
  const out = new Float64Array(sides.length * xs.length);
  let at = 0;
  for (const side of sides) for (const x of xs) out[at++] = side(x);
  return out;
}

const built = new Map<string, Grid>();

/** The grid of a density: 1 for use, 2 doubles every axis to check that nothing reported moves. */
export function gridOf(density: number, kind: GridKind = 'marks'): Grid {
  const key = `${kind} ${density}`;
  let grid = built.get(key);
  if (!grid) {
    grid = buildGrid(kind, density);
    built.set(key, grid);
  }
  return grid;
}
