import { addDays, type PlainDate } from '../core/rest';
import { invalidField } from './errors';

/** Refuses dates that lie in the future, wherever on earth the taster's calendar hangs. */
export function notInFuture(now: Date, dates: Readonly<Record<string, PlainDate | null>>): void {
  const tomorrow = addDays(now.toISOString().slice(0, 10), 1);
  for (const [path, date] of Object.entries(dates)) {
    if (date !== null && date > tomorrow) throw invalidField(path, 'This date is still to come');
  }
}
