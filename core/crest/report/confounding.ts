import { FREE_EFFECT } from '../model/constants';
import { type BrewParameters, ratio, roundTo } from '../../brew';
import type { Setting } from '../model/factors';
import { covarianceOf, type EffectTerm } from '../model/likelihood';
import { cholesky, dot, whiten } from '../../numeric/linalg';
import { addSides } from '../inference/meanCurve';
import type { Posterior } from '../inference/posterior';
import type { Confounding, FactorName } from '../model/types';
import type { UsableBrew } from '../model/usable';

/** Posterior mean of the unit ridge at each brew. */
export function meanRidge(posterior: Posterior): Float64Array {
  const { sides, data, grid } = posterior;
  const weights = new Float64Array(grid.sides.length);
  posterior.forEachCell((weight, _cell, { rise, fall }) => {
    weights[rise]! += weight;
    weights[fall]! += weight;
  });
  const mean = new Float64Array(data.n);
  addSides(weights, sides, mean, 1);
  return mean;
}

/** hᵀC⁻¹h: what the brews say of the ridge's height, with the effects of the terms given not known. */
function information(h: Float64Array, { data }: Posterior, terms: readonly EffectTerm[]): number {
  const c = covarianceOf(data, terms, data.sigma0);
  cholesky(c, data.n);
  const white = h.slice();
  whiten(c, data.n, white);
  return dot(white, 0, white, 0, data.n);
}

/**
 * How far each factor's changes went along with the ridge: the share of what the brews could say of the ridge that is
 * lost because the factor's effect is not known,
 *
 *     1 − (hᵀC⁻¹h with the factor free) / (hᵀC⁻¹h with it known),
 *
 * at the posterior mean ridge h and σ = σ₀, the other factors as the prior has them. 0: told apart; near 1: nobody can
 * say which it was.
 */
export function confoundingOf(
  posterior: Posterior,
  brews: readonly UsableBrew[],
  settings: readonly Setting[],
  reference: BrewParameters,
): Confounding[] {
  const { data } = posterior;
  if (data.n < 2) return [];
  const h = meanRidge(posterior);
  const factors = [...new Set(settings.map(({ factor }) => factor))];
  return factors
    .map((factor: FactorName) => {
      const others = data.terms.filter((t) => t.factor !== factor);
      const known = information(h, posterior, others);
      const free = information(h, posterior, [
        ...others,
        ...data.terms
          .filter((t) => t.factor === factor)
          .map(({ column, priorSd }) => ({ column, priorSd: FREE_EFFECT * priorSd })),
      ]);
      return {
        factor,
        share: known > 0 ? Math.max(0, 1 - free / known) : 0,
        ...latestRun(factor, brews, settings),
        reference: settingOf(factor, reference),
      };
    })
    .sort((a, b) => b.share - a.share || (a.factor < b.factor ? -1 : 1));
}

/** How a person would write what a recipe has of a factor. */
function settingOf(
  factor: FactorName,
  { brewer, waterC, waterG, doseG, filter, waterRecipe }: BrewParameters,
): string | null {
  switch (factor) {
    case 'brewer':
      return brewer;
    case 'waterC':
      return waterC === null ? null : `${roundTo(waterC, 1)} °C`;
    case 'ratio':
      return `1:${roundTo(ratio(waterG, doseG), 1)}`;
    case 'filter':
      return filter ?? null;
    case 'waterRecipe':
      return waterRecipe ?? null;
    default:
      return null;
  }
}

/** The setting of the latest brews, and the age since which nothing else was used. */
function latestRun(
  factor: FactorName,
  brews: readonly UsableBrew[],
  settings: readonly Setting[],
): Pick<Confounding, 'latest' | 'sinceAge'> {
  const settingAt = (i: number): string | null =>
    settings.find((setting) => setting.factor === factor && setting.at.includes(i))?.setting ?? null;
  let first = brews.length - 1;
  const latest = settingAt(first);
  while (first > 0 && settingAt(first - 1) === latest) first--;
  return { latest, sinceAge: brews[first]?.age ?? 0 };
}
