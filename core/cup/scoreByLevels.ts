import { clamp } from '../brew';
import { levelValue, MERITS, type GivenIntensity } from './levels';
import type { AttributeWeights } from './scoringScales';

/** The score of a cup whose levels are all just right, points; only differences from it are ever read. */
const NOTHING_AMISS = 80;
/**
 * What too little or too much of one attribute costs, and what a merit gains per step over the middle, in σ₀.
 * *Assumption*.
 */
const COST = 1;
const GAIN = 0.4;
const MIDDLE = 3;

/**
 * What a level is worth, in σ₀: `slope` for one more than the usual one, `bend` for the square of a step away from it.
 */
export interface LevelLiking {
  usual: number;
  slope: number;
  bend: number;
}

/**
 * The score, 0–100, that the levels of a cup come to where nobody marked it: what it lacked or had too much of takes
 * off, merits add, and so do levels of which this household’s own marks say how much of them is liked. Null where no
 * level says how it was liked.
 *
 * @param weights what the household means by "best": an attribute of weight 0 costs nothing; others as they are to
 * their mean
 * @param sigma0 repeatability of the bag's scale, points
 * @param costs what complaints cost this household by its own marks, in σ₀, which count before its weights
 * @param likings what amounts are worth to it by its own marks, by attribute
 */
export function scoreByLevels(
  intensities: readonly GivenIntensity[],
  weights: AttributeWeights | null,
  sigma0: number,
  costs: Readonly<Record<string, number>> = {},
  likings: Readonly<Record<string, LevelLiking>> = {},
): number | null {
  const [costOf, likingOf] = [new Map(Object.entries(costs)), new Map(Object.entries(likings))];
  const steps = intensities.flatMap(({ attribute, intensity, adequacy }): number[] => {
    const weight = weightOf(attribute, weights);
    if (adequacy !== null) return [adequacy === 'just right' ? 0 : -(costOf.get(attribute) ?? COST * weight)];
    const liking = likingOf.get(attribute);
    if (liking && intensity !== null) {
      const away = levelValue(intensity) - liking.usual;
      return [liking.slope * away + liking.bend * away ** 2];
    }
    if (MERITS.includes(attribute) && intensity !== null) return [GAIN * weight * (levelValue(intensity) - MIDDLE)];
    return [];
  });
  if (steps.length === 0) return null;
  return clamp(NOTHING_AMISS + sigma0 * steps.reduce((sum, step) => sum + step, 0), 0, 100);
}

function weightOf(attribute: string, weights: AttributeWeights | null): number {
  if (weights === null || !Object.hasOwn(weights, attribute)) return 1;
  const all = Object.values(weights);
  const mean = all.reduce((sum, weight) => sum + weight, 0) / all.length;
  return mean === 0 ? 1 : weights[attribute as keyof AttributeWeights] / mean;
}
