import { determinant, inverse, Matrix } from 'ml-matrix';
import { ratio } from '../../brew/ratio';
import type { CrestInput } from '../types';

/**
 * The same model, worked out the slow and obvious way: every unknown but the Gaussian ones on a grid, the height
 * included, the likelihood as a plain multivariate normal density with the library's inverse and determinant. Shares no
 * code with the engine. Handles brewers and water temperature; scores are taken as usable.
 */
export interface BruteForce {
  /** Peak age quantile, days. */
  peakQuantile(q: number): number;
  /** Posterior mean of the score at the reference recipe at an age. */
  meanAt(age: number): number;
  /** Posterior mean of a brewer's effect. */
  brewerEffect(name: string): number;
}

const TABLE = { light: 21, 'medium-light': 17, medium: 13, 'medium-dark': 10, dark: 8 };

function midpoints(lo: number, hi: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => lo + ((i + 0.5) * (hi - lo)) / count);
}

const normal = (x: number, mean: number, sd: number): number => Math.exp(-0.5 * ((x - mean) / sd) ** 2) / sd;

export function bruteForce(input: CrestInput, askedAges: readonly number[]): BruteForce {
  const s0 = input.sigma0;
  const { brews, reference } = input;
  const n = brews.length;
  const x = brews.map((b) => Math.log(Math.max(0.5, b.age)));
  const brewers = [...new Set(brews.map((b) => b.brewer))].filter((name) => name !== reference.brewer);
  const warmer = brews.map((b) => ((b.waterC ?? 94) - (reference.waterC ?? 94)) / 2);
  if (brews.some((b) => ratio(b.waterG, b.doseG) !== ratio(reference.waterG, reference.doseG))) throw new Error('ratios are not handled here');
  // A quadratic that only points down: −|N(0, s²)| by its first two moments.
  const bend = { mean: -0.25 * s0 * Math.sqrt(2 / Math.PI), sd: 0.25 * s0 * Math.sqrt(1 - 2 / Math.PI) };
  const smooth = (a: number, b: number): number => Math.exp(-0.5 * ((a - b) / 0.35) ** 2);
  const settled = (i: number, j: number): number =>
    64 +
    brewers.reduce((sum, name) => sum + (brews[i]!.brewer === name && brews[j]!.brewer === name ? (1.2 * s0) ** 2 : 0), 0) +
    (0.35 * s0) ** 2 * warmer[i]! * warmer[j]! +
    bend.sd ** 2 * warmer[i]! ** 2 * warmer[j]! ** 2;

  const peaks = midpoints(Math.log(1.5), Math.log(90), 50);
  const z = midpoints(-2.6, 2.6, 7);
  const heights = midpoints(0, 3.3 * s0 * 3.2, 40);
  const density = new Array<number>(peaks.length).fill(0);
  const asked = askedAges.map((age) => ({ age, x: Math.log(age), sum: 0 }));
  const effect = brewers.map((name) => ({ name, sum: 0 }));
  let total = 0;

  const regimes = midpoints(-2.4, 2.4, 6).flatMap((zs) => [{ zs, deviation: (0.33 * s0) ** 2, share: 0.8 }, { zs, deviation: (1.2 * s0) ** 2, share: 0.2 }]);
  for (const { zs, deviation, share } of regimes) {
    const gp = (a: number, b: number): number => deviation * smooth(a, b);
    const sigma = s0 * Math.exp(0.35 * zs);
    const covariance = Matrix.zeros(n, n).apply(function (this: Matrix, i: number, j: number) {
      this.set(i, j, settled(i, j) + gp(x[i]!, x[j]!) + (i === j ? sigma ** 2 * (brews[i]!.recordedFrom === 'memory' ? 3.2 : 1) : 0));
    });
    const precision = inverse(covariance).to2DArray();
    const scale = 1 / Math.sqrt(determinant(covariance));
    const toAsked = asked.map((a) => x.map((xi) => 64 + gp(a.x, xi)));
    const toEffect = effect.map((e) => brews.map((b) => (b.brewer === e.name ? (1.2 * s0) ** 2 : 0)));
    peaks.forEach((peak, k) => {
      const bell = Math.exp(-0.5 * ((peak - Math.log(TABLE[input.roastLevel ?? 'medium-light'])) / 0.38) ** 2) / (0.38 * Math.sqrt(2 * Math.PI));
      const advice = input.restAdviceDays === null ? 1 : normal(peak, Math.log(input.restAdviceDays), 0.3);
      const prior = (0.85 * bell + 0.15 / Math.log(60)) * advice;
      for (const zr of z) {
        for (const zf of z) {
          const shape = (at: number): number => Math.exp(-0.5 * ((at - peak) / (at < peak ? 0.5 * Math.exp(0.35 * zr) : 0.6 * Math.exp(0.4 * zf))) ** 2) - 1;
          const h = x.map(shape);
          const gAsked = asked.map((a) => shape(a.x));
          for (const height of heights) {
            const r = brews.map((b, i) => (b.overall ?? NaN) - 80 - bend.mean * warmer[i]! ** 2 - height * h[i]!);
            const solved = precision.map((row) => row.reduce((sum, c, j) => sum + c * r[j]!, 0));
            const weight =
              prior * share * Math.exp(-0.5 * (zs * zs + zr * zr + zf * zf)) * Math.exp(-0.5 * (height / (3.3 * s0)) ** 2) * scale * Math.exp(-0.5 * r.reduce((sum, ri, i) => sum + ri * solved[i]!, 0));
            total += weight;
            density[k]! += weight;
            asked.forEach((a, q) => (a.sum += weight * (80 + height * gAsked[q]! + toAsked[q]!.reduce((sum, c, i) => sum + c * solved[i]!, 0))));
            effect.forEach((e, q) => (e.sum += weight * toEffect[q]!.reduce((sum, c, i) => sum + c * solved[i]!, 0)));
          }
        }
      }
    });
  }

  return {
    peakQuantile: (q) => {
      const step = peaks[1]! - peaks[0]!;
      let below = 0;
      for (const [k, mass] of density.entries()) {
        if (below + mass / total >= q) return Math.exp(peaks[k]! + step * ((q - below) / (mass / total) - 0.5));
        below += mass / total;
      }
      return 90;
    },
    meanAt: (age) => asked.find((a) => a.age === age)!.sum / total,
    brewerEffect: (name) => effect.find((e) => e.name === name)!.sum / total,
  };
}
