import { UNKNOWN_BASELINE_SD } from './constants';
import type { Draws } from './draws';
import type { Setting } from './factors';
import type { Data } from './likelihood';
import { dot, whiten } from './linalg';
import { cdf } from './normal';
import type { Posterior } from './posterior';
import type { ClaimedEffect, Effect, Moments } from './types';

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
  const { data } = posterior;
  const { n } = data;
  return settings.map((setting) => {
    const prior = priorOf(setting, data);
    const gains = posterior.noiseNodes.map(({ whitened }) => {
      const gain = prior.withBrews.slice();
      whiten(whitened.factor, n, gain);
      return { gain, variance: Math.max(0, prior.variance - dot(gain, 0, gain, 0, n)) };
    });
    const means = new Float64Array(draws.count);
    const variances = new Float64Array(draws.count);
    for (let d = 0; d < draws.count; d++) {
      const { gain, variance } = gains[draws.noiseNode[d]!]!;
      means[d] = prior.mean + dot(gain, 0, draws.residuals, d * n, n);
      variances[d] = variance;
    }
    return { means, variances };
  });
}

/**
 * The baseline at the best day, points, given the brews: what a history keeps of a bag. Comparisons alone say nothing of
 * it.
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

/** The drawn effects of settings, summed up. */
export function effectsOf(drawn: readonly EffectDraws[], settings: readonly Setting[]): Effect[] {
  return settings.map(({ factor, setting, at }, k) => ({
    factor,
    setting,
    ...summaryOf(drawn[k]!),
    brews: at.length,
  }));
}

/** What a claimed recipe does to the score, from the terms that make it up; null where it changes nothing. */
export function claimedEffect(posterior: Posterior, draws: Draws, loadings: Setting['loadings']): ClaimedEffect | null {
  if (loadings.length === 0) return null;
  const { terms, brewOf } = posterior.data;
  const asClaimed = brewOf.filter((_, i) =>
    terms.every(
      ({ factor, column }, k) =>
        factor === 'taster' ||
        factor === 'levels' ||
        column[i] === (loadings.find(({ term }) => term === k)?.value ?? 0),
    ),
  );
  return { ...summaryOf(effectDraws(posterior, draws, [{ loadings }])[0]!), brews: new Set(asClaimed).size };
}

/** What the effects did to each usable brew, points: the sum of the mean effects of the settings it was made at. */
export function effectPerBrew(settings: readonly Setting[], effects: readonly Effect[], n: number): Float64Array {
  const total = new Float64Array(n);
  settings.forEach((setting, k) => {
    for (const i of setting.at) total[i]! += effects[k]!.mean;
  });
  return total;
}
