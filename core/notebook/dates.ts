import { dateOfDay, dayNumber, type PlainDate } from '../rest';
import { plain, textOf, type Cell } from './table';

/** Which of three numbers of a date comes first. */
export const DATE_ORDERS = ['dmy', 'mdy', 'ymd'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

/** A day, and the time of day where one was written (`07:30`). */
export interface WrittenMoment {
  date: PlainDate;
  time: string | null;
}

/** Months by their names in some of the languages notebooks are kept in, and by the first letters of those. */
const LANGUAGES = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pt'];
const MONTHS: ReadonlyMap<string, number> = new Map(
  LANGUAGES.flatMap((language) =>
    Array.from({ length: 12 }, (_, month) => {
      const name = plain(
        new Intl.DateTimeFormat(language, { month: 'long', timeZone: 'UTC' }).format(Date.UTC(2026, month, 15)),
      );
      const short = plain(
        new Intl.DateTimeFormat(language, { month: 'short', timeZone: 'UTC' }).format(Date.UTC(2026, month, 15)),
      );
      return [name, short, name.slice(0, 3)].map((one) => [one, month + 1] as const);
    }).flat(),
  ).reverse(),
);

const NUMBERS = /^(\d{1,4})\s*[./-]\s*(\d{1,2})\s*[./-]\s*(\d{2,4})(?!\d)\.?/;
const DAY_MONTH =
  /^(?:\p{L}+\.?,?\s+)?(\d{1,2})(?:st|nd|rd|th|\.|\.?º)?\s*(?:de\s+)?(\p{L}{3,})\.?,?\s*(?:de\s+)?(\d{2,4})\b/u;
const MONTH_DAY = /^(?:\p{L}+day,?\s+)?(\p{L}{3,})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{2,4})\b/u;
const TIME = /(?:^|[\sT,])(\d{1,2})[:.h](\d{2})(?::\d{2}(?:\.\d+)?)?(?:\s*(am|pm|a\.m\.|p\.m\.))?(?:\s*(?:uhr|z))?$/i;
/** Day 0 of a spreadsheet's count of days, and the days of this century in it. */
const SPREADSHEET_DAY_0 = '1899-12-30';
const SPREADSHEET_DAYS = { from: 36_526, to: 73_050 };

/** A date as written, in an order; null where it is none. Years of two digits are of this century. */
export function dateIn(cell: Cell | undefined, order: DateOrder): WrittenMoment | null {
  if (typeof cell === 'number') return ofSpreadsheet(cell);
  const text = textOf(cell);
  const date = writtenDate(text, order);
  return date === null ? null : { date, time: timeIn(text) };
}

function ofSpreadsheet(days: number): WrittenMoment | null {
  if (days < SPREADSHEET_DAYS.from || days >= SPREADSHEET_DAYS.to) return null;
  const minutes = Math.round((days % 1) * 1440);
  const time = minutes === 0 ? null : clock(Math.floor(minutes / 60) % 24, minutes % 60);
  return { date: dateOfDay(dayNumber(SPREADSHEET_DAY_0) + Math.floor(days)), time };
}

function writtenDate(text: string, order: DateOrder): PlainDate | null {
  const [, a = '', b = '', c = ''] = NUMBERS.exec(text) ?? [];
  if (a !== '') {
    if (a.length === 4) return date(a, b, c);
    if (a.length === 3) return null;
    return order === 'ymd' ? date(a, b, c) : order === 'dmy' ? date(c, b, a) : date(c, a, b);
  }
  const [, day, name = '', year] = DAY_MONTH.exec(text) ?? [];
  if (day !== undefined && year !== undefined) return date(year, monthNamed(name), day);
  const [, first = '', second, third] = MONTH_DAY.exec(text) ?? [];
  return second !== undefined && third !== undefined ? date(third, monthNamed(first), second) : null;
}

const monthNamed = (name: string): string =>
  String(MONTHS.get(plain(name)) ?? MONTHS.get(plain(name).slice(0, 3)) ?? 0);

function date(year: string, month: string, day: string): PlainDate | null {
  const written = `${year.length === 2 ? `20${year}` : year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  try {
    dayNumber(written);
    return written;
  } catch {
    return null;
  }
}

const clock = (hour: number, minute: number): string =>
  `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;

/** A time of day at the end of a text, `07:30`; null for none. */
export function timeIn(cell: Cell | undefined): string | null {
  if (typeof cell === 'number') return cell > 0 && cell < 1 ? clock(...hourAndMinute(cell)) : null;
  const [, hour, minute, half = ''] = TIME.exec(textOf(cell)) ?? [];
  if (hour === undefined || minute === undefined) return null;
  const h = (Number(hour) % (half ? 12 : 24)) + (/^p/i.test(half) ? 12 : 0);
  return Number(minute) < 60 && Number(hour) < 25 ? clock(h, Number(minute)) : null;
}

const hourAndMinute = (share: number): [number, number] => {
  const minutes = Math.round(share * 1440) % 1440;
  return [Math.floor(minutes / 60), minutes % 60];
};

/** The order a table's dates are in, and whether they could as well be in another. */
export function dateOrderOf(cells: readonly Cell[]): { order: DateOrder; isSure: boolean } {
  let points = 0;
  for (const cell of cells) {
    const [, a = '', b = ''] = typeof cell === 'string' ? (NUMBERS.exec(cell.trim()) ?? []) : [];
    if (a.length === 4) return { order: 'ymd', isSure: true };
    if (Number(a) > 31) return { order: 'ymd', isSure: true };
    if (Number(a) > 12) return { order: 'dmy', isSure: true };
    if (Number(b) > 12) return { order: 'mdy', isSure: true };
    if (a !== '' && typeof cell === 'string' && cell.includes('.')) points++;
  }
  const isWritten = cells.some((cell) => typeof cell === 'string' && NUMBERS.test(cell.trim()));
  // With points between them days come first wherever that is written.
  return { order: 'dmy', isSure: !isWritten || points > 0 };
}
