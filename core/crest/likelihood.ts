import { DEVIATION, BASELINE_MEAN, BASELINE_SD, RECORD_VARIANCE } from './constants';
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
  /** Score minus its prior mean (baseline and the mean of downward quadratics), points. */
  residual: Float64Array;
  /** Noise variance in units of σ². */
  noise: Float64Array;
  terms: readonly Term[];
  /** Prior mean of the baseline, points. */
  baselineMean: number;
  /** Covariance of recipe, taster, baseline and deviation, n × n, points². */
  priorCovariance: Float64Array;
  sigma0: number;
}

/** Covariance of baseline and deviation at two log-ages, points²: a shared baseline, and a squared exponential in ln days. */
export function baselineCovariance(x1: number, x2: number, sigma0: number): number {
  const z = (x1 - x2) / DEVIATION.length;
  return BASELINE_SD ** 2 + (DEVIATION.sd * sigma0) ** 2 * Math.exp(-0.5 * z * z);
}

/** A recipe effect as far as a covariance knows of it. */
export type EffectTerm = Pick<Term, 'column' | 'priorSd'>;

/**
 * Covariance of the scores at log-ages `x`, n × n, points²: level, deviation, the effects of `terms`, and noise of sd
 * `sigma` (points; 0 leaves it out).
 */
export function covarianceOf(
  { n, x, noise, sigma0 }: Pick<Data, 'n' | 'x' | 'noise' | 'sigma0'>,
  terms: readonly EffectTerm[],
  sigma: number,
): Float64Array {
  const covariance = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      let c = baselineCovariance(x[i]!, x[j]!, sigma0) + (i === j ? sigma ** 2 * noise[i]! : 0);
      for (const t of terms) c += t.priorSd ** 2 * t.column[i]! * t.column[j]!;
      covariance[i * n + j] = c;
    }
  }
  return covariance;
}

/** The usable brews of a bag as numbers. */
export function dataOf(input: CrestInput, brews: readonly UsableBrew[], terms: readonly Term[]): Data {
  const { sigma0 } = input;
  const n = brews.length;
  const baselineMean = input.prior?.baselineMean ?? BASELINE_MEAN;
  const x = Float64Array.from(brews, (b) => logAge(b.age));
  const residual = Float64Array.from(brews, (b, i) =>
    terms.reduce((r, t) => r - t.priorMean * t.column[i]!, b.overall - baselineMean),
  );
  const noise = Float64Array.from(brews, (b) => RECORD_VARIANCE[b.recordedFrom]);
  const priorCovariance = covarianceOf({ n, x, noise, sigma0 }, terms, 0);
  return { n, x, residual, noise, terms, baselineMean, priorCovariance, sigma0 };
}

/** The data whitened at one noise node: C = prior covariance + σ²·noise, factored once and reused for every ridge. */
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
  const factor = data.priorCovariance.slice();
  for (let i = 0; i < n; i++) factor[i * n + i]! += sigma ** 2 * data.noise[i]!;
  const logDet = cholesky(factor, n);
  const residual = data.residual.slice();
  whiten(factor, n, residual);
  return { factor, logDet, residual };
}
