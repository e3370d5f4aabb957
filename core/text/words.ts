import { NOTICEABLE, type Effect } from '../crest';
import type { HouseholdWord } from '../cup/words';

/** Counts, days, sizes and probabilities as a sentence says them. */

/** How a probability is said in words. Thresholds are editorial. */
export function likelihoodWord(probability: number): string {
  if (probability >= 0.95) return 'almost certainly';
  if (probability >= 0.8) return 'very likely';
  if (probability >= 0.55) return 'probably';
  return 'perhaps';
}

/** "day 18" or "days 18–27". */
export function daysText({ from, to }: { from: number; to: number }): string {
  return from === to ? `day ${from}` : `days ${from}–${to}`;
}

const COUNT_WORDS = [
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

/** "three", "14". */
export const countWord = (count: number): string => COUNT_WORDS[count] ?? String(count);

const ORDINAL_WORDS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];

/** "third", "14th"; places count from 1. */
export function ordinalWord(place: number): string {
  const word = ORDINAL_WORDS[place - 1];
  if (word) return word;
  const teens = place % 100 >= 11 && place % 100 <= 13;
  return `${place}${teens ? 'th' : (['th', 'st', 'nd', 'rd'][place % 10] ?? 'th')}`;
}

/** The same with a capital: what begins a sentence. */
export const capitalised = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

/** "1 cup", "11 cups". */
export const cupCount = (count: number): string => `${count} ${count === 1 ? 'cup' : 'cups'}`;

/** "no cups", "one cup", "three cups", "14 cups". */
export function cupsText(count: number): string {
  return `${countWord(count)} ${count === 1 ? 'cup' : 'cups'}`;
}

/** Quantile of the standard normal that leaves 8 in 10 between itself and its mirror. */
const EIGHT_IN_TEN = 1.2816;

/** The 80 % interval of a difference, points. */
export function intervalOf({ mean, sd }: Pick<Effect, 'mean' | 'sd'>): { lo: number; hi: number } {
  return { lo: mean - EIGHT_IN_TEN * sd, hi: mean + EIGHT_IN_TEN * sd };
}

/**
 * How large a difference is, against what a taster can tell apart: no larger than the near end of its 80 % interval
 * allows. Empty where that interval holds no difference at all.
 */
export function sizeWord(effect: Pick<Effect, 'mean' | 'sd'>, sigma0: number): string {
  const { lo, hi } = intervalOf(effect);
  if (lo <= 0 && hi >= 0) return '';
  const size = Math.min(Math.abs(lo), Math.abs(hi)) / sigma0;
  if (size < NOTICEABLE) return 'a little';
  return size < 3 * NOTICEABLE ? 'clearly' : 'a lot';
}

/** How a word is known that was never had as itself; empty where it is known as any other. */
export function knownByText({ knownBy, substitute }: Pick<HouseholdWord, 'knownBy' | 'substitute'>): string {
  if (knownBy === null) return '';
  if (knownBy === 'never tasted') return 'Never tasted: look it up before it is said of a cup.';
  return `Known only by its substitute${substitute === '' ? '' : `: ${substitute}`}.`;
}

/** "today", "tomorrow", "yesterday", "in 5 days", "5 days ago". */
export function inDaysText(days: number): string {
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return days > 0 ? `in ${days} days` : `${-days} days ago`;
}
