import { DEVIATION, LEVEL_MEAN, LEVEL_SD, MEMORY_VARIANCE } from './constants';
import type { Term } from './factors';
import { cholesky, whiten } from './linalg';
import { logAge } from './shape';
import type { CrestInput } from './types';
import type { UsableBrew } from './usable';

/** The brews as numbers: what every σ shares. Arrays have one entry per usable brew. */
export interface Data {
  n: number;
  /** Log rest age. */
  x: Float64Array;
  /** Score minus its prior mean (level and the mean of downward quadratics), points. */
  residual: Float64Array;
  /** Noise variance in units of σ². */
  noise: Float64Array;
  terms: readonly Term[];
  /** Prior mean of the level, points. */
  levelMean: number;
  /** Everything but noise: recipe + taster + level + deviation covariance, n × n, points². */
  signal: Float64Array;
  sigma0: number;
}

/** Covariance of the bag's deviation from its ridge at two log-ages: squared exponential, points². */
export function deviationCovariance(x1: number, x2: number, sigma0: number): number {
  const z = (x1 - x2) / DEVIATION.length;
  return (DEVIATION.sd * sigma0) ** 2 * Math.exp(-0.5 * z * z);
}

export function dataOf(input: CrestInput, brews: readonly UsableBrew[], terms: readonly Term[]): Data {
  const n = brews.length;
  const levelMean = input.levelMean ?? LEVEL_MEAN;
  const x = Float64Array.from(brews, (b) => logAge(b.age));
  const residual = Float64Array.from(brews, (b, i) => terms.reduce((r, t) => r - t.priorMean * t.column[i]!, b.overall - levelMean));
  const noise = Float64Array.from(brews, (b) => (b.recordedFrom === 'memory' ? MEMORY_VARIANCE : 1));
  const signal = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      let c = LEVEL_SD ** 2 + deviationCovariance(x[i]!, x[j]!, input.sigma0);
      for (const t of terms) c += t.priorSd ** 2 * t.column[i]! * t.column[j]!;
      signal[i * n + j] = c;
    }
  }
  return { n, x, residual, noise, terms, levelMean, signal, sigma0: input.sigma0 };
}

/** The data seen through one noise level: C = signal + σ²·noise, factored once and reused for every ridge. */
export interface Whitened {
  /** Lower triangle: L of C = L·Lᵀ. */
  factor: Float64Array;
  logDet: number;
  /** L⁻¹ residual. */
  residual: Float64Array;
}

/** Factors the covariance at noise σ (points) and whitens the residual. */
export function whitenedAt(data: Data, sigma: number): Whitened {
  const { n } = data;
  const factor = data.signal.slice();
  for (let i = 0; i < n; i++) factor[i * n + i]! += sigma ** 2 * data.noise[i]!;
  const logDet = cholesky(factor, n);
  const residual = data.residual.slice();
  whiten(factor, n, residual);
  return { factor, logDet, residual };
}
