import { pick } from 'es-toolkit';
import type { Bag } from '../contract/bag';
import type { Brew } from '../contract/brew';
import type { Settings } from '../contract/settings';
import type { Verdict } from '../contract/verdict';
import {
  ageOn,
  crestInput,
  daysAtBest,
  PROPOSAL_DAYS,
  proposals,
  reportedDay,
  type CrestFit,
  type CrestInput,
  type Situation,
  type TasterPrior,
} from '../core/crest';
import { potOf, pourStructure, type PouredRecipe } from '../core/brew';
import type { LevelledCup } from '../core/palate';
import { stateOnDay } from '../core/text';
import { judgedScale, judgedScore, SCALE_RANGES, scoreByLevels, type ScoredCup } from '../core/cup';
import { addDays } from '../core/rest';
import { unitsOf } from './settings';

/** A brew as the engine is given it: with the recipe it followed, as far as that is known. */
export interface LoggedBrew extends Omit<Brew, 'restDay' | 'making'> {
  recipe?: PouredRecipe | null;
}

/** Whether the score of a cup was asked about and is meant as it is. */
const isMeant = ({ score, cup: { meantScore } }: Pick<Brew, 'score' | 'cup'>): boolean =>
  score !== null && meantScore !== null && Math.abs(score - meantScore) < 1e-6;

/** What the engine is given of a bag and its log: the same on the server and in the browser. */
export function fitInput(bag: Bag, brews: readonly LoggedBrew[], prior: TasterPrior | null): CrestInput {
  const { sigma0 } = SCALE_RANGES[judgedScale(bag.scoringScale, bag.weights)];
  const record = {
    ...bag,
    brews: brews.map(({ recipe, ...brew }) => ({
      ...brew,
      ...(recipe && pourStructure(recipe)),
      overall: judgedScore(brew.cup, bag.weights),
      isMeant: isMeant(brew),
      byLevels: scoreByLevels(brew.cup.intensities, bag.weights, sigma0, prior?.levelCosts, prior?.levelLikings),
      comparisons: brew.cup.comparisons,
      taster: brew.tasterId,
      pot: potOf(brew),
    })),
  };
  const claimed = bag.publishedRecipe && { ...bag.publishedRecipe, grindStep: null };
  const input = {
    ...crestInput(record),
    claimed,
    sigma0,
  };
  return prior === null ? input : { ...input, prior };
}

/** What complaints cost is learnt from a cup with both levels and a mark; null of one without. */
export function levelledCup(
  { id, scoringScale, weights }: Pick<Bag, 'id' | 'scoringScale' | 'weights'>,
  cup: ScoredCup & Pick<Brew['cup'], 'intensities'>,
): LevelledCup | null {
  const score = judgedScore(cup, weights);
  if (score === null || cup.intensities.every(({ adequacy }) => adequacy === null)) return null;
  const { sigma0 } = SCALE_RANGES[judgedScale(scoringScale, weights)];
  return { bagId: id, score: score / sigma0, intensities: cup.intensities };
}

/** What of a fit is told as it is. */
const REPORTED = [
  'usable',
  'siblingStyle',
  'sigma0',
  'advisedDay',
  'peak',
  'fresh',
  'shapes',
  'forgiving',
  'basis',
  'core',
  'curve',
  'inWindow',
  'effects',
  'claimed',
  'confounded',
  'outliers',
  'brews',
] as const satisfies (keyof CrestFit & keyof Verdict)[];

/** What of a household a verdict depends on: what it can brew with, and how it writes temperatures and weights. */
type Household = Situation & Pick<Settings, 'temperatureUnit' | 'weightUnit'>;

/** A fit read on a day, with proposals from that day on for a household and a stock of beans. */
export function verdictOn(fit: CrestFit, bag: Bag, today: string, household: Household): Verdict {
  const ages = Array.from({ length: PROPOSAL_DAYS + 1 }, (_, i) => ageOn(bag, addDays(today, i)));
  const onDay = stateOnDay(fit, ageOn(bag, today), bag.finishedOn !== null, unitsOf(household));
  return {
    ...onDay,
    scale: judgedScale(bag.scoringScale, bag.weights),
    ...pick(fit, REPORTED),
    window: daysAtBest(fit, onDay.state),
    compareWith: fit.compareWith[reportedDay(onDay.restDay)] ?? null,
    next: proposals(fit, ages, household),
  };
}
