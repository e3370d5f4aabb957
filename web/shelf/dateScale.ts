import { daysBetween } from '../../core/rest';

/** A calendar laid over a number of pixels. */
export interface DateScale {
  from: string;
  to: string;
  width: number;
  /** Pixels from the left to the middle of a date. */
  x(date: string): number;
  shows(date: string): boolean;
}

export function dateScale({ from, to }: { from: string; to: string }, width: number): DateScale {
  const perDay = width / (daysBetween(from, to) + 1);
  return {
    from,
    to,
    width,
    x: (date) => (daysBetween(from, date) + 0.5) * perDay,
    shows: (date) => date >= from && date <= to,
  };
}
