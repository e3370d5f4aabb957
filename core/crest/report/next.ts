import { LEAST_INFORMATION, INFORMATIVE_ENOUGH } from '../model/constants';
import { reportedDay } from './state';
import type { Change, CrestFit } from '../model/types';

/** What a household can brew with, and how it likes to change things. */
export interface Situation {
  /** Doses left in the bag; null where the weight is not known. */
  cupsLeft: number | null;
  /** Brewers at hand; null: any. The reference's is always at hand. */
  brewers: readonly string[] | null;
  /** Whether a proposal may change at most one setting from the latest brew. */
  oneChange: boolean;
}

export const ANY_SITUATION: Situation = { cupsLeft: null, brewers: null, oneChange: false };

/** Factors whose setting differs between two recipes. */
function apart(a: readonly Change[], b: readonly Change[]): number {
  const factors = new Set([...a, ...b].map(({ factor }) => factor));
  const settingOf = (changes: readonly Change[], factor: Change['factor']): string | undefined =>
    changes.find((c) => c.factor === factor)?.setting;
  return [...factors].filter((factor) => settingOf(a, factor) !== settingOf(b, factor)).length;
}

/** A brew worth making on a day: with which settings changed, what score to expect, and how much it would tell. */
export interface Proposal {
  changes: Change[];
  /** Expected score, points. */
  expected: number;
  /** Expected fall in the entropy of the peak day, nats. */
  expectedInformation: number;
}

/** The two proposals for one day. */
export interface DayProposals {
  inDays: number;
  bestCup: Proposal;
  mostInformative: Proposal;
}

/**
 * What to brew today and on the days to come: the recipe with the highest expected score, and the one from which most
 * is learnt about when the peak is. Both stay among settings already tried and at hand; the reference wins ties.
 * Nothing is proposed once no dose is left.
 *
 * @param ages rest age on each day, today first
 */
export function proposals(
  fit: Pick<CrestFit, 'options' | 'latest' | 'usable'>,
  ages: readonly number[],
  { cupsLeft, brewers, oneChange }: Situation,
): DayProposals[] {
  if (cupsLeft === 0) return [];
  const atHand = ({ factor, setting }: Change): boolean =>
    factor !== 'brewer' || brewers === null || brewers.includes(setting);
  const allowed = fit.options.filter(({ changes }) => changes.every(atHand));
  const near = oneChange && fit.usable > 0 ? allowed.filter(({ changes }) => apart(changes, fit.latest) <= 1) : allowed;
  // Where what is at hand is more than one change away, going back to the reference is the nearest there is.
  const open = near.length > 0 ? near : allowed.filter(({ changes }) => changes.length === 0);
  return ages.map((age, inDays) => {
    const day = reportedDay(age);
    const options = open.map(({ changes, expected, expectedInformation }): Proposal => ({
      changes,
      expected: expected[day] ?? 0,
      expectedInformation: expectedInformation[day] ?? 0,
    }));
    const highest = (by: 'expected' | 'expectedInformation'): Proposal =>
      options.reduce((best, option) => (option[by] > best[by] ? option : best));
    return { inDays, bestCup: highest('expected'), mostInformative: highest('expectedInformation') };
  });
}

/** The day among `days` with the best cup; the soonest where two tie. */
export function bestCupDay(days: readonly DayProposals[]): DayProposals | null {
  return days.reduce<DayProposals | null>(
    (best, day) => (best === null || day.bestCup.expected > best.bestCup.expected ? day : best),
    null,
  );
}

/** The soonest of `days` that tells nearly as much as the most telling of them. */
export function mostInformativeDay(days: readonly DayProposals[]): DayProposals | null {
  const most = Math.max(...days.map((day) => day.mostInformative.expectedInformation));
  return days.find((day) => day.mostInformative.expectedInformation >= INFORMATIVE_ENOUGH * most) ?? null;
}

/** The share a number of nats takes off the interval of the peak: 1 − e⁻ⁿ. */
export const narrowingOf = (nats: number): number => 1 - Math.exp(-nats);

/** Whether a brew would tell enough to be made for that. */
export function isInformative(nats: number): boolean {
  return narrowingOf(nats) >= LEAST_INFORMATION;
}
