import { addDays, type PlainDate } from '../core/rest';
import { invalidField } from '../application/problem';

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
