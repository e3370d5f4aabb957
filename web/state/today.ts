import { useSyncExternalStore } from 'react';

const pad = (n: number): string => String(n).padStart(2, '0');

/** The date on the taster's own calendar, `YYYY-MM-DD`. */
export function localDate(now = new Date()): string {
  return `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}`;
}

function onDayChange(changed: () => void): () => void {
  const every = setInterval(changed, 60_000);
  document.addEventListener('visibilitychange', changed);
  return () => {
    clearInterval(every);
    document.removeEventListener('visibilitychange', changed);
  };
}

/** Today's date; a page left open overnight moves on by itself. */
export function useToday(): string {
  return useSyncExternalStore(onDayChange, () => localDate());
}

/** What a `datetime-local` input shows for a moment. */
export function localDateTime(moment = new Date()): string {
  return `${localDate(moment)}T${pad(moment.getHours())}:${pad(moment.getMinutes())}`;
}

/**
 * The instant, with the offset in force here on that day, of a `datetime-local` value; the text itself when it is none.
 */
export function instantOf(local: string): string {
  const moment = new Date(local);
  if (Number.isNaN(moment.getTime()) || !/^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(local)) return local;
  const minutes = -moment.getTimezoneOffset();
  const offset = `${minutes < 0 ? '-' : '+'}${pad(Math.floor(Math.abs(minutes) / 60))}:${pad(Math.abs(minutes) % 60)}`;
  return `${local}:00${offset}`;
}

/** What a `datetime-local` input shows for an instant: the wall clock it was written by. */
export function wallClockOf(instant: string): string {
  return instant.slice(0, 16);
}
