import { ALIKE, BASELINE_MEAN, BASELINE_SD, BY_LEVELS, DEVIATION, GROSS } from './constants';
import { contrastsOf, entriesOf, sharedNoiseOf, type Contrast, type SharedNoise } from './entries';
import type { Term } from './factors';
import { cholesky, whiten } from '../../numeric/linalg';
import { logAge } from './shape';
import type { CrestInput } from './types';
import type { UsableBrew } from './usable';

/** The brews as numbers: what every σ shares. Arrays have one place per entry, those with a known score first. */
export interface Data {
  n: number;
  /** How many entries have a known score. */
  known: number;
  /** The usable brew of each entry. */
  brewOf: readonly number[];
  /** Log rest age. */
  x: Float64Array;
  /** Score minus its prior mean (baseline and the mean of downward quadratics), points; 0 where it is not known. */
  residual: Float64Array;
  /** Noise variance in units of σ². */
  noise: Float64Array;
  /** Noise covariance of entries of one morning, in units of σ²; those of different days have none. */
  sharedNoise: readonly SharedNoise[];
  /** Entries whose score may be a gross error: marks, but those that were meant. */
  doubtful: readonly number[];
  contrasts: readonly Contrast[];
  terms: readonly Term[];
  /** Prior of the baseline, points. Without a single known score its sd is 0: nothing could ever tell it. */
  baselineMean: number;
  baselineSd: number;
  /** Covariance of recipe, taster, baseline and deviation, n × n, points². */
  priorCovariance: Float64Array;
  sigma0: number;
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

/**
 * Covariance of baseline and deviation at two log-ages, points²: a shared baseline, and a squared exponential in ln
 * days.
 */
export function baselineCovariance(
  x1: number,
  x2: number,
  { sigma0, baselineSd }: Pick<Data, 'sigma0' | 'baselineSd'>,
): number {
  const z = (x1 - x2) / DEVIATION.length;
  return baselineSd ** 2 + (DEVIATION.sd * sigma0) ** 2 * Math.exp(-0.5 * z * z);
}

/** A recipe effect as far as a covariance knows of it. */
export type EffectTerm = Pick<Term, 'column' | 'priorSd'>;

/**
 * Covariance of the scores at log-ages `x` but for their noise, n × n, points²: level, deviation, effects of `terms`.
 */
function signalCovariance(
  data: Pick<Data, 'n' | 'x' | 'sigma0' | 'baselineSd'>,
  terms: readonly EffectTerm[],
): Float64Array {
  const { n, x } = data;
  const covariance = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      let c = baselineCovariance(x[i]!, x[j]!, data);
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

/**
 * The usable brews of a bag as numbers.
 *
 * @param brewTerms terms of the recipe, with one value per brew
 * @param asked ids of brews of which it is asked how they taste
 */
export function dataOf(
  input: CrestInput,
  brews: readonly UsableBrew[],
  brewTerms: readonly Term[],
  asked: ReadonlySet<string> = new Set(),
): Data {
  const { sigma0 } = input;
  const entries = entriesOf(brews, asked);
  const n = entries.length;
  const known = entries.filter(({ score }) => score !== null).length;
  const perEntry = (valueOf: (brew: number) => number): Float64Array =>
    Float64Array.from(entries, ({ brew }) => valueOf(brew));
  const terms: Term[] = brewTerms.map((term) => ({ ...term, column: perEntry((brew) => term.column[brew]!) }));
  const byLevels = brews.some((brew) => brew.byLevels);
  // Where some were marked and some not, the two kinds of score need not agree.
  if (byLevels && brews.some((brew) => brew.score !== null && !brew.byLevels))
    terms.push({
      factor: 'levels',
      column: Float64Array.from(entries, ({ brew, score }) => Number(score !== null && brews[brew]!.byLevels)),
      priorMean: 0,
      priorSd: BY_LEVELS.offsetSd * sigma0,
      isBeside: true,
    });
  const baselineMean = input.prior?.baselineMean ?? BASELINE_MEAN;
  const baselineSd = known > 0 || n === 0 ? BASELINE_SD : 0;
  const x = perEntry((brew) => logAge(brews[brew]!.age));
  const residual = Float64Array.from(entries, ({ score }, i) =>
    score === null ? 0 : terms.reduce((r, t) => r - t.priorMean * t.column[i]!, score - baselineMean),
  );
  const noise = Float64Array.from(entries, ({ variance }) => variance);
  return {
    n,
    known,
    brewOf: entries.map(({ brew }) => brew),
    x,
    residual,
    noise,
    sharedNoise: sharedNoiseOf(brews, entries),
    doubtful: entries.flatMap(({ brew, score }, i) =>
      score === null || brews[brew]!.byLevels || brews[brew]!.isMeant === true ? [] : [i],
    ),
    contrasts: contrastsOf(brews, entries, ALIKE * sigma0),
    terms,
    baselineMean,
    baselineSd,
    priorCovariance: signalCovariance({ n, x, sigma0, baselineSd }, terms),
    sigma0,
  };
}

/** The prior mean of an entry's score but for the ridge, points. */
export function priorMeanOf({ terms, baselineMean }: Data, entry: number): number {
  return terms.reduce((sum, t) => sum + t.priorMean * t.column[entry]!, baselineMean);
}

/** The data whitened at one noise node: C = prior covariance + σ²·noise, factored once and reused for every ridge. */
export interface Whitened {
  /** Lower triangle: L of C = L·Lᵀ. */
  factor: Float64Array;
  /** ln of the determinant of the covariance of the known scores. */
  logDet: number;
  /** L⁻¹ residual of the known scores, 0 for the others. */
  residual: Float64Array;
}

/**
 * Factors the covariance at noise σ (points) and whitens the residual.
 *
 * @param gross entries taken as gross errors: the noise of each is wider by `GROSS.sd`
 */
export function whitenedAt(data: Data, sigma: number, gross: readonly number[] = []): Whitened {
  const { n, known } = data;
  const factor = data.priorCovariance.slice();
  addNoise(factor, data, sigma);
  for (const i of gross) factor[i * n + i]! += GROSS.sd ** 2;
  cholesky(factor, n);
  let logDet = 0;
  for (let i = 0; i < known; i++) logDet += 2 * Math.log(factor[i * n + i]!);
  const residual = data.residual.slice();
  whiten(factor, n, residual);
  residual.fill(0, known);
  return { factor, logDet, residual };
}
