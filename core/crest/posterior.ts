import { SHAPES, type Shape } from './constants';
import type { Comparing } from './comparing';
import type { Grid, NoiseNode, Ridge } from './grid';
import type { Data, Whitened } from './likelihood';
import type { Moments } from './types';

/** One noise node with every side of every ridge whitened. */
export interface WhitenedNode extends NoiseNode {
  whitened: Whitened;
  /** Null where no cups were compared. */
  comparing: Comparing | null;
  /** Whitened sides of the unit ridges at the brews, [side][brew]. */
  sides: Float64Array;
}

/** What a posterior is over: when the peak is, how the bag runs, and how noisy the marks are. */
export type GridAxis = 'peak' | 'shape' | 'noise';

/** Weight and height of every cell; a cell is a ridge at a noise node, [ridge][noise]. */
export interface Cells {
  /** Sums to 1. */
  weight: Float64Array;
  /** Given a cell, the height A is Normal(mean, sd²) cut off below 0, points. */
  heightMean: Float64Array;
  heightSd: Float64Array;
  /** Given a cell, the mean of the whitened residual at the entries without a known score, [cell][entry]. */
  unknownMean: Float64Array;
  /** Logarithm of the evidence of all cells together, but for what is the same for the same marks. */
  logEvidence: number;
  /** What the comparisons were read as in a cell, as `Comparing` keeps it, [cell][site]. */
  sites: Float64Array;
}

const SHAPE_INDEX = Object.fromEntries(SHAPES.map((shape, i) => [shape, i])) as Record<Shape, number>;

/** The posterior of one bag over its grid. Neighbours in the order of its cells are neighbours in the peak. */
export class Posterior {
  constructor(
    readonly grid: Grid,
    readonly data: Data,
    readonly noiseNodes: readonly WhitenedNode[],
    /** Every side of the unit ridges at the brews, [side][brew]. */
    readonly sides: Float64Array,
    readonly cells: Cells,
  ) {}

  /** How many entries an axis has. */
  size(axis: GridAxis): number {
    return { peak: this.grid.logPeaks.length, shape: SHAPES.length, noise: this.noiseNodes.length }[axis];
  }

  /** The ridge and the noise node of the cell with a number. */
  placeOf(cell: number): { ridge: Ridge; noise: number } {
    const noises = this.noiseNodes.length;
    return { ridge: this.grid.ridges[Math.floor(cell / noises)]!, noise: cell % noises };
  }

  /** Calls with every cell of some weight, in order. */
  forEachCell(visit: (weight: number, cell: number, ridge: Ridge, noise: number) => void): void {
    const noises = this.noiseNodes.length;
    this.grid.ridges.forEach((ridge, r) => {
      for (let noise = 0; noise < noises; noise++) {
        const weight = this.cells.weight[r * noises + noise]!;
        if (weight > 0) visit(weight, r * noises + noise, ridge, noise);
      }
    });
  }

  /** Probability of each entry of an axis, whatever the others are. */
  marginal(axis: GridAxis): Float64Array {
    const sums = new Float64Array(this.size(axis));
    this.forEachCell((weight, _, ridge, noise) => {
      sums[entryOf(axis, ridge, noise)]! += weight;
    });
    return sums;
  }

  /** The same given that an axis is at one of the entries that are kept; null where none of those is possible. */
  condition(axis: GridAxis, keep: (entry: number) => boolean): Posterior | null {
    const weight = new Float64Array(this.cells.weight.length);
    let total = 0;
    this.forEachCell((w, cell, ridge, noise) => {
      if (!keep(entryOf(axis, ridge, noise))) return;
      weight[cell] = w;
      total += w;
    });
    if (total === 0) return null;
    for (let cell = 0; cell < weight.length; cell++) weight[cell]! /= total;
    const logEvidence = this.cells.logEvidence + Math.log(total);
    return new Posterior(this.grid, this.data, this.noiseNodes, this.sides, { ...this.cells, weight, logEvidence });
  }
}

function entryOf(axis: GridAxis, { peak, shape }: Ridge, noise: number): number {
  return axis === 'peak' ? peak : axis === 'shape' ? SHAPE_INDEX[shape] : noise;
}

/** Mean and sd of ln σ/σ₀. */
export function noiseMoments(posterior: Posterior): Moments {
  const byNoise = posterior.marginal('noise');
  const logs = posterior.noiseNodes.map(({ noise }) => Math.log(noise));
  const mean = logs.reduce((sum, log, s) => sum + byNoise[s]! * log, 0);
  const square = logs.reduce((sum, log, s) => sum + byNoise[s]! * log * log, 0);
  return { mean, sd: Math.sqrt(Math.max(square - mean * mean, 0)) };
}
