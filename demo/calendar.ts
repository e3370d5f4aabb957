import { instantHere } from '../server/dates';

const pad = (n: number): string => String(n).padStart(2, '0');

/** An instant at a wall-clock time of this machine, with its offset. */
export const instantAt = (date: string, hour: number, minute: number): string =>
  instantHere(date, `${pad(hour)}:${pad(minute)}`);
