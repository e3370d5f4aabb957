import type { Grid, NoiseNode } from './grid';
import type { Data, Whitened } from './likelihood';
import type { Moments } from './types';

/** One noise node with every side of every ridge whitened. */
export interface WhitenedNode extends NoiseNode {
  whitened: Whitened;
  /** Whitened sides of the unit ridge at the brews, [peak][component][brew]. */
  rise: Float64Array;
  fall: Float64Array;
}

/** Both sides of every unit ridge at the brews, [peak][component][brew]. */
export interface Sides {
  rise: Float64Array;
  fall: Float64Array;
}

/** What a posterior is over: when the peak is, how noisy the marks are, and how the curve rises and falls. */
export type GridAxis = 'peak' | 'noise' | 'rise' | 'fall';

/** Where a cell lies: the entry of each axis. */
export type Place = Readonly<Record<GridAxis, number>>;

/** Weight and height of every cell, in the order in which a posterior goes through them. */
export interface Cells {
  /** Sums to 1. */
  weight: Float64Array;
  /** Given a cell, the height A is Normal(mean, sd²) cut off below 0, points. */
  heightMean: Float64Array;
  heightSd: Float64Array;
}

/** The posterior of one bag over its grid. Neighbours in the order of its cells are neighbours in the peak. */
export class Posterior {
  constructor(
    readonly grid: Grid,
    readonly data: Data,
    readonly noiseNodes: readonly WhitenedNode[],
    readonly sides: Sides,
    readonly cells: Cells,
  ) {}

  /** How many entries an axis has. */
  size(axis: GridAxis): number {
    const { logPeaks, rise, fall } = this.grid;
    return {
      peak: logPeaks.length,
      noise: this.noiseNodes.length,
      rise: rise.components.length,
      fall: fall.components.length,
    }[axis];
  }

  /** Where the cell with a number lies. */
  placeOf(cell: number): Place {
    const [falls, rises, noises] = [this.size('fall'), this.size('rise'), this.size('noise')];
    const ridge = Math.floor(cell / falls);
    const node = Math.floor(ridge / rises);
    return { peak: Math.floor(node / noises), noise: node % noises, rise: ridge % rises, fall: cell % falls };
  }

  /** Calls with every cell of some weight, in order. */
  forEachCell(
    visit: (weight: number, cell: number, peak: number, noise: number, rise: number, fall: number) => void,
  ): void {
    const [peaks, noises] = [this.size('peak'), this.size('noise')];
    const [rises, falls] = [this.size('rise'), this.size('fall')];
    let cell = 0;
    for (let peak = 0; peak < peaks; peak++) {
      for (let noise = 0; noise < noises; noise++) {
        for (let rise = 0; rise < rises; rise++) {
          for (let fall = 0; fall < falls; fall++, cell++) {
            const weight = this.cells.weight[cell]!;
            if (weight > 0) visit(weight, cell, peak, noise, rise, fall);
          }
        }
      }
    }
  }

  /** Probability of each entry of an axis, whatever the others are. */
  marginal(axis: GridAxis): Float64Array {
    const sums = new Float64Array(this.size(axis));
    this.forEachCell((weight, _, peak, noise, rise, fall) => {
      sums[axis === 'peak' ? peak : axis === 'noise' ? noise : axis === 'rise' ? rise : fall]! += weight;
    });
    return sums;
  }

  /** The same given that an axis is at one of the entries that are kept; null where none of those is possible. */
  condition(axis: GridAxis, keep: (entry: number) => boolean): Posterior | null {
    const weight = new Float64Array(this.cells.weight.length);
    let total = 0;
    this.forEachCell((w, cell, peak, noise, rise, fall) => {
      if (!keep({ peak, noise, rise, fall }[axis])) return;
      weight[cell] = w;
      total += w;
    });
    if (total === 0) return null;
    for (let cell = 0; cell < weight.length; cell++) weight[cell]! /= total;
    return new Posterior(this.grid, this.data, this.noiseNodes, this.sides, { ...this.cells, weight });
  }
}

/** Mean and sd of ln σ/σ₀. */
export function noiseMoments(posterior: Posterior): Moments {
  const byNoise = posterior.marginal('noise');
  const logs = posterior.noiseNodes.map(({ noise }) => Math.log(noise));
  const mean = logs.reduce((sum, log, s) => sum + byNoise[s]! * log, 0);
  const square = logs.reduce((sum, log, s) => sum + byNoise[s]! * log * log, 0);
  return { mean, sd: Math.sqrt(Math.max(square - mean * mean, 0)) };
}
