import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { clamp, roundTo, type BrewParameters } from '../core/brew';
import { markOf, SCALE_RANGES, type ScoringScale } from '../core/cup';
import type { Truth } from './story';

/** Scores drawn around a believable truth, the same every time. */
export interface Scorer {
  mark(scoringScale: ScoringScale, score: number): number;
  /** A mark 0–10 near a score, to half a step. */
  attribute(score: number): number;
}

const SEED = 20_260_321;

export function scorer(): Scorer {
  const rng = xoroshiro128plus(SEED);
  // Box–Muller.
  const normal = (): number =>
    Math.sqrt(-2 * Math.log(1 - uniformFloat64(rng))) * Math.cos(2 * Math.PI * uniformFloat64(rng));
  return {
    mark: (scoringScale, score) =>
      markOf(scoringScale, clamp(score + 0.6 * SCALE_RANGES[scoringScale].sigma0 * normal(), 0, 100)),
    attribute: (score) => clamp(Math.round((score / 10 + 0.5 * normal()) * 2) / 2, 0, 10),
  };
}

/** The true score of a brew at a rest age: the bag's ridge and what the recipe does to it. */
export function trueScore(truth: Truth, age: number, parameters: BrewParameters, reference: BrewParameters): number {
  const z = Math.log(Math.max(age, 0.5) / truth.peakDay) / (age < truth.peakDay ? truth.riseWidth : truth.fallWidth);
  const warmer = ((parameters.waterC ?? 0) - (reference.waterC ?? 0)) / 2;
  return roundTo(
    truth.baseline +
      truth.height * Math.expm1(-0.5 * z * z) +
      (truth.brewers?.[parameters.brewer] ?? 0) +
      (truth.perTwoC ?? 0) * warmer ** 2,
    2,
  );
}
