import { roundTo } from '../../core/brew';
import { inOtherSchool, levelText, likingOf, nearestLevel, SCHOOL_SCALES, SCHOOLS, type School } from '../../core/cup';

/** Numbers, dates and marks as a person here writes them. */

const noon = (date: string): Date => new Date(`${date}T12:00:00`);

const dayMonth = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short' });
const dayMonthYear = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric' });
const weekday = new Intl.DateTimeFormat(undefined, { weekday: 'short', day: 'numeric', month: 'short' });
const clock = new Intl.DateTimeFormat(undefined, { hour: 'numeric', minute: '2-digit' });

/** "3 Dec", with the year when it is not the one of `today`. */
export function dateText(date: string, today = ''): string {
  return (today === '' || date.slice(0, 4) === today.slice(0, 4) ? dayMonth : dayMonthYear).format(noon(date));
}

/** "Thu, 3 Dec". */
export function weekdayText(date: string): string {
  return weekday.format(noon(date));
}

/** "08:15", by the wall clock the instant was written by. */
export function clockText(instant: string): string {
  return clock.format(new Date(instant.slice(0, 19)));
}

/** "24 Nov, 07:42", of a wall clock as `datetime-local` writes it. */
export function momentText(wallClock: string, today = ''): string {
  return `${dateText(wallClock.slice(0, 10), today)}, ${clockText(`${wallClock}:00`)}`;
}

/** Making a formatter costs far more than using it, and a page writes hundreds of numbers. */
const formatters = new Map<string, Intl.NumberFormat>();

function decimals(least: number, most: number): Intl.NumberFormat {
  const key = `${least} ${most}`;
  const formatter =
    formatters.get(key) ??
    new Intl.NumberFormat(undefined, { minimumFractionDigits: least, maximumFractionDigits: most });
  formatters.set(key, formatter);
  return formatter;
}

/** A number with at most `places` decimals and no more than it needs. */
export function numberText(value: number, places = 1): string {
  return decimals(0, places).format(roundTo(value, places));
}

/** How a school writes its mark: "8.2", "71.5", "3¾ ★". */
const QUARTERS = ['', '¼', '½', '¾'];

export function markText(school: School, mark: number): string {
  if (school === 'levels') return levelText(nearestLevel(mark));
  if (school !== 'stars') return decimals(school === 'sum100' ? 0 : 1, 2).format(mark);
  const quarters = Math.round(mark * 4);
  const whole = Math.floor(quarters / 4);
  const rest = QUARTERS[quarters % 4] ?? '';
  return `${whole === 0 && rest !== '' ? '' : whole}${rest} ★`;
}

/** What a school is called, and its range. */
export const SCHOOL_NAMES: Readonly<Record<School, string>> = {
  mark10: 'One mark out of 10',
  composite: 'Quick sheet: aroma, acidity, body, overall',
  levels: 'Levels from 1 to 5',
  sum100: 'Ten attributes, summed to 100',
  stars: 'Stars out of 5',
};

/** The same mark as the other schools would write it: "74 of 100, 3¾ ★, low 4". */
export function otherSchoolsText(school: School, mark: number): string {
  const others = SCHOOLS.filter(
    (other) =>
      other !== school &&
      other !== 'composite' &&
      other !== 'sum100' &&
      !(school === 'composite' && other === 'mark10'),
  );
  const texts = others.map((other) =>
    other === 'mark10'
      ? `${markText(other, inOtherSchool(school, mark, other))} of 10`
      : markText(other, inOtherSchool(school, mark, other)),
  );
  return [`${numberText(likingOf(school, mark), 1)} of 100`, ...texts].join(', ');
}

/** Liking 0–100 in the units of a school, unrounded; for axes. */
export function inSchool(school: School, liking: number): number {
  return liking / SCHOOL_SCALES[school].points;
}

/** Words of a code: "medium-light" is "medium light". */
export function words(code: string): string {
  return code.replaceAll('-', ' ');
}

/** The first letter in upper case. */
export function sentenceCase(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
