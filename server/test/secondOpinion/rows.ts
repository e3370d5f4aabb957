import type { RawBag } from './household';

/** What the raw rows say, reckoned once more and as plainly as can be: none of it uses the code under test. */

type RawBrew = RawBag['brews'][number];

export const wholeDays = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000);

/** Cups that count: no fault, and the drink the bag is judged in. */
export const counted = ({ draft, brews }: RawBag): RawBrew[] =>
  brews
    .filter(({ fault, style }) => fault === null && style === draft.reference.style)
    .sort((a, b) => Date.parse(a.brewedAt) - Date.parse(b.brewedAt));

export const marked = (bag: RawBag): RawBrew[] => counted(bag).filter(({ cup }) => cup.mark !== null);

const MOST = { mark10: 10, composite: 10, levels: 5, parts: 100, stars: 5 } as const;
export const outOf = ({ draft }: RawBag): number => MOST[draft.scoringScale ?? 'mark10'];

/** Beans left in the bag, g: another cup of a pot draws none. */
export function gramsLeft({ draft, brews }: RawBag): number {
  const drawn = brews.filter(({ potId }) => !potId).reduce((sum, { doseG }) => sum + doseG, 0);
  return Math.max(0, (draft.weightG ?? 250) - drawn);
}

export const cupsLeft = (bag: RawBag): number => Math.floor((gramsLeft(bag) + 1e-9) / bag.draft.reference.doseG);

/** The words of a cup as typed, and those of its prose that are not denied; each once. */
export function wordsOf({ cup }: RawBrew): string[] {
  const prose = /^Some (\w+), and no \w+\.$/.exec(cup.remarks ?? '')?.[1];
  return [...new Set([...(cup.descriptors ?? []).map(({ typed }) => typed), ...(prose ? [prose] : [])])];
}

const NUMBERS = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];

/** "three" or "14" as a number. */
export const asNumber = (said: string): number =>
  NUMBERS.includes(said.toLowerCase()) ? NUMBERS.indexOf(said.toLowerCase()) : Number(said);

const LEVEL = /^(?:(high|low) )?(\d)(½)?$/;
/** "low 4" is 3⅔, "3½" is 3.5, "3¾" is 3.75, "8.4" is 8.4. */
export function asMark(said: string): number {
  const level = LEVEL.exec(said);
  if (level)
    return Number(level[2]) + (level[3] ? 0.5 : 0) + (level[1] === 'high' ? 1 / 3 : level[1] === 'low' ? -1 / 3 : 0);
  const quarters = /^(\d*)([¼½¾])$/.exec(said);
  if (quarters)
    return Number(`0${quarters[1] ?? ''}`) + { '¼': 0.25, '½': 0.5, '¾': 0.75 }[quarters[2] as '¼' | '½' | '¾'];
  return Number(said);
}

/** "a, b and c" as a list. */
export const listOf = (said: string): string[] =>
  said
    .split(/, | and /)
    .map((one) => one.replace(/^and /, '').trim())
    .filter((one) => one !== '');
