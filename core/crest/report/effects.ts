import { BESIDE_RECIPE, JITTER, UNKNOWN_BASELINE_SD } from '../model/constants';
import type { Draws } from '../inference/draws';
import type { Setting } from '../model/factors';
import type { Data } from '../model/likelihood';
import { cholesky, dot, whiten } from '../../numeric/linalg';
import { cdf } from '../../numeric/normal';
import type { Posterior } from '../inference/posterior';
import { logAge } from '../model/shape';
import type { ClaimedEffect, Effect, Moments } from '../model/types';

/** Prior mean and variance of a setting's effect and its covariance with each brew, from the terms that make it up. */
function priorOf(
  setting: Pick<Setting, 'loadings'>,
  data: Data,
): { mean: number; variance: number; withBrews: Float64Array } {
  const withBrews = new Float64Array(data.n);
  let mean = 0;
  let variance = 0;
  for (const { term, value } of setting.loadings) {
    const t = data.terms[term]!;
    mean += value * t.priorMean;
    variance += (value * t.priorSd) ** 2;
    for (let i = 0; i < data.n; i++) withBrews[i]! += value * t.priorSd ** 2 * t.column[i]!;
  }
  return { mean, variance, withBrews };
}

/**
 * A setting's effect at each noise node: Normal(prior mean + gain · whitened residual, variance), points, with the
 * baseline, deviation and noise integrated out.
 */
function gainOf(
  { data, noiseNodes }: Posterior,
  setting: Pick<Setting, 'loadings'>,
): { priorMean: number; atNoise: { gain: Float64Array; variance: number }[] } {
  const { n } = data;
  const prior = priorOf(setting, data);
  const atNoise = noiseNodes.map(({ whitened }) => {
    const gain = prior.withBrews.slice();
    whiten(whitened.factor, n, gain);
    return { gain, variance: Math.max(0, prior.variance - dot(gain, 0, gain, 0, n)) };
  });
  return { priorMean: prior.mean, atNoise };
}

/** A setting's effect given each drawn ridge, points: normal with this mean and variance. */
export interface EffectDraws {
  means: Float64Array;
  variances: Float64Array;
}

/**
 * The effect of settings, or of several together, given each drawn ridge, with the baseline, deviation and noise
 * integrated out.
 */
export function effectDraws(
  posterior: Posterior,
  draws: Draws,
  settings: readonly Pick<Setting, 'loadings'>[],
): EffectDraws[] {
  const { n } = posterior.data;
  return settings.map((setting) => {
    const { priorMean, atNoise } = gainOf(posterior, setting);
    const means = new Float64Array(draws.count);
    const variances = new Float64Array(draws.count);
    for (let d = 0; d < draws.count; d++) {
      const { gain, variance } = atNoise[draws.noiseNode[d]!]!;
      means[d] = priorMean + dot(gain, 0, draws.residuals, d * n, n);
      variances[d] = variance;
    }
    return { means, variances };
  });
}

/**
 * What settings did, drawn together: those of one factor share its terms, and go along with each other.
 *
 * @param normals standard normals, [draw][setting]
 * @returns points, [draw][setting]
 */
export function jointEffectDraws(
  posterior: Posterior,
  draws: Draws,
  settings: readonly Pick<Setting, 'loadings'>[],
  normals: Float64Array,
): Float64Array {
  const { data } = posterior;
  const { n, terms, sigma0 } = data;
  const m = settings.length;
  const gains = settings.map((setting) => gainOf(posterior, setting));
  const prior = (a: number, b: number): number =>
    settings[a]!.loadings.reduce((sum, { term, value }) => {
      const other = settings[b]!.loadings.find((one) => one.term === term);
      return sum + (other ? value * other.value * terms[term]!.priorSd ** 2 : 0);
    }, 0);
  const factors = posterior.noiseNodes.map((_, s) => {
    const factor = new Float64Array(m * m);
    for (let a = 0; a < m; a++)
      for (let b = 0; b <= a; b++)
        factor[a * m + b] =
          prior(a, b) -
          dot(gains[a]!.atNoise[s]!.gain, 0, gains[b]!.atNoise[s]!.gain, 0, n) +
          (a === b ? JITTER * sigma0 ** 2 : 0);
    cholesky(factor, m);
    return factor;
  });
  const out = new Float64Array(draws.count * m);
  for (let d = 0; d < draws.count; d++) {
    const s = draws.noiseNode[d]!;
    for (let a = 0; a < m; a++) {
      const { priorMean, atNoise } = gains[a]!;
      out[d * m + a] =
        priorMean +
        dot(atNoise[s]!.gain, 0, draws.residuals, d * n, n) +
        dot(factors[s]!, a * m, normals, d * m, a + 1);
    }
  }
  return out;
}

/**
 * The baseline at the best day, points, given the brews: what a history keeps of a bag. Comparisons alone say nothing
 * of it.
 */
export function baselineMoments(posterior: Posterior, { count, residuals, noiseNode }: Draws): Moments {
  const { data } = posterior;
  const { n } = data;
  if (data.known === 0) return { mean: data.baselineMean, sd: UNKNOWN_BASELINE_SD };
  const prior = data.baselineSd ** 2;
  const gains = posterior.noiseNodes.map(({ whitened }) => {
    const gain = new Float64Array(n).fill(prior);
    whiten(whitened.factor, n, gain);
    return { gain, variance: Math.max(0, prior - dot(gain, 0, gain, 0, n)) };
  });
  let sum = 0;
  let square = 0;
  for (let d = 0; d < count; d++) {
    const { gain, variance } = gains[noiseNode[d]!]!;
    const mean = dot(gain, 0, residuals, d * n, n);
    sum += mean;
    square += mean ** 2 + variance;
  }
  return { mean: data.baselineMean + sum / count, sd: Math.sqrt(Math.max(square / count - (sum / count) ** 2, 0)) };
}

/** A drawn effect summed up: mean and sd by the law of total variance, and the probability that it helps. */
function summaryOf({ means, variances }: EffectDraws): Pick<Effect, 'mean' | 'sd' | 'helps'> {
  const count = means.length;
  const mean = means.reduce((sum, m) => sum + m, 0) / count;
  let variance = 0;
  let helps = 0;
  for (let d = 0; d < count; d++) {
    variance += (variances[d]! + (means[d]! - mean) ** 2) / count;
    helps += cdf(means[d]! / Math.sqrt(Math.max(variances[d]!, Number.MIN_VALUE))) / count;
  }
  return { mean, sd: Math.sqrt(variance), helps };
}

/** A setting's terms on a rest age: with what its effect has changed by then. */
function loadingsOn({ loadings, change }: Setting, age: number): Setting['loadings'] {
  if (!change) return loadings;
  return [...loadings, { term: change.term, value: change.value * (logAge(age) - change.aroundLogAge) }];
}

/** The drawn effects of settings, summed up; of those tried early and late, also what they did then. */
export function effectsOf(
  posterior: Posterior,
  draws: Draws,
  settings: readonly Setting[],
  ages: readonly number[],
): Effect[] {
  const drawn = effectDraws(posterior, draws, settings);
  return settings.map((setting, k) => {
    const { factor, at } = setting;
    return {
      factor,
      setting: setting.setting,
      ...summaryOf(drawn[k]!),
      brews: at.length,
      change: changeOf(posterior, draws, setting, ages),
    };
  });
}

function changeOf(posterior: Posterior, draws: Draws, setting: Setting, ages: readonly number[]): Effect['change'] {
  const { change, at } = setting;
  const tried = at.map((i) => ages[i]!);
  if (!change || tried.length === 0) return null;
  const [first, last] = [Math.min(...tried), Math.max(...tried)];
  const [early, late, slope] = effectDraws(posterior, draws, [
    { loadings: loadingsOn(setting, first) },
    { loadings: loadingsOn(setting, last) },
    { loadings: [{ term: change.term, value: change.value }] },
  ]).map(summaryOf);
  const on = (day: number, { mean, sd }: Moments) => ({ day, mean, sd });
  return { early: on(first, early!), late: on(last, late!), grows: slope!.helps };
}

/** What a claimed recipe does to the score, from the terms that make it up; null where it changes nothing. */
export function claimedEffect(posterior: Posterior, draws: Draws, loadings: Setting['loadings']): ClaimedEffect | null {
  if (loadings.length === 0) return null;
  const { terms, brewOf } = posterior.data;
  const asClaimed = brewOf.filter((_, i) =>
    terms.every(
      ({ factor, column, isBeside }, k) =>
        BESIDE_RECIPE.has(factor) ||
        isBeside === true ||
        column[i] === (loadings.find(({ term }) => term === k)?.value ?? 0),
    ),
  );
  return { ...summaryOf(effectDraws(posterior, draws, [{ loadings }])[0]!), brews: new Set(asClaimed).size };
}

/**
 * What the effects did to each usable brew, points: the sum of the mean effects of the settings it was made at, as they
 * were at its age.
 */
export function effectPerBrew(
  posterior: Posterior,
  draws: Draws,
  settings: readonly Setting[],
  ages: readonly number[],
): Float64Array {
  const { n } = posterior.data;
  const residuals = residualsByNoise(posterior, draws);
  return Float64Array.from(ages, (age, i) => {
    const loadings = settings.filter(({ at }) => at.includes(i)).flatMap((setting) => loadingsOn(setting, age));
    const { priorMean, atNoise } = gainOf(posterior, { loadings });
    return atNoise.reduce((sum, { gain }, s) => sum + dot(gain, 0, residuals, s * n, n), priorMean);
  });
}

/** What the draws at each noise node add to the mean whitened residual, [noise][brew]. */
function residualsByNoise({ data, noiseNodes }: Posterior, { count, residuals, noiseNode }: Draws): Float64Array {
  const { n } = data;
  const means = new Float64Array(noiseNodes.length * n);
  for (let d = 0; d < count; d++)
    for (let i = 0; i < n; i++) means[noiseNode[d]! * n + i]! += residuals[d * n + i]! / count;
  return means;
}
