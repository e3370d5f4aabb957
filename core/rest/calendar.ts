/**
 * Plain calendar dates, written `YYYY-MM-DD`, and the arithmetic between them.
 *
 * A plain date has no clock and no zone, so a day is always one day long: no daylight-saving change can make a rest
 * day 23 or 25 hours. An instant with an offset belongs to the date its writer saw on the wall.
 */

/** A calendar date, `YYYY-MM-DD`. */
export type PlainDate = string;

const MS_PER_DAY = 86_400_000;
const PLAIN_DATE = /^\d{4}-\d{2}-\d{2}$/;

/** Dates that were read already: a household of years asks for the same few thousand again and again. */
const knownDays = new Map<PlainDate, number>();
const MOST_KNOWN_DAYS = 10_000;

/** Days since 1970-01-01. Throws a RangeError when `date` is not a date of the calendar. */
export function dayNumber(date: PlainDate): number {
  const known = knownDays.get(date);
  if (known !== undefined) return known;
  const day = readDay(date);
  if (knownDays.size >= MOST_KNOWN_DAYS) knownDays.clear();
  knownDays.set(date, day);
  return day;
}

function readDay(date: PlainDate): number {
  const written = PLAIN_DATE.test(date);
  const month = Number(date.slice(5, 7)) - 1;
  const dayOfMonth = Number(date.slice(8, 10));
  const moment = new Date(Date.UTC(Number(date.slice(0, 4)), month, dayOfMonth));
  // 30 February would roll over into March.
  if (!written || moment.getUTCMonth() !== month || moment.getUTCDate() !== dayOfMonth) {
    throw new RangeError(`"${date}" is not a calendar date; write it as year-month-day, for example 2026-02-15`);
  }
  return moment.getTime() / MS_PER_DAY;
}

/** The date `day` days after 1970-01-01; the inverse of `dayNumber`. */
export function dateOfDay(day: number): PlainDate {
  return new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
}

/** Whole days from `from` to `to`; negative when `to` is earlier. */
export function daysBetween(from: PlainDate, to: PlainDate): number {
  return dayNumber(to) - dayNumber(from);
}

/** The date `days` days after `date`. */
export function addDays(date: PlainDate, days: number): PlainDate {
  return dateOfDay(dayNumber(date) + days);
}

/** The wall-calendar date of an instant written with its offset, e.g. `2026-02-15T07:30:00+01:00` is `2026-02-15`. */
export function dateOfInstant(instant: string): PlainDate {
  const date = instant.slice(0, 10);
  dayNumber(date);
  return date;
}

/** The day of the week: 0 for Monday … 6 for Sunday. */
export function weekdayOf(date: PlainDate): number {
  // 1970-01-01 was a Thursday.
  return (((dayNumber(date) + 3) % 7) + 7) % 7;
}
