import { roundTo } from '../../brew';
import { levelText, markOf, nearestLevel, starsText, type ScoringScale } from '../../cup';
import type { PlainDate } from '../../rest';
import type { Passage, Section, SectionId } from '../../writeUp';
import { countWord } from '../words';

/** How a write-up says numbers, lists and dates; and the passages it is made of. */

/** Where a mark is said of, and how a reader knows its range. */
const RANGE_SAID: Readonly<Record<ScoringScale, string>> = {
  mark10: ' out of 10',
  composite: ' out of 10',
  levels: ' out of 5',
  parts: ' out of 100',
  stars: ' of 5 stars',
};

/** A score as its scale writes it, without the range: "8.6", "3¾", "high 3", "86.5". */
export function bareMark(scale: ScoringScale, score: number): string {
  const mark = markOf(scale, Math.min(100, Math.max(0, score)));
  if (scale === 'levels') return levelText(nearestLevel(mark));
  if (scale === 'parts') return String(roundTo(mark, 1));
  return scale === 'stars' ? starsText(mark) : mark.toFixed(1);
}

/** The same with its range: "8.6 out of 10". */
export const markSaid = (scale: ScoringScale, score: number): string => `${bareMark(scale, score)}${RANGE_SAID[scale]}`;

/** "8.2 to 8.9"; one of them where the two are written alike. */
export function marksBetween(scale: ScoringScale, lo: number, hi: number): string {
  const [from, to] = [bareMark(scale, lo), bareMark(scale, hi)];
  return from === to ? from : `${from} to ${to}`;
}

const AND = new Intl.ListFormat('en-GB', { type: 'conjunction' });
const OR = new Intl.ListFormat('en-GB', { type: 'disjunction' });

/** "a", "a and b", "a, b and c". */
export const listed = (items: readonly string[]): string => AND.format(items);

/** "a", "a or b", "a, b or c". */
export const eitherOf = (items: readonly string[]): string => OR.format(items);

/** "day 18 to day 27"; "day 18" where it is one. */
export const fromDayToDay = ({ from, to }: { from: number; to: number }): string =>
  from === to ? `day ${from}` : `day ${from} to day ${to}`;

/** "days 18 to 27"; "day 18" where it is one. */
export const onDays = ({ from, to }: { from: number; to: number }): string =>
  from === to ? `day ${from}` : `days ${from} to ${to}`;

const LONG_DATE = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });

/** A plain date in English: "4 September 2026". */
export const dateSaid = (date: PlainDate): string => LONG_DATE.format(new Date(`${date}T12:00:00Z`));

/** "medium-light" is "medium light". */
export const plainWords = (code: string): string => code.replaceAll('-', ' ');

/** "one cup", "ten cups". */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${countWord(count)} ${count === 1 ? one : many}`;

/** A sentence of what may be a clause: a capital in front, a full stop behind. */
export function sentence(text: string): string {
  const trimmed = text.trim();
  const whole = /[.!?…”]$/.test(trimmed) ? trimmed : `${trimmed}.`;
  return `${whole.charAt(0).toUpperCase()}${whole.slice(1)}`;
}

/** The same within a sentence. */
export const lowered = (text: string): string => `${text.charAt(0).toLowerCase()}${text.slice(1)}`;

/** Who speaks: one taster, or several. */
export const voice = ({ tasters }: { tasters: number }): { we: string; our: string } =>
  tasters > 1 ? { we: 'we', our: 'our' } : { we: 'I', our: 'my' };

/** A passage; nothing where there is nothing to say. */
export function passage(
  key: string,
  text: string | null | undefined | false,
  rest: Partial<Pick<Passage, 'named' | 'needs'>> = {},
): Passage[] {
  return text === null || text === undefined || text === false || text === ''
    ? []
    : [{ key, text, named: rest.named ?? null, needs: rest.needs ?? null }];
}

/** A section; nothing where nothing stands in it. */
export function section(id: SectionId, ...passages: readonly Passage[][]): Section[] {
  const all = passages.flat();
  return all.length === 0 ? [] : [{ id, passages: all }];
}
