import { roundTo } from '../brew';
import { SCALE_RANGES, type ScoringScale } from '../cup';
import type { PairedDifference } from '../palate';
import {
  isAgreementKnown,
  type CupReading,
  type PairReading,
  type SittingKind,
  type SittingReading,
  type SittingTiming,
} from '../sitting';
import { capitalised, countWord, ordinalWord } from './words';

/** What each kind of sitting is called, and what it answers. */
export const SITTING_KIND_WORDS: Readonly<Record<SittingKind, { name: string; asks: string }>> = {
  'same-recipe': { name: 'Several bags, one recipe', asks: 'What the coffees are, whatever is done to them.' },
  'own-best': { name: 'Several bags, each at its own best', asks: 'Which one you would rather drink.' },
  brewers: { name: 'One bag, several brewers', asks: 'What brings it out.' },
  drinks: { name: 'One coffee, several drinks', asks: 'How it does as filter, as a shot, with milk, iced.' },
  yardstick: { name: 'Against a yardstick', asks: 'How each stands against one you know.' },
  triangle: { name: 'A triangle', asks: 'Whether two can be told apart at all: three cups, two of them alike.' },
  free: { name: 'Any cups', asks: 'Whatever stands on the table.' },
};

export const SITTING_TIMING_WORDS: Readonly<Record<SittingTiming, string>> = {
  together: 'ready together',
  'in turn': 'one after another',
  apart: 'hours or days apart',
};

/** A difference of points as a scale writes it: "0.4". */
export function differenceText(scale: ScoringScale, points: number): string {
  const { points: unit, step } = SCALE_RANGES[scale];
  return String(roundTo(Math.abs(points) / unit, step < 0.1 || step === 0.25 ? 2 : 1));
}

const signed = (value: number): string => String(roundTo(value, 2)).replace('-', '−');
/** How far the tasters agree, in words first; empty where there is nothing to say it by. */
export function agreementText(agreement: SittingReading['agreement']): string {
  if (!agreement) return '';
  const { tasters, brews, w, icc } = agreement;
  if (!isAgreementKnown(agreement))
    return `With ${tasters} tasters and ${brews} ${brews === 1 ? 'cup' : 'cups'}, agreement can’t be measured yet.`;
  if (w === null) return 'Nobody told the cups apart.';
  const order =
    w >= 0.7 ? 'in much the same order' : w >= 0.4 ? 'in partly the same order' : 'in hardly the same order';
  const ranked = `${capitalised(countWord(tasters))} tasters put the cups ${order} (Kendall’s W ${roundTo(w, 2)}; 1 is one order, 0 none)`;
  if (!icc) return `${ranked}.`;
  const alike =
    icc.icc >= 0.6 ? 'mark them alike' : icc.icc >= 0.3 ? 'mark them somewhat alike' : 'mark them unlike one another';
  return `${ranked}, and ${alike} (intraclass correlation, two-way, single marks, absolute agreement: ${signed(icc.icc)}; 8 in 10: ${signed(icc.lo)} to ${signed(icc.hi)}).`;
}

/** How one cup was marked against another; empty where nobody marked both. */
export function pairText(
  { difference, isSameBrew }: Pick<PairReading, 'difference' | 'isSameBrew'>,
  names: readonly [string, string],
  scale: ScoringScale,
): string {
  if (!difference) return '';
  const { mean, pairs } = difference;
  const [higher, lower] = mean >= 0 ? names : [names[1], names[0]];
  const by = pairs === 1 ? 'by the one who marked both' : `by the ${countWord(pairs)} who marked both`;
  const size = differenceText(scale, mean);
  if (isSameBrew && Number(size) === 0) return `${names[0]} and ${names[1]} are one brew, and were marked alike ${by}.`;
  if (isSameBrew)
    return `${names[0]} and ${names[1]} are one brew, marked ${size} apart ${by}: that much is the tasters’ own.`;
  if (Number(size) === 0) return `${higher} and ${lower} were marked alike ${by}.`;
  return `${higher} was marked ${size} above ${lower} ${by} (${betweenText(difference, scale)}).`;
}

function betweenText({ mean, interval }: PairedDifference, scale: ScoringScale): string {
  if (interval === null) return 'of one pair nothing more can be said';
  const [near, far] = mean >= 0 ? [interval.lo, interval.hi] : [-interval.hi, -interval.lo];
  const [from, to] = [differenceText(scale, near), differenceText(scale, far)];
  return near > 0 ? `8 in 10: ${from} to ${to}` : `8 in 10: ${from} below to ${to} above, so it may be chance`;
}

/** What a triangle came to. */
export function triangleText(triangle: NonNullable<SittingReading['triangle']>): string {
  const { asked, right, chance } = triangle;
  const percent = chance < 0.001 ? 'less than 0.1 %' : `${roundTo(100 * chance, chance < 0.1 ? 1 : 0)} %`;
  const said = `${right === 0 ? 'None' : capitalised(countWord(right))} of ${countWord(asked)} named the odd cup. By guessing alone so many or more would with a chance of ${percent}`;
  if (chance < 0.05) return `${said}: the two can be told apart.`;
  return chance < 0.2
    ? `${said}: perhaps they can be told apart; more tasters would say.`
    : `${said}: nothing says that they can be told apart.`;
}

/** How the cups came out, in a sentence: the first, and how surely. */
export function sittingHeadline(
  { cups, pairs, tasters }: Pick<SittingReading, 'cups' | 'pairs' | 'tasters'>,
  nameOf: (id: string) => string,
): string {
  if (tasters === 0) return 'Nobody wrote anything.';
  const inOrder = rankedCups(cups);
  const [first] = inOrder;
  if (!first || inOrder.length < 2 || (first.mean === null && first.place === null))
    return 'No cup was marked or put in order.';
  const pairWith = (other: string): (typeof pairs)[number] | undefined =>
    pairs.find(({ a, b }) => (a === first.id && b === other) || (a === other && b === first.id));
  // Cups of one brew are one place.
  const second = inOrder.find(({ id }) => id !== first.id && !pairWith(id)?.isSameBrew);
  if (!second) return `All cups were one brew, ${nameOf(first.id)}.`;
  const pair = pairWith(second.id);
  const interval = pair?.difference?.interval;
  const isSure = interval != null && (interval.lo > 0 || interval.hi < 0);
  const ahead = `${nameOf(first.id)} came first, ${nameOf(second.id)} ${ordinalWord(2)}`;
  if (tasters === 1) return `${ahead}, to one taster.`;
  return isSure ? `${ahead}, and surely so.` : `${ahead}; what lies between them may be chance.`;
}

/** Cups from the best on: by the mean of their marks, else by their place in the tasters' orders. */
export function rankedCups<T extends Pick<CupReading, 'mean' | 'place'>>(cups: readonly T[]): T[] {
  const isMarked = cups.some(({ mean }) => mean !== null);
  return [...cups].sort((a, b) =>
    isMarked ? (b.mean ?? -Infinity) - (a.mean ?? -Infinity) : (a.place ?? Infinity) - (b.place ?? Infinity),
  );
}

/** How a cup stood against the yardstick; empty where nobody said. */
export function yardstickText(said: CupReading['yardstick'], name: string): string {
  const counts = yardstickCounts(said);
  return counts === '' ? '' : `Against ${name}: ${counts}.`;
}

/** To how many tasters a cup was better than the yardstick, like it or worse; empty where nobody said. */
export function yardstickCounts({ better, like, worse }: CupReading['yardstick']): string {
  const parts = [
    better > 0 ? `better to ${countWord(better)}` : '',
    like > 0 ? `like it to ${countWord(like)}` : '',
    worse > 0 ? `worse to ${countWord(worse)}` : '',
  ];
  return parts.filter(Boolean).join(', ');
}

/** A yardstick as it is named where it was no cup of the table. */
export const yardstickName = (name: string, isRemembered: boolean): string =>
  isRemembered ? `${name} as remembered` : name;
