import {
  BESIDE_RECIPE,
  CONFOUNDED_SHARE,
  FRESH_SAID,
  isExpectation,
  isOfOneDay,
  likelyDays,
  MIN_BREWS,
  NOTICEABLE,
  stateAtBest,
  type Confounding,
  type CrestFit,
  type Basis,
  type Effect,
  type EffectOn,
  type FitSummary,
  type StateToday,
} from '../../crest';
import { inUnits, type Units } from '../units';
import { cupsText, daysText, likelihoodWord, sizeWord } from '../words';

/** A setting as the subject of a sentence. */
export function settingText({ factor, setting }: Pick<Effect, 'factor' | 'setting'>, units: Units): string {
  switch (factor) {
    case 'brewer':
      return `the ${setting}`;
    case 'waterC':
      return `water at ${inUnits(units, setting)}`;
    case 'grindStep':
      return `a grind ${setting.slice(1)} ${setting.slice(1) === '1' ? 'step' : 'steps'} ${setting.startsWith('+') ? 'coarser' : 'finer'}`;
    case 'ratio':
      return `a ratio of ${setting}`;
    case 'pours':
      return `${setting} pours`;
    case 'bloomMultiple':
      return `a bloom of ${setting} times the dose`;
    case 'filter':
      return `the ${setting} filter`;
    case 'waterRecipe':
      return `${setting} water`;
    case 'timeS':
      return `brewing for ${setting}`;
    case 'pressureBar':
      return `a pressure of ${setting}`;
    case 'milkKind':
      return setting.endsWith('milk') ? setting : `${setting} milk`;
    case 'milkShare':
      return `${setting} milk`;
    case 'iceShare':
      return `${setting} ice`;
    case 'hardnessPpm':
      return `water of ${setting}`;
    case 'grindWord':
      return `a ${setting} grind`;
    case 'taster':
      return setting;
    case 'markAt':
      return `scoring it ${setting}`;
  }
}

/**
 * The recipe clause of a verdict: the one setting that most likely moved the cups by a difference worth a word. One cup
 * with a setting is no ground for one.
 */
export function recipeClause(effects: readonly Effect[], sigma0: number, units: Units): string {
  const sure = effects.filter(
    (e) =>
      !BESIDE_RECIPE.has(e.factor) &&
      e.brews > 1 &&
      Math.abs(e.mean) >= 0.5 * NOTICEABLE * sigma0 &&
      sizeWord(e, sigma0) !== '',
  );
  const largest = sure.sort((a, b) => Math.abs(b.mean) - Math.abs(a.mean))[0];
  if (!largest) return '';
  return `; ${settingText(largest, units)} ${largest.mean < 0 ? 'hides it' : 'lifts it'} ${sizeWord(largest, sigma0)}`;
}

/** Whether an effect is worth a line of its own: by two cups or more, and probably not nothing. Editorial. */
export const isClear = ({ helps, brews }: Pick<Effect, 'helps' | 'brews'>): boolean =>
  brews > 1 && Math.max(helps, 1 - helps) >= 0.65;

/**
 * What one setting did to the score, in words; while it could be nothing, no size is claimed.
 */
export function effectText(effect: Effect, sigma0: number, units: Units): string {
  const { mean, helps } = effect;
  const name = settingText(effect, units);
  const sure = Math.max(helps, 1 - helps);
  if (!isClear(effect)) return `${name}: no clear effect yet`;
  const [does, size, word] = [mean > 0 ? 'lifts' : 'lowers', sizeWord(effect, sigma0), likelihoodWord(sure)];
  return size === ''
    ? `${name} ${word} ${does} it; by how much cannot be said yet`
    : `${name} ${does} it ${size}, ${word}`;
}

/** From this probability on it is said that an effect changed with age. Editorial. */
const CHANGE_SAID = 0.9;

/**
 * What became of an effect with the days: "it helped on day 6 and hurts on day 30"; empty while that is not known, or
 * was not seen.
 */
export function effectChangeText({ change }: Pick<Effect, 'change'>, sigma0: number): string {
  if (!change || Math.max(change.grows, 1 - change.grows) < CHANGE_SAID) return '';
  const { early, late } = change;
  const does = ({ mean }: EffectOn, tense: 'then' | 'now'): string => {
    if (Math.abs(mean) < 0.5 * NOTICEABLE * sigma0) return tense === 'then' ? 'made no difference' : 'makes none';
    if (tense === 'then') return mean > 0 ? 'helped' : 'hurt';
    return mean > 0 ? 'helps' : 'hurts';
  };
  const [then, now] = [does(early, 'then'), does(late, 'now')];
  const day = (on: EffectOn): string => `day ${Math.floor(on.day + 1e-9)}`;
  const more = Math.abs(late.mean) > Math.abs(early.mean) ? 'more' : 'less';
  if (early.mean * late.mean > 0 && then !== 'made no difference' && now !== 'makes none')
    return `it ${then} on ${day(early)} and ${now} ${more} by ${day(late)}`;
  return `it ${then} on ${day(early)} and ${now} by ${day(late)}`;
}

/** Why the days and a setting cannot be told apart, and which brew would do it; empty while they can be. */
export function confoundedSentence(confounded: readonly Confounding[], units: Units): string {
  const worst = confounded.find(({ factor, share }) => share > CONFOUNDED_SHARE && !BESIDE_RECIPE.has(factor));
  if (!worst) return '';
  const { factor, latest, reference, sinceAge } = worst;
  const since = `since day ${Math.floor(sinceAge + 1e-9)}`;
  if (latest === null)
    return ` The recipe changed along with the days: ${since} only the reference was used, and one brew as before would tell the two apart.`;
  return ` The recipe changed along with the days: ${since} only ${settingText({ factor, setting: latest }, units)} was used, and ${backAt(factor, reference, units)} in the next few days would tell the two apart.`;
}

/** The brew that goes back to the reference in one factor. */
function backAt(factor: Confounding['factor'], reference: string | null, units: Units): string {
  if (reference === null) return 'one brew back at the reference recipe';
  if (factor === 'brewer') return `one ${reference} brew`;
  return `one brew with ${settingText({ factor, setting: reference }, units)}`;
}

/** What a bag's verdict is built from. */
export interface VerdictParts {
  fit: FitSummary & Pick<CrestFit, 'effects' | 'confounded' | 'basis'>;
  today: StateToday;
  /** Rest day today. */
  day: number;
  finished: boolean;
  units: Units;
}

/** One sentence or two that say when the bag is at its best, how sure that is, or why it cannot be said yet. */
export function verdictSentence(parts: VerdictParts): string {
  const { fit, today, finished, units } = parts;
  const judged = fit.usable >= MIN_BREWS && today.state !== 'spent' && !finished;
  if (!judged) return stateSentence(parts);
  return (
    stateSentence(parts) +
    freshSentence(fit, today) +
    // Of days of which there is one nothing can be told apart.
    (isOfOneDay(fit) ? '' : confoundedSentence(fit.confounded, units)) +
    basisSentence(fit.basis)
  );
}

/** What it rests on where that is not marks. */
export function basisSentence({ marks, levels, comparisons }: Basis): string {
  if (levels === 0 && comparisons === 0) return '';
  if (marks === 0 && levels === 0) return ' It rests on comparisons between cups alone.';
  if (marks === 0 && comparisons === 0) return ' It rests on levels alone, which say less than marks.';
  const by = [
    levels > 0 && `levels for ${cupsText(levels)}`,
    comparisons > 0 && `comparisons for ${cupsText(comparisons)}`,
  ];
  return ` It rests on ${by.filter(Boolean).join(' and on ')}${marks > 0 ? ' that had no mark' : ''}.`;
}

/** The other possibility, while it is one: that there is no crest after the first days. */
function freshSentence({ fresh }: FitSummary, { state }: StateToday): string {
  if (fresh < FRESH_SAID || state === 'steady') return '';
  if (fresh < 0.5) return ' Or it may simply have been at its best fresh.';
  return ` It was ${likelihoodWord(fresh)} at its best fresh.`;
}

function stateSentence({ fit, today, day, finished, units }: VerdictParts): string {
  const days = likelyDays(fit);
  const span = daysText(days);
  const recipe = recipeClause(fit.effects, fit.sigma0, units);
  const word = likelihoodWord(today.probability);
  switch (today.state) {
    case 'resting':
      return `Resting on day ${day}. ${expectation(fit)} around ${span}; no cup${ofThisDrink(fit)} has a mark yet.`;
    case 'too-early':
      return tooEarly(fit, span);
    case 'climbing':
      return days.from > day
        ? `Still climbing, ${word}: best expected on ${span}, starting ${inDays(days.from - day)}${recipe}.`
        : `Still climbing, ${word}: its best is expected around day ${fit.advisedDay}${recipe}.`;
    case 'at-crest':
      return days.from <= day && day <= days.to
        ? `At its crest, ${word}: ${span} are its best${recipe}.`.replace(/(day \d+) are its best/, '$1 is its best')
        : `At its crest, ${word}${recipe}.`;
    case 'fading':
      return `Past its crest, ${word}: that was ${span}${recipe}. Drink it soon.`;
    case 'steady':
      return `Steady: ${steadyDays(fit).replace('From', 'from')}${recipe}. Drink it when you like.`;
    case 'spent':
      if (!finished) return `Spent: it has fallen far below its best, which was ${span}.`;
      if (fit.usable === 0) return 'Finished, and never marked: there is nothing to judge it by.';
      return finishedSentence(fit, recipe);
  }
}

/** What a finished bag was, said no surer than it could be said before it was finished. */
function finishedSentence(fit: FitSummary, recipe: string): string {
  if (isOfOneDay(fit)) return 'Finished. All its marked cups are of 1 day, so nobody knows its best days.';
  const state = stateAtBest(fit);
  if (state === 'steady') return `Finished. ${steadyDays(fit)}${recipe}.`;
  const span = daysText(likelyDays(fit));
  if (isExpectation(fit)) return `Finished. It was perhaps at its best on ${span}${recipe}.`;
  if (state === 'too-early') return `Finished. Its best could have been anywhere in ${peakDays(fit)}${recipe}.`;
  if (fit.window === null && fit.fresh < 0.5)
    return `Finished. It was at its best around day ${fit.advisedDay}${recipe}.`;
  return `Finished. It was probably at its best on ${span}${recipe}.`;
}

const steadyDays = ({ daysTried }: FitSummary): string =>
  `From day ${Math.round(daysTried?.from ?? 0)} to day ${Math.round(daysTried?.to ?? 0)} you could hardly tell the cups apart`;

const peakDays = ({ peak: { lo, hi } }: FitSummary): string => daysText({ from: Math.round(lo), to: Math.round(hi) });

/** What the expectation before the first cup rests on. */
function expectation({ siblingStyle }: FitSummary): string {
  return siblingStyle === null
    ? 'Bags of this kind are usually at their best'
    : `By its ${siblingStyle} cups it should be at its best`;
}

/** Where cups of another drink have marks, which is what a bag without a mark is then expected by. */
const ofThisDrink = ({ siblingStyle }: FitSummary): string => (siblingStyle === null ? '' : ' of this drink');

function inDays(days: number): string {
  return days === 1 ? 'tomorrow' : `in ${days} days`;
}

function tooEarly(fit: FitSummary, span: string): string {
  if (fit.usable === 0)
    return `Too early to say: no cup${ofThisDrink(fit)} has been marked yet. ${expectation(fit)} around ${span}.`;
  if (fit.usable < 3)
    return `Too early to say: ${cupsText(fit.usable)} cannot show a curve. Until there are three, expect its best around ${span}.`;
  if (isOfOneDay(fit))
    return `Too early to say: all ${fit.usable} marked cups are of 1 day. Until there are others, expect its best around ${span}.`;
  return `Too early to say: after ${cupsText(fit.usable)} its best could still fall anywhere in ${peakDays(fit)}. The best guess so far is day ${fit.advisedDay}.`;
}
