import { DEVIATION, BASELINE_MEAN, BASELINE_SD, RECORD_VARIANCE, SHARED_BREW, SHARED_MORNING } from './constants';
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
  /** Noise covariance of cups of one brew or morning, in units of σ²; cups of different days have none. */
  sharedNoise: readonly SharedNoise[];
  terms: readonly Term[];
  /** Prior mean of the baseline, points. */
  baselineMean: number;
  /** Covariance of recipe, taster, baseline and deviation, n × n, points². */
  priorCovariance: Float64Array;
  sigma0: number;
}

/** Two cups of one morning, i > j. */
interface SharedNoise {
  i: number;
  j: number;
  covariance: number;
}

/** What two cups have of their noise in common, as a share: their brew, or but their morning, or nothing. */
function sharedShare(one: UsableBrew, other: UsableBrew): number {
  if (one.pot != null && one.pot === other.pot) return SHARED_BREW;
  return one.age === other.age ? SHARED_MORNING : 0;
}

/**
 * Noise covariances of cups of one brew or one morning, in units of σ²: the share of what both have, by when they were
 * written down. What a cup has of noise altogether stays the same, so that a morning of one cup is judged as ever. Cups
 * of one bag and one rest age are of one day, also in the freezer, where a day is a small age but not none.
 */
function sharedNoiseOf(brews: readonly UsableBrew[], noise: Float64Array): SharedNoise[] {
  return brews.flatMap((brew, i) =>
    brews.slice(0, i).flatMap((other, j) => {
      const share = sharedShare(brew, other);
      return share > 0 ? [{ i, j, covariance: share * Math.sqrt(noise[i]! * noise[j]!) }] : [];
    }),
  );
}

/** Adds noise of sd `sigma` (points) to a covariance, n × n. */
function addNoise(
  covariance: Float64Array,
  { n, noise, sharedNoise }: Pick<Data, 'n' | 'noise' | 'sharedNoise'>,
  sigma: number,
): void {
  for (let i = 0; i < n; i++) covariance[i * n + i]! += sigma ** 2 * noise[i]!;
  for (const { i, j, covariance: shared } of sharedNoise) {
    covariance[i * n + j]! += sigma ** 2 * shared;
    covariance[j * n + i]! += sigma ** 2 * shared;
  }
}

/** Covariance of baseline and deviation at two log-ages, points²: a shared baseline, and a squared exponential in ln days. */
export function baselineCovariance(x1: number, x2: number, sigma0: number): number {
  const z = (x1 - x2) / DEVIATION.length;
  return BASELINE_SD ** 2 + (DEVIATION.sd * sigma0) ** 2 * Math.exp(-0.5 * z * z);
}

/** A recipe effect as far as a covariance knows of it. */
export type EffectTerm = Pick<Term, 'column' | 'priorSd'>;

/** Covariance of the scores at log-ages `x` but for their noise, n × n, points²: level, deviation, effects of `terms`. */
function signalCovariance(
  { n, x, sigma0 }: Pick<Data, 'n' | 'x' | 'sigma0'>,
  terms: readonly EffectTerm[],
): Float64Array {
  const covariance = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      let c = baselineCovariance(x[i]!, x[j]!, sigma0);
      for (const t of terms) c += t.priorSd ** 2 * t.column[i]! * t.column[j]!;
      covariance[i * n + j] = c;
    }
  }
  return covariance;
}

/** The same with noise of sd `sigma`, points. */
export function covarianceOf(data: Data, terms: readonly EffectTerm[], sigma: number): Float64Array {
  const covariance = signalCovariance(data, terms);
  addNoise(covariance, data, sigma);
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
  const sharedNoise = sharedNoiseOf(brews, noise);
  const priorCovariance = signalCovariance({ n, x, sigma0 }, terms);
  return { n, x, residual, noise, sharedNoise, terms, baselineMean, priorCovariance, sigma0 };
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
  addNoise(factor, data, sigma);
  const logDet = cholesky(factor, n);
  const residual = data.residual.slice();
  whiten(factor, n, residual);
  return { factor, logDet, residual };
}
