import { TELLING_ENOUGH } from './constants';
import { reportedDay } from './state';
import type { BrewOption, CrestFit } from './types';

/** A brew worth making on a day: with which setting changed, what score to expect, and how much it would tell. */
export interface Proposal {
  change: BrewOption['change'];
  /** Expected score, points. */
  expected: number;
  /** Expected fall in the entropy of the peak day, nats. */
  telling: number;
}

/** The two proposals for one day. */
export interface DayProposals {
  inDays: number;
  bestCup: Proposal;
  mostTelling: Proposal;
}

/**
 * What to brew today and on the days to come: the recipe with the highest expected score, and the one from which most
 * is learnt about when the peak is. Both stay among settings already tried, one change at a time; the reference wins ties.
 *
 * @param ages rest age on each day, today first
 */
export function proposals(fit: Pick<CrestFit, 'options'>, ages: readonly number[]): DayProposals[] {
  return ages.map((age, inDays) => {
    const day = reportedDay(age);
    const options = fit.options.map(({ change, expected, telling }): Proposal => ({ change, expected: expected[day] ?? 0, telling: telling[day] ?? 0 }));
    const highest = (by: 'expected' | 'telling'): Proposal => options.reduce((best, option) => (option[by] > best[by] ? option : best));
    return { inDays, bestCup: highest('expected'), mostTelling: highest('telling') };
  });
}

/** The day among `days` with the best cup; the soonest where two tie. */
export function bestCupDay(days: readonly DayProposals[]): DayProposals | null {
  return days.reduce<DayProposals | null>((best, day) => (best === null || day.bestCup.expected > best.bestCup.expected ? day : best), null);
}

/** The soonest of `days` that tells nearly as much as the most telling of them. */
export function mostTellingDay(days: readonly DayProposals[]): DayProposals | null {
  const most = Math.max(...days.map((day) => day.mostTelling.telling));
  return days.find((day) => day.mostTelling.telling >= TELLING_ENOUGH * most) ?? null;
}

/** What a number of nats does to the interval of the peak, in words. */
export function tellingText(nats: number): string {
  const narrower = 1 - Math.exp(-nats);
  if (narrower < 0.02) return 'would tell hardly anything new';
  if (narrower < 0.06) return 'would tell a little';
  return `would narrow down its best days by about ${Math.round(narrower * 20) * 5} %`;
}
