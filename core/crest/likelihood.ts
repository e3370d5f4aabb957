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
  /** Covariance of recipe, taster and level, n × n, points². */
  settled: Float64Array;
  /** Correlation of the deviation, n × n. */
  deviation: Float64Array;
  sigma0: number;
}

/** Correlation of the bag's deviation from its ridge at two log-ages: squared exponential. */
export function deviationCorrelation(x1: number, x2: number): number {
  const z = (x1 - x2) / DEVIATION.length;
  return Math.exp(-0.5 * z * z);
}

export function dataOf(input: CrestInput, brews: readonly UsableBrew[], terms: readonly Term[]): Data {
  const n = brews.length;
  const levelMean = input.levelMean ?? LEVEL_MEAN;
  const x = Float64Array.from(brews, (b) => logAge(b.age));
  const residual = Float64Array.from(brews, (b, i) => terms.reduce((r, t) => r - t.priorMean * t.column[i]!, b.overall - levelMean));
  const noise = Float64Array.from(brews, (b) => (b.recordedFrom === 'memory' ? MEMORY_VARIANCE : 1));
  const settled = new Float64Array(n * n);
  const deviation = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      let c = LEVEL_SD ** 2;
      for (const t of terms) c += t.priorSd ** 2 * t.column[i]! * t.column[j]!;
      settled[i * n + j] = c;
      deviation[i * n + j] = deviationCorrelation(x[i]!, x[j]!);
    }
  }
  return { n, x, residual, noise, terms, levelMean, settled, deviation, sigma0: input.sigma0 };
}

/** The data seen in one regime: C = settled + s²·deviation + σ²·noise, factored once and reused for every ridge. */
export interface Whitened {
  /** Lower triangle: L of C = L·Lᵀ. */
  factor: Float64Array;
  logDet: number;
  /** L⁻¹ residual. */
  residual: Float64Array;
}

/** Factors the covariance at noise σ and deviation sd s (points) and whitens the residual. */
export function whitenedAt(data: Data, sigma: number, deviationSd: number): Whitened {
  const { n } = data;
  const factor = data.settled.map((c, k) => c + deviationSd ** 2 * data.deviation[k]!);
  for (let i = 0; i < n; i++) factor[i * n + i]! += sigma ** 2 * data.noise[i]!;
  const logDet = cholesky(factor, n);
  const residual = data.residual.slice();
  whiten(factor, n, residual);
  return { factor, logDet, residual };
}
