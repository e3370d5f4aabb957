import fc from 'fast-check';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { describe, expect, it } from 'vitest';
import { ridge, ridgeByEvidence } from '../ridgeRegression';

const ROWS = [
  [2.04, -2.56, 0.42],
  [-0.57, -0.45, -0.22],
  [-2.02, -0.23, -0.87],
  [3.32, 0.23, -0.35],
  [-0.28, -0.67, -1.06],
  [-0.39, 0.48, -0.24],
  [0.96, -0.2, 0.02],
  [1.55, 0.55, -0.51],
];
const SCORES = [76.67, 69.74, 67.69, 75.97, 69.34, 69.62, 71.24, 72.0];

describe('ridge regression', () => {
  it('is what numpy solves', () => {
    // numpy 2.4: solve(Xc'Xc + 1.5 I, Xc'yc).
    const { coefficients, intercept } = ridge(ROWS, SCORES, 1.5);
    [1.5183627057012616, -0.800614553350949, 0.4478439450446844].forEach((one, c) =>
      expect(coefficients[c]).toBeCloseTo(one, 9),
    );
    expect(intercept).toBeCloseTo(70.53087974190531, 9);
    expect(() => ridge(ROWS, SCORES, 0)).toThrow(RangeError);
    expect(() => ridge(ROWS, [1], 1)).toThrow(RangeError);
  });

  it('penalties harder the harder it is told to, and leaves the mean alone', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 50, noNaN: true }), (lambda) => {
        const length = (l: number): number => Math.hypot(...ridge(ROWS, SCORES, l).coefficients);
        expect(length(lambda * 2)).toBeLessThan(length(lambda));
        const { coefficients, intercept } = ridge(ROWS, SCORES, lambda);
        const fitted = ROWS.map((row) => intercept + row.reduce((sum, x, c) => sum + x * coefficients[c]!, 0));
        const mean = (values: number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
        expect(mean(fitted)).toBeCloseTo(mean(SCORES), 8);
      }),
    );
  });

  it('penalties hard by itself where columns say nothing, and little where they say all', () => {
    const plain = ROWS.map(([a = 0, b = 0, c = 0]) => 70 + 2 * a - b + 0.5 * c);
    expect(ridgeByEvidence(ROWS, plain).lambda).toBeLessThan(0.5);
    const noise = [1, -1, -1, 1, 1, -1, 1, -1].map((one, i) => 70 + one * (1 + (i % 3)));
    expect(ridgeByEvidence(ROWS, noise).lambda).toBeGreaterThan(4);
  });

  it('knows how sure it is: intervals of 0.8 hold what is true about that often', () => {
    let inside = 0;
    let all = 0;
    const random = xoroshiro128plus(20260301);
    const uniform = (): number => 1 - uniformFloat64(random);
    const normal = (): number => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    for (let run = 0; run < 150; run++) {
      const truth = [normal(), normal(), normal()];
      const rows = Array.from({ length: 25 }, () => [normal(), normal(), normal()]);
      const scores = rows.map((row) => 75 + row.reduce((sum, x, c) => sum + x * truth[c]!, 0) + 2 * normal());
      const { coefficients, sd } = ridgeByEvidence(rows, scores);
      truth.forEach((one, c) => {
        all++;
        if (Math.abs(coefficients[c]! - one) < 1.2816 * sd[c]!) inside++;
      });
    }
    expect(inside / all).toBeGreaterThan(0.72);
    expect(inside / all).toBeLessThan(0.88);
  });
});
