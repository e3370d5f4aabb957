import type { CrestInput } from '../../core/crest';
import { cdf } from '../../core/numeric/normal';
import type { Compared } from '../../core/cup';
import { errorFactor, soundScore, tasteOf } from '../simulate/brewing';
import { BASELINE } from '../simulate/families';
import { random } from '../simulate/random';
import { bestExpectedDay, imaginedBags } from './imagined';

/** Two cups whose marks differ by no more are called alike. */
export const LIKE = 1.5;
/** Marks are whole numbers from 0 to 100. */
const MARKS = 101;

/** Φ at the nearest of evenly spaced places: what is weighed here is never known to more than three digits. */
const PER_SD = 128;
const REACH = 8;
const PHI = Float64Array.from({ length: 2 * REACH * PER_SD + 1 }, (_, i) => cdf(i / PER_SD - REACH));
const phi = (z: number): number => PHI[Math.round((Math.min(REACH, Math.max(-REACH, z)) + REACH) * PER_SD)]!;
/** Marks further from what a cup tastes like than this, in sds, are left out. */
const FAR = 5;

/** A cup before it is marked: what it tastes like and the sd of its error, points. */
export interface Cup {
  tastes: number;
  sd: number;
}

/** What a cup was called against an earlier one, by that one's place. */
export interface Word {
  than: number;
  was: Compared;
}

/**
 * ln of the probability of words about cups, of which each is held against at most one earlier one: they make trees,
 * summed from the leaves over all marks the cups may have had (belief propagation: Pearl, *Probabilistic Reasoning in
 * Intelligent Systems*, 1988, chapter 4).
 *
 * @param marks of every cup room for the probabilities of its marks; what was in it is lost
 */
export function logProbabilityOfWords(
  words: readonly (Word | null)[],
  cups: readonly Cup[],
  marks = cups.map(() => new Float64Array(MARKS)),
): number {
  cups.forEach((cup, i) => markProbabilities(cup, marks[i]!));
  let log = 0;
  for (let i = words.length - 1; i >= 0; i--) {
    const word = words[i];
    if (word) log += tell(marks[i]!, word.was, marks[word.than]!);
  }
  return log;
}

/** Probability of every mark of a cup, into `out`. */
function markProbabilities({ tastes, sd }: Cup, out: Float64Array): void {
  out.fill(0);
  const within = (mark: number): number => Math.min(MARKS - 1, Math.max(0, Math.round(mark)));
  const last = within(tastes + FAR * sd);
  let below = 0;
  for (let mark = within(tastes - FAR * sd); mark <= last; mark++) {
    const notAbove = mark === last ? 1 : phi((mark + 0.5 - tastes) / sd);
    out[mark] = notAbove - below;
    below = notAbove;
  }
}

/** Probability of fewer than so many points: a scratch of `tell`. */
const fewer = new Float64Array(MARKS + 1);

/**
 * Multiplies into the marks an older cup may have had what a word about a newer one makes of them, kept at a sum of 1;
 * returns the logarithm of the sum before.
 */
function tell(newer: Float64Array, was: Compared, older: Float64Array): number {
  for (let mark = 0; mark < MARKS; mark++) fewer[mark + 1] = fewer[mark]! + newer[mark]!;
  const reach = Math.floor(LIKE);
  let total = 0;
  for (let mark = 0; mark < MARKS; mark++) {
    const worse = fewer[Math.max(0, mark - reach)]!;
    const better = fewer[MARKS]! - fewer[Math.min(MARKS, mark + reach + 1)]!;
    const mass = was === 'worse' ? worse : was === 'better' ? better : fewer[MARKS]! - worse - better;
    total += older[mark] = older[mark]! * Math.max(0, mass);
  }
  if (!(total > 0)) return -Infinity;
  for (let mark = 0; mark < MARKS; mark++) older[mark]! /= total;
  return Math.log(total);
}

/**
 * The best advice anyone could give who knows the simulator but not the bag, and hears words instead of marks: bags
 * that could be, each with a taste, weighed by the probability of what was said. Importance sampling.
 */
export function bayesOptimalDayByWords({ brews }: CrestInput, tableDays: number, seed: number, draws = 6000): number {
  const at = new Map(brews.map(({ id }, i) => [id, i]));
  const words = brews.map(({ comparisons }): Word | null => {
    const [only] = comparisons ?? [];
    return only ? { than: at.get(only.thanId)!, was: only.was } : null;
  });
  const marks = brews.map(() => new Float64Array(MARKS));
  const rng = random(seed);
  const bags = imaginedBags(tableDays, draws);
  const logWeights = Float64Array.from(bags, ({ change, logShare }) => {
    const taste = tasteOf(rng);
    const baseline = rng.normal(BASELINE.mean, BASELINE.sd);
    const cups = brews.map((brew) => ({
      tastes: baseline + soundScore(change, taste, brew),
      sd: taste.sigma * errorFactor(brew),
    }));
    return logShare + logProbabilityOfWords(words, cups, marks);
  });
  return bestExpectedDay(bags, logWeights);
}
