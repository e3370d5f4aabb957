import { localDateTime } from '../state/today';
import { roundTo } from '../../core/brew';
import { weightIn, type Units } from '../../core/text';
import {
  inOtherScale,
  levelText,
  markOf,
  scoreOf,
  nearestLevel,
  SCALE_RANGES,
  SCORING_SCALES,
  starsText,
  type ScoringScale,
} from '../../core/cup';

/** Numbers, dates and marks as a person here writes them. */

/**
 * A plain date or a wall clock as a moment of a clock without a zone: whatever the zone here, it reads as it was
 * written.
 */
const onTheWall = (written: string): Date => new Date(`${written}Z`);
const noon = (date: string): Date => onTheWall(`${date}T12:00:00`);

/** The way dates and numbers are written; undefined: the browser's own. */
let locale: string | undefined;

/** Writes dates and numbers as a language does from now on; undefined: as the browser has it. */
export function writeAs(language: string | undefined): void {
  if (language === locale) return;
  locale = language;
  formatters.clear();
  dateFormatters.clear();
}

/** Making a formatter costs far more than using it, and a page writes hundreds of dates and numbers. */
const formatters = new Map<string, Intl.NumberFormat>();
const dateFormatters = new Map<string, Intl.DateTimeFormat>();

const DATES = {
  dayMonth: { day: 'numeric', month: 'short' },
  dayMonthYear: { day: 'numeric', month: 'short', year: 'numeric' },
  weekday: { weekday: 'short', day: 'numeric', month: 'short' },
  clock: { hour: 'numeric', minute: '2-digit' },
} as const satisfies Readonly<Record<string, Intl.DateTimeFormatOptions>>;

function dateFormat(name: keyof typeof DATES): Intl.DateTimeFormat {
  const formatter = dateFormatters.get(name) ?? new Intl.DateTimeFormat(locale, { ...DATES[name], timeZone: 'UTC' });
  dateFormatters.set(name, formatter);
  return formatter;
}

/** "3 Dec", with the year when it is not the one of `today`. */
export function dateText(date: string, today = ''): string {
  return dateFormat(today === '' || date.slice(0, 4) === today.slice(0, 4) ? 'dayMonth' : 'dayMonthYear').format(
    noon(date),
  );
}

/** "Thu, 3 Dec". */
export function weekdayText(date: string): string {
  return dateFormat('weekday').format(noon(date));
}

/** "08:15", by the wall clock the instant was written by. */
export function clockText(instant: string): string {
  return dateFormat('clock').format(onTheWall(instant.slice(0, 19)));
}

/** "08:15", of a moment by the clock of this machine. */
export function clockHere(moment: Date): string {
  return clockText(`${localDateTime(moment)}:00`);
}

/** "24 Nov, 07:42", of a wall clock as `datetime-local` writes it. */
export function momentText(wallClock: string, today = ''): string {
  return `${dateText(wallClock.slice(0, 10), today)}, ${clockText(`${wallClock}:00`)}`;
}

function decimals(least: number, most: number): Intl.NumberFormat {
  const key = `${least} ${most}`;
  const formatter =
    formatters.get(key) ?? new Intl.NumberFormat(locale, { minimumFractionDigits: least, maximumFractionDigits: most });
  formatters.set(key, formatter);
  return formatter;
}

/** A number with at most `places` decimals and no more than it needs. */
export function numberText(value: number, places = 1, least = 0): string {
  return decimals(least, places).format(roundTo(value, places));
}

/** "15.5 g", "0.55 oz": a weight in g as the household writes it, to `places` decimals of a gram. */
export function weightText(grams: number, units: Units, places = 1): string {
  return `${numberText(weightIn(units, grams, places), 2)} ${units.weight}`;
}

/** How a scale writes its mark: "8.2", "71.5", "3¾ ★". */
export function markText(scoringScale: ScoringScale, mark: number): string {
  if (scoringScale === 'levels') return levelText(nearestLevel(mark));
  if (scoringScale === 'stars') return `${starsText(mark)} ★`;
  return decimals(scoringScale === 'parts' ? 0 : 1, 2).format(mark);
}

/** How a scale writes a score of 0–100; sheets of parts by the score itself. */
export function scoreText(scoringScale: ScoringScale, score: number): string {
  return scoringScale === 'parts' ? numberText(score, 2) : markText(scoringScale, markOf(scoringScale, score));
}

/** What a scale is called, and its range. */
export const SCORING_SCALE_NAMES: Readonly<Record<ScoringScale, string>> = {
  mark10: 'One mark out of 10',
  composite: 'Quick sheet: aroma, acidity, body, overall',
  levels: 'Levels from 1 to 5',
  parts: 'A sheet of parts, added up',
  stars: 'Stars out of 5',
};

/** The same mark as the other scales would write it: "74 of 100, 3¾ ★, low 4". */
export function otherScalesText(scoringScale: ScoringScale, mark: number): string {
  const others = SCORING_SCALES.filter(
    (other) =>
      other !== scoringScale &&
      other !== 'composite' &&
      other !== 'parts' &&
      !(scoringScale === 'composite' && other === 'mark10'),
  );
  const texts = others.map((other) =>
    other === 'mark10'
      ? `${markText(other, inOtherScale(scoringScale, mark, other))} of 10`
      : markText(other, inOtherScale(scoringScale, mark, other)),
  );
  return [`${numberText(scoreOf(scoringScale, mark), 1)} of 100`, ...texts].join(', ');
}

/** Score 0–100 in the units of a scale, unrounded; for axes. */
export function inScale(scoringScale: ScoringScale, score: number): number {
  return score / SCALE_RANGES[scoringScale].points;
}

/** Words of a code: "medium-light" is "medium light". */
export function words(code: string): string {
  return code.replaceAll('-', ' ');
}

/** The first letter in upper case. */
export function sentenceCase(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
