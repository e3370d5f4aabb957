import { addDays, type PlainDate } from '../core/rest';
import { invalidField } from '../application/problem';

const pad = (n: number): string => String(n).padStart(2, '0');

/** A wall clock of this machine as an instant with its offset: "2026-02-15" and "07:30". */
export function instantHere(date: PlainDate, time: string): string {
  const wall = `${date}T${time}:00`;
  const minutes = -new Date(wall).getTimezoneOffset();
  const apart = Math.abs(minutes);
  return `${wall}${minutes < 0 ? '-' : '+'}${pad(Math.floor(apart / 60))}:${pad(apart % 60)}`;
}

/** A moment as the wall clock of this machine shows it, to the minute, with its offset. */
export function wallInstant(moment: Date): string {
  return instantHere(dateHere(moment), `${pad(moment.getHours())}:${pad(moment.getMinutes())}`);
}

/** The date on this machine's calendar. */
export function dateHere(moment: Date): PlainDate {
  return `${moment.getFullYear()}-${pad(moment.getMonth() + 1)}-${pad(moment.getDate())}`;
}

/**
 * Refuses dates that lie in the future, wherever on earth the taster's calendar hangs. A date that stood there `before`
 * is not looked at again: a clock may have been set back since.
 */
export function notInFuture(
  now: Date,
  dates: Readonly<Record<string, PlainDate | null>>,
  before: Readonly<Record<string, unknown>> = {},
): void {
  const tomorrow = addDays(now.toISOString().slice(0, 10), 1);
  for (const [path, date] of Object.entries(dates)) {
    if (date !== null && date !== before[path] && date > tomorrow)
      throw invalidField(path, 'This date is still to come');
  }
}
