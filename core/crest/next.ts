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

/** The day among `days` with the most to gain by one kind of proposal; the soonest where two tie. */
export function bestDayFor(days: readonly DayProposals[], kind: 'bestCup' | 'mostTelling'): DayProposals | null {
  const by = kind === 'bestCup' ? 'expected' : 'telling';
  return days.reduce<DayProposals | null>((best, day) => (best === null || day[kind][by] > best[kind][by] ? day : best), null);
}

/** What a number of nats does to the interval of the peak, in words. */
export function tellingText(nats: number): string {
  const narrower = 1 - Math.exp(-nats);
  if (narrower < 0.02) return 'would tell hardly anything new';
  if (narrower < 0.06) return 'would tell a little';
  return `would narrow down its best days by about ${Math.round(narrower * 20) * 5} %`;
}
