import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { clamp, roundTo, type Recipe } from '../core/brew';
import { markOf, SCHOOL_SCALES, type School } from '../core/cup';
import type { Truth } from './story';

/** Scores drawn around a believable truth, the same every time. */
export interface Scorer {
  mark(school: School, liking: number): number;
  /** A mark 0–10 near a liking, to half a step. */
  attribute(liking: number): number;
}

const SEED = 20_260_321;

export function scorer(): Scorer {
  const rng = xoroshiro128plus(SEED);
  // Box–Muller.
  const normal = (): number =>
    Math.sqrt(-2 * Math.log(1 - uniformFloat64(rng))) * Math.cos(2 * Math.PI * uniformFloat64(rng));
  return {
    mark: (school, liking) => markOf(school, clamp(liking + 0.6 * SCHOOL_SCALES[school].sigma0 * normal(), 0, 100)),
    attribute: (liking) => clamp(Math.round((liking / 10 + 0.5 * normal()) * 2) / 2, 0, 10),
  };
}

/** The true liking of a brew at a rest age: the bag's ridge and what the recipe does to it. */
export function trueLiking(truth: Truth, age: number, recipe: Recipe, reference: Recipe): number {
  const z = Math.log(Math.max(age, 0.5) / truth.peakDay) / (age < truth.peakDay ? truth.riseWidth : truth.fallWidth);
  const warmer = ((recipe.waterC ?? 0) - (reference.waterC ?? 0)) / 2;
  return roundTo(
    truth.level +
      truth.height * Math.expm1(-0.5 * z * z) +
      (truth.brewers?.[recipe.brewer] ?? 0) +
      (truth.perTwoC ?? 0) * warmer ** 2,
    2,
  );
}
