import { groupBy, pick, uniqBy } from 'es-toolkit';
import type { Bag } from '../contract/bag/bag';
import type { Brew } from '../contract/bag/brew';
import type { Making } from '../contract/bag/making';
import type { Settings } from '../contract/settings';
import type { Verdict } from '../contract/bag/verdict';
import {
  ageOn,
  crestInput,
  daysAtBest,
  PROPOSAL_DAYS,
  proposals,
  reportedDay,
  type CrestFit,
  type CrestInput,
  type MadeWith,
  type Situation,
  type TasterPrior,
} from '../core/crest';
import { potOf, pourStructure, type PouredRecipe, type Style } from '../core/brew';
import type { LevelledCup } from '../core/palate';
import { stateOnDay } from '../core/text';
import {
  comparisonsByProgress,
  judgedScale,
  judgedScore,
  SCALE_RANGES,
  scoreByLevels,
  type Comparison,
  type ScoredCup,
} from '../core/cup';
import { addDays } from '../core/rest';
import { unitsOf } from './settings';

/** A brew as the engine is given it: with the recipe it followed, as far as that is known. */
export interface LoggedBrew extends Omit<Brew, 'restDay' | 'making'> {
  making?: MadeBrew | null;
}

/** What of how a brew was made moves its score. */
export type MadeBrew = Pick<Making, (typeof MADE_FIELDS)[number]> & { recipe: PouredRecipe | null };
export const MADE_FIELDS = [
  'hardnessPpm',
  'vigour',
  'grindWord',
  'pressureBar',
  'iceG',
  'milkG',
] as const satisfies (keyof Making)[];

/** Styles whose time is chosen; what a filter takes follows from its grind. */
const TIMED_STYLES: readonly Style[] = ['espresso', 'cold', 'milk'];

/** What the engine reads of a brew beside its parameters. Shares are of the whole drink. */
function madeWith({ style, waterG, drainS, cup, making }: LoggedBrew): MadeWith {
  const { milkG = null, iceG = null } = making ?? {};
  const drinkG = waterG + (milkG ?? 0) + (iceG ?? 0);
  return {
    timeS: TIMED_STYLES.includes(style) ? drainS : null,
    pressureBar: making?.pressureBar ?? null,
    milkKind: cup.milkKind === '' ? null : cup.milkKind.toLocaleLowerCase(),
    milkShare: milkG === null ? null : milkG / drinkG,
    iceShare: iceG === null ? null : iceG / drinkG,
    hardnessPpm: making?.hardnessPpm ?? null,
    vigour: making?.vigour ?? null,
    grindWord: making?.grindWord ?? null,
    markAt: cup.markAt,
  };
}

/** Whether the score of a cup was asked about and is meant as it is. */
const isMeant = ({ score, cup: { meantScore } }: Pick<Brew, 'score' | 'cup'>): boolean =>
  score !== null && meantScore !== null && Math.abs(score - meantScore) < 1e-6;

/** What the engine is given of a bag and its log: the same on the server and in the browser. */
export function fitInput(bag: Bag, brews: readonly LoggedBrew[], prior: TasterPrior | null): CrestInput {
  const { sigma0 } = SCALE_RANGES[judgedScale(bag.scoringScale, bag.weights)];
  const words = wordsOfProgress(brews, bag);
  const record = {
    ...bag,
    brews: brews.map((brew) => ({
      ...brew,
      ...(brew.making?.recipe && pourStructure(brew.making.recipe)),
      ...madeWith(brew),
      overall: judgedScore(brew.cup, bag.weights),
      isMeant: isMeant(brew),
      byLevels: scoreByLevels(brew.cup.intensities, bag.weights, sigma0, prior?.levelCosts, prior?.levelLikings),
      comparisons: uniqBy([...brew.cup.comparisons, ...(words.get(brew.id) ?? [])], ({ thanId }) => thanId),
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

/** What words of progress say, among the sound cups of each style; what was said of two cups by name comes first. */
function wordsOfProgress(brews: readonly LoggedBrew[], { weights }: Pick<Bag, 'weights'>): Map<string, Comparison[]> {
  const sound = groupBy(
    brews.filter(({ fault }) => fault === null),
    ({ style }) => style,
  );
  return new Map(
    Object.values(sound).flatMap((ofStyle) => [
      ...comparisonsByProgress(
        ofStyle.map(({ id, brewedAt, cup }) => ({
          id,
          at: Date.parse(brewedAt),
          score: judgedScore(cup, weights),
          progress: cup.progress,
        })),
      ),
    ]),
  );
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
type Household = Situation & Pick<Settings, 'temperatureUnit' | 'weightUnit' | 'currency'>;

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
