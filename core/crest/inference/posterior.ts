import { SHAPES, type Shape } from '../model/constants';
import type { Comparing } from './comparing';
import type { Grid, NoiseNode, Ridge } from '../model/grid';
import type { Data, Whitened } from '../model/likelihood';
import type { Moments } from '../model/types';

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

/**
 * Weight and height of every cell; a cell is a ridge at a noise node, [ridge][noise]. The noise nodes are those of σ, once
 * for every set of marks that may be gross errors.
 */
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
  #marginals: Record<GridAxis, Float64Array> | null = null;

  constructor(
    readonly grid: Grid,
    readonly data: Data,
    readonly noiseNodes: readonly WhitenedNode[],
    /** Every side of the unit ridges at the brews, [side][brew]. */
    readonly sides: Float64Array,
    readonly cells: Cells,
  ) {}

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
    return (this.#marginals ??= this.#sums())[axis];
  }

  /** Probability of each entry to be a gross error. */
  grossProbability(): Float64Array {
    const out = new Float64Array(this.data.known);
    this.forEachCell((weight, _cell, _ridge, s) => {
      for (const entry of this.noiseNodes[s]!.gross) out[entry]! += weight;
    });
    return out;
  }

  #sums(): Record<GridAxis, Float64Array> {
    const peak = new Float64Array(this.grid.logPeaks.length);
    const shape = new Float64Array(SHAPES.length);
    const noise = new Float64Array(this.grid.noiseNodes);
    this.forEachCell((weight, _, ridge, s) => {
      peak[ridge.peak]! += weight;
      shape[SHAPE_INDEX[ridge.shape]]! += weight;
      noise[s % noise.length]! += weight;
    });
    return { peak, shape, noise };
  }
}

/**
 * Mean and sd of ln σ/σ₀. The nodes tell nothing apart within a cell, so the sd is never below a cell's own (width /
 * √12). Where most of the weight is on the last of three nodes or more, σ may lie anywhere beyond it: the share by which
 * it outweighs the others counts as a whole cell away, and what it says is weak.
 */
export function noiseMoments(posterior: Posterior): Moments {
  const byNoise = posterior.marginal('noise');
  const logs = posterior.noiseNodes.slice(0, byNoise.length).map(({ noise }) => Math.log(noise));
  const mean = logs.reduce((sum, log, s) => sum + byNoise[s]! * log, 0);
  const square = logs.reduce((sum, log, s) => sum + byNoise[s]! * log * log, 0);
  const cell = (logs.at(-1)! - logs[0]!) / (logs.length - 1);
  const atEdge = logs.length > 2 ? Math.max(0, 2 * Math.max(byNoise[0]!, byNoise.at(-1)!) - 1) : 0;
  const variance = Math.max(square - mean * mean, 0) + atEdge * cell ** 2;
  return { mean, sd: Math.max(Math.sqrt(variance), cell / Math.sqrt(12)) };
}
