import type { Moments } from '../model/types';

/** A normal observation of a mean: its value and variance. */
export interface Observation {
  value: number;
  variance: number;
}

/** Posterior of a Normal(mean, sd²) quantity after independent observations. */
export function normalPosterior(prior: Moments, observations: readonly Observation[]): Moments {
  let precision = 1 / prior.sd ** 2;
  let score = prior.mean * precision;
  for (const { value, variance } of observations) {
    precision += 1 / variance;
    score += value / variance;
  }
  return { mean: score / precision, sd: 1 / Math.sqrt(precision) };
}
