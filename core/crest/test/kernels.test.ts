import cdf from '@stdlib/stats-base-dists-normal-cdf';
import fc from 'fast-check';
import { CholeskyDecomposition, determinant, Matrix, solve } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { histogramQuantiles } from '../report/curve';
import { SECOND_CREST, SHAPE_SHARES, SHAPES } from '../model/constants';
import { FLAT_PEAK, FRESH_PEAK, gridOf, noiseNodesOf, SCALE_NOISE } from '../model/grid';
import { KNOTS, onAllDays } from '../model/knots';
import { cholesky, dot, whiten } from '../../numeric/linalg';
import { logCdf, millsRatio, positiveMean, positiveQuantile } from '../../numeric/normal';
import { dataOf } from '../model/likelihood';
import { entryWeights, peakWeightsOf } from '../model/prior';
import { opening, plateauEnd, ridge } from '../model/shape';
import { usableBrews } from '../model/usable';
import { posteriorOf } from '../inference/weighCells';
import { longestRun } from '../report/window';
import { bagOf, brewOf } from './samples';

const size = 6;
const anyMatrix = fc
  .array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: size * size, maxLength: size * size })
  .map((values) => {
    const m = Matrix.from1DArray(size, size, values);
    return m.mmul(m.transpose()).add(Matrix.eye(size));
  });

describe('linear algebra', () => {
  it('factors as the library does', () => {
    fc.assert(
      fc.property(anyMatrix, (matrix) => {
        const ours = Float64Array.from(matrix.to1DArray());
        expect(cholesky(ours, size)).toBeCloseTo(Math.log(determinant(matrix)), 6);
        const theirs = new CholeskyDecomposition(matrix).lowerTriangularMatrix;
        for (let i = 0; i < size; i++)
          for (let j = 0; j <= i; j++) expect(ours[i * size + j]).toBeCloseTo(theirs.get(i, j), 8);
      }),
    );
  });

  it('whitens so that dot products are quadratic forms in the inverse', () => {
    fc.assert(
      fc.property(
        anyMatrix,
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: size, maxLength: size }),
        (matrix, x) => {
          const factor = Float64Array.from(matrix.to1DArray());
          cholesky(factor, size);
          const white = Float64Array.from([0, ...x]);
          whiten(factor, size, white, 1);
          const column = Matrix.columnVector(x);
          expect(dot(white, 1, white, 1, size)).toBeCloseTo(
            column.transpose().mmul(solve(matrix, column)).get(0, 0),
            6,
          );
        },
      ),
    );
  });

  it('says where a matrix is not positive definite', () => {
    expect(() => cholesky(Float64Array.of(1, 0, 0, -1), 2)).toThrow(/row 1/);
  });
});

describe('the normal distribution', () => {
  it('agrees with the library in the middle and with the asymptote far out', () => {
    for (const x of [-7, -2, -0.3, 0, 0.7, 3, 8]) expect(Math.exp(logCdf(x))).toBeCloseTo(cdf(x, 0, 1), 14);
    // ln Φ(−x) ≈ −x²/2 − ln x − ½ ln 2π − 1/x²
    expect(logCdf(-60)).toBeCloseTo(-1800 - Math.log(60) - 0.5 * Math.log(2 * Math.PI) - 1 / 3600, 6);
    expect(millsRatio(-50)).toBeCloseTo(50 + 1 / 50, 3);
  });

  it('inverts the cut-off normal', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.double({ min: -30, max: 30, noNaN: true }),
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        (u, mean, sd) => {
          const a = positiveQuantile(u, mean, sd);
          expect(a).toBeGreaterThanOrEqual(0);
          // P(A > a) = Φ((mean − a)/sd) / Φ(mean/sd)
          if (mean / sd > -37) expect(Math.exp(logCdf((mean - a) / sd) - logCdf(mean / sd))).toBeCloseTo(1 - u, 9);
        },
      ),
    );
    expect(positiveQuantile(0.5, -20, 1)).toBeCloseTo(0.0345, 3);
    expect(positiveQuantile(0.5, -400, 1)).toBeCloseTo(Math.LN2 / 400, 6);
  });

  it('has the mean that its quantiles average to', () => {
    for (const [mean, sd] of [
      [3, 1],
      [0, 2],
      [-4, 1],
    ] as const) {
      const average =
        Array.from({ length: 4000 }, (_, i) => positiveQuantile((i + 0.5) / 4000, mean, sd)).reduce((a, b) => a + b) /
        4000;
      expect(average).toBeCloseTo(positiveMean(mean, sd), 2);
    }
  });
});

describe('a posterior', () => {
  const grid = gridOf(1);
  const input = bagOf([brewOf(8, 80), brewOf(15, 86), brewOf(28, 82)]);
  const peakWeights = peakWeightsOf(grid.logPeaks, { days: 17, logSd: 0.38 }, null);
  const belief = { peakWeights, shares: SHAPE_SHARES, noise: SCALE_NOISE };
  const posterior = posteriorOf(dataOf(input, usableBrews(input), []), grid, belief);

  it('goes through every cell that weighs something once, and knows where each lies', () => {
    let total = 0;
    let last = -1;
    posterior.forEachCell((weight, cell, ridge, noise) => {
      expect(cell).toBeGreaterThan(last);
      expect(posterior.placeOf(cell)).toEqual({ ridge, noise });
      last = cell;
      total += weight;
    });
    expect(total).toBeCloseTo(1, 12);
  });

  it.each(['peak', 'noise', 'shape'] as const)('has a marginal of its %s that sums to 1', (axis) => {
    const marginal = posterior.marginal(axis);
    expect(marginal).toHaveLength({ peak: grid.logPeaks.length, noise: grid.noiseNodes, shape: 6 }[axis]);
    expect(marginal.reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 12);
  });

  it('has the shapes with a crest where it has peaks, and the others beside', () => {
    const [peak, shape] = [posterior.marginal('peak'), posterior.marginal('shape')];
    expect(peak[FRESH_PEAK]).toBeCloseTo(shape[SHAPES.indexOf('fresh')]!, 12);
    expect(peak[FLAT_PEAK]).toBeCloseTo(shape[SHAPES.indexOf('flat')]!, 12);
    expect(peak[FRESH_PEAK]).not.toBeCloseTo(peak[FLAT_PEAK]!, 3);
  });
});

describe('shapes', () => {
  it('lose nothing at their best, and only more away from it', () => {
    const peak = Math.log(14);
    const shapes: ((x: number) => number)[] = [
      (x) => ridge(x, peak, 0.5),
      (x) => opening(x, peak, 2.2),
      (x) => plateauEnd(Math.abs(x - peak) - 0.65, 0.65, 0.14),
    ];
    for (const lost of shapes) {
      expect(lost(peak)).toBeCloseTo(0, 12);
      for (const away of [0.2, 0.6, 1.2]) {
        for (const way of [-1, 1]) {
          expect(lost(peak + way * away)).toBeLessThanOrEqual(lost(peak + way * (away - 0.2)));
          expect(lost(peak + way * away)).toBeLessThan(1e-9);
        }
      }
    }
    expect(opening(-30, peak, 2.2)).toBeCloseTo(-1, 9);
  });

  it('of two crests are as narrow on their outer sides, and lose less where the other crest is', () => {
    const { sides, ridges, logPeaks } = gridOf(1);
    const twice = ridges.filter(({ shape, peak }) => shape === 'twice' && peak === 25);
    const peak = logPeaks[25]!;
    const lost = twice.map(
      ({ rise, fall }) =>
        (x: number) =>
          sides[rise]!(peak + x) + sides[fall]!(peak + x),
    );
    for (const one of lost) {
      const [outer, inner] = [one(-0.7), one(0.7)].sort((a, b) => a - b);
      expect(outer).toBeCloseTo(ridge(-0.7, 0, SECOND_CREST.width), 9);
      expect(inner).toBeGreaterThan(-0.5);
    }
    expect(lost).toHaveLength(2 * SECOND_CREST.logApart.length);
  });
});

describe('grids', () => {
  it('carries prior weights that sum to 1 over all that goes together', () => {
    const grid = gridOf(2);
    const peaks = peakWeightsOf(grid.logPeaks, { days: 17, logSd: 0.38 }, 12);
    const entries = entryWeights(peaks, SHAPE_SHARES);
    expect(entries.reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 12);
    // Without brews the posterior is the prior.
    const empty = bagOf([]);
    const belief = { peakWeights: peaks, shares: SHAPE_SHARES, noise: SCALE_NOISE };
    const posterior = posteriorOf(dataOf(empty, [], []), grid, belief);
    posterior.marginal('peak').forEach((weight, p) => expect(weight).toBeCloseTo(entries[p]!, 8));
    expect(noiseNodesOf(grid, SCALE_NOISE).reduce((sum, { logWeight }) => sum + Math.exp(logWeight), 0)).toBeCloseTo(
      1,
      12,
    );
  });

  it('carries straight lines at knots to all days', () => {
    const all = onAllDays(KNOTS.map((day) => 3 - 0.1 * day));
    expect(all).toHaveLength(91);
    all.forEach((value, day) => expect(value).toBeCloseTo(3 - 0.1 * day, 9));
  });

  it('reads quantiles off a histogram', () => {
    const values = Float64Array.from({ length: 5000 }, (_, i) => i / 5000);
    const [lo, median, hi] = histogramQuantiles(values, [0.1, 0.5, 0.9]);
    expect(lo).toBeCloseTo(0.1, 2);
    expect(median).toBeCloseTo(0.5, 2);
    expect(hi).toBeCloseTo(0.9, 2);
    expect(histogramQuantiles(Float64Array.of(4, 4, 4), [0.5])).toEqual([4]);
  });
});

describe('longestRun', () => {
  it('finds the longest, then the likeliest, and none where there is none', () => {
    expect(longestRun([0.6, 0.1, 0.6, 0.7, 0.2], 0.5)).toEqual({ from: 2, to: 3 });
    expect(longestRun([0.6, 0.6, 0, 0.9, 0.9], 0.5)).toEqual({ from: 3, to: 4 });
    expect(longestRun([0.5], 0.5)).toEqual({ from: 0, to: 0 });
    expect(longestRun([0.4, 0.4], 0.5)).toBeNull();
  });
});
