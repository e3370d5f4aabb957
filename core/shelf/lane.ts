import { reportedDay } from '../crest';
import { addDays, dateAtRestAge, dayNumber, ratesWith, restAge, type PlainDate, type StorageSpell } from '../rest';

/** A run of calendar dates, both included. */
export interface DateSpan {
  from: PlainDate;
  to: PlainDate;
}

/** The part of a calendar that a shelf may show: a season, most of it still to come. */
export function shelfAxis(today: PlainDate, daysBefore = 45, daysAfter = 75): DateSpan {
  return { from: addDays(today, -daysBefore), to: addDays(today, daysAfter) };
}

/**
 * The probability of being in the window on each date of an axis: the ridge of a lane. Before roasting it is 0. Beans
 * are taken to stay where they are on the last day stated.
 */
export function ridgeByDate(
  inWindow: readonly number[],
  roastedOn: PlainDate,
  spells: readonly StorageSpell[],
  axis: DateSpan,
  freezerRate?: number,
): number[] {
  const rates = ratesWith(freezerRate);
  const roasted = dayNumber(roastedOn);
  const first = dayNumber(axis.from);
  const last = dayNumber(axis.to);
  const stays = spells.map((s) => ({
    from: dayNumber(s.from),
    to: s.to === null ? Infinity : dayNumber(s.to),
    rate: rates[s.place],
  }));
  let age = restAge(roastedOn, axis.from, spells, rates);
  const ridge: number[] = [];
  for (let day = first; day <= last; day++) {
    ridge.push(day < roasted ? 0 : (inWindow[reportedDay(age)] ?? 0));
    if (day >= roasted)
      age += stays.reduce(
        (slowest, s) => (s.from <= day && day < s.to ? Math.min(slowest, s.rate) : slowest),
        rates.room,
      );
  }
  return ridge;
}

/** The calendar dates of a span of rest days, if the beans stay where they are; null when they never get there. */
export function datesOf(
  days: { from: number; to: number } | null,
  roastedOn: PlainDate,
  spells: readonly StorageSpell[],
  freezerRate?: number,
): DateSpan | null {
  const rates = ratesWith(freezerRate);
  if (days === null) return null;
  const from = dateAtRestAge(roastedOn, days.from, spells, undefined, rates);
  const after = dateAtRestAge(roastedOn, days.to + 1, spells, undefined, rates);
  return from === null || after === null ? null : { from, to: addDays(after, -1) };
}
