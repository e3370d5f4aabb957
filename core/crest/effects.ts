import type { Draws } from './draws';
import type { Level } from './factors';
import type { Data } from './likelihood';
import { dot, whiten } from './linalg';
import { cdf } from './normal';
import type { Posterior } from './posterior';
import type { Effect } from './types';

/** Prior mean and variance of a level's effect and its covariance with each brew, from the terms that make it up. */
function priorOf(level: Level, data: Data): { mean: number; variance: number; withBrews: Float64Array } {
  const withBrews = new Float64Array(data.n);
  let mean = 0;
  let variance = 0;
  for (const { term, value } of level.loadings) {
    const t = data.terms[term]!;
    mean += value * t.priorMean;
    variance += (value * t.priorSd) ** 2;
    for (let i = 0; i < data.n; i++) withBrews[i]! += value * t.priorSd ** 2 * t.column[i]!;
  }
  return { mean, variance, withBrews };
}

/**
 * Posterior of every tried setting's effect on the score, points, with the ridge, level, deviation and noise integrated
 * out: given a drawn ridge it is normal; mean and variance over the draws follow by the law of total variance.
 */
export function effectsOf(posterior: Posterior, draws: Draws, levels: readonly Level[]): Effect[] {
  const { data } = posterior;
  const { n } = data;
  return levels.map((level) => {
    const prior = priorOf(level, data);
    const gains = posterior.regimes.map(({ whitened }) => {
      const gain = prior.withBrews.slice();
      whiten(whitened.factor, n, gain);
      return { gain, variance: Math.max(0, prior.variance - dot(gain, 0, gain, 0, n)) };
    });
    let sum = 0;
    let sumSquares = 0;
    let within = 0;
    let helps = 0;
    for (let d = 0; d < draws.count; d++) {
      const { gain, variance } = gains[draws.regime[d]!]!;
      const mean = prior.mean + dot(gain, 0, draws.residuals, d * n, n);
      sum += mean;
      sumSquares += mean * mean;
      within += variance;
      helps += cdf(mean / Math.sqrt(Math.max(variance, Number.MIN_VALUE)));
    }
    const mean = sum / draws.count;
    const variance = within / draws.count + Math.max(0, sumSquares / draws.count - mean * mean);
    return { factor: level.factor, level: level.level, mean, sd: Math.sqrt(variance), helps: helps / draws.count, brews: level.at.length };
  });
}

/** What the effects did to each usable brew, points: the sum of the mean effects of the settings it was made at. */
export function effectPerBrew(levels: readonly Level[], effects: readonly Effect[], n: number): Float64Array {
  const total = new Float64Array(n);
  levels.forEach((level, k) => {
    for (const i of level.at) total[i]! += effects[k]!.mean;
  });
  return total;
}
