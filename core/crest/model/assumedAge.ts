import { ASSUMED_AGE, VIGOUR_DAYS } from './constants';
import { FIRST_CREST } from './grid';
import type { CrestInput } from './types';

/** A bag's true age less the stated one, days, and how likely that is. */
export interface AgeError {
  days: number;
  weight: number;
}

/**
 * How far the stated ages of a bag may be from the true ones: normal about nothing with the sd of its assumed roast
 * date, and held against how much gas its brews let go. Null where the roast date is known.
 *
 * All brews are of the same beans, so that together they count as one witness. No brew can be older than its beans.
 */
export function ageErrorsOf({ ageSdDays = 0, brews }: Pick<CrestInput, 'ageSdDays' | 'brews'>): AgeError[] | null {
  if (ageSdDays === 0) return null;
  const seen = brews.flatMap(({ age, vigour }) => (vigour ? [{ age, logDays: Math.log(VIGOUR_DAYS[vigour]) }] : []));
  const youngest = brews.reduce((least, { age }) => Math.min(least, age), Infinity);
  const { nodes, reach, logSd } = ASSUMED_AGE;
  const errors = Array.from({ length: nodes }, (_, i) => {
    const z = reach * ((2 * i) / (nodes - 1) - 1);
    const days = z * ageSdDays;
    if (youngest + days <= 0) return { days, weight: 0 };
    const missed = seen.reduce((sum, { age, logDays }) => sum + ((Math.log(age + days) - logDays) / logSd) ** 2, 0);
    return { days, weight: Math.exp(-0.5 * (z * z + missed / Math.max(1, seen.length))) };
  });
  const total = errors.reduce((sum, { weight }) => sum + weight, 0);
  return total > 0 ? errors.map(({ days, weight }) => ({ days, weight: weight / total })) : [{ days: 0, weight: 1 }];
}

/** A density over ln days of the true age as one over ln days of the stated age. */
export function densityOnStatedAge(
  density: (logDays: number) => number,
  errors: readonly AgeError[] | null,
): (logDays: number) => number {
  if (errors === null) return density;
  return (x) =>
    errors.reduce((sum, { days, weight }) => {
      const age = Math.exp(x) + days;
      return age > 0 ? sum + weight * density(Math.log(age)) * (Math.exp(x) / age) : sum;
    }, 0);
}

/** ln likelihoods of crests at stated ages, by their ln days, as of crests at the true ages. */
export function logsOnTrueAge(
  logs: readonly number[],
  logPeaks: Float64Array,
  errors: readonly AgeError[] | null,
): number[] {
  if (errors === null) return [...logs];
  const from = logPeaks[FIRST_CREST]!;
  const step = logPeaks[FIRST_CREST + 1]! - from;
  const last = logs.length - 1;
  return logs.map((log, p) => {
    if (p < FIRST_CREST) return log;
    const likelihood = errors.reduce((sum, { days, weight }) => {
      const stated = Math.log(Math.max(1e-3, Math.exp(logPeaks[p]!) - days));
      const at = Math.round(FIRST_CREST + (stated - from) / step);
      return sum + weight * Math.exp(logs[Math.min(last, Math.max(FIRST_CREST, at))]!);
    }, 0);
    return Math.log(likelihood);
  });
}
