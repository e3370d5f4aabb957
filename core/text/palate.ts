import { roundTo } from '../brew';
import { SCALE_RANGES, type ScoringScale } from '../cup';
import {
  type Driver,
  type Felt,
  LIKING_CUPS,
  type PairedDifference,
  type Repeatability,
  type Standing,
} from '../palate';
import { capitalised, countWord, cupCount, ordinalWord } from './words';

const said = (value: number, places = 1): string => String(roundTo(Math.abs(value), places));
const signed = (value: number): string => {
  const size = said(value);
  return size === '0' ? size : `${value < 0 ? '−' : '+'}${size}`;
};

/** How repeatable a taster is on a scale, and how firmly that is known. `unit` is what one of its marks is called. */
export function repeatabilityText(
  name: string,
  { sd, lo, hi, degrees, more }: Repeatability,
  assumed: number | null,
): string {
  const places = sd < 1 ? 2 : 1;
  const who = name === '' ? 'Marks of one and the same cup lie' : `${name}’s marks of one and the same cup lie`;
  const range = `8 in 10: ${said(lo, places)} to ${said(hi, places)}`;
  const from = `from ${degrees === 1 ? 'one repeat' : `${countWord(degrees)} repeats`}`;
  const against = assumed === null ? '' : ` Before any repeat ${said(assumed, places)} is assumed.`;
  const firm = more === 0 ? ' That is firm.' : ` ${capitalised(countWord(more))} more would make it firm.`;
  return `${who} ${said(sd, places)} apart (standard deviation; ${range}), ${from}.${firm}${against}`;
}

/** What the engine makes of it. */
export function engineNoiseText({ factor, bags, repeats }: { factor: number; bags: number; repeats: number }): string {
  const from = [
    repeats > 0 ? `${countWord(repeats)} ${repeats === 1 ? 'repeat' : 'repeats'}` : '',
    bags > 0 ? `${countWord(bags)} finished ${bags === 1 ? 'bag' : 'bags'}` : '',
  ].filter(Boolean);
  if (from.length === 0)
    return 'The engine takes marks to miss by what is assumed of each scale: there are no repeats and no finished bags yet.';
  const percent = Math.round(100 * (factor - 1));
  const as =
    percent === 0
      ? 'as far as is assumed of each scale'
      : `${Math.abs(percent)} % ${percent > 0 ? 'further' : 'less'} than is assumed of each scale`;
  return `The engine takes marks to miss ${as}, by ${from.join(' and ')}.`;
}

/** Whether marks go along with a driver at all: an ideal amount, or 8 chances in 10 on one side of nothing. */
export const hasEffect = ({ effect: { lo, hi }, ideal }: Pick<Driver, 'effect' | 'ideal'>): boolean =>
  ideal !== null || lo > 0 || hi < 0;

/** More and less of what was felt, and what a step of it is. */
const FELT_WORDS: Readonly<Record<Felt, { more: string; less: string; step: string }>> = {
  finish: { more: 'the longer the finish', less: 'the shorter the finish', step: 'for twice as long' },
  dryness: { more: 'the drier', less: 'the less dry', step: 'a step' },
  coolness: { more: 'the cooler it is scored', less: 'the hotter it is scored', step: 'a step' },
};

/**
 * What marks go along with, in the marks of a scale, and as surely as it is told: "The more fruit, the better: +0.2 a
 * level (80 % likely +0.1 to +0.3; 12 cups)." For drivers that have an effect.
 */
export function driverText(
  { kind, of, effect, ideal, cups }: Driver,
  name: string,
  scale: ScoringScale,
  isSure: boolean,
): string {
  if (ideal !== null) return idealText(capitalised(name), roundTo(ideal, 1));
  const { points } = SCALE_RANGES[scale];
  const [mean, lo, hi] = [effect.mean / points, effect.lo / points, effect.hi / points];
  const likely = `(80 % likely ${signed(lo)} to ${signed(hi)}; ${cupCount(cups)})`;
  const perhaps = isSure ? '' : 'perhaps ';
  const side = mean > 0 ? 'higher' : 'lower';
  switch (kind) {
    case 'family':
      return capitalised(`${perhaps}${side} marks with words of ${name}: ${signed(mean)} ${likely}.`);
    case 'texture':
      return capitalised(`${perhaps}${side} marks with a ${name} texture: ${signed(mean)} ${likely}.`);
    case 'level': {
      const amount = `the ${mean > 0 ? 'more' : 'less'} ${name.toLowerCase()}`;
      return capitalised(`${perhaps}${amount}, the better: ${signed(mean)} a level ${likely}.`);
    }
    case 'feel': {
      const { more, less, step } = FELT_WORDS[of as Felt];
      return capitalised(`${perhaps}${mean > 0 ? more : less}, the better: ${signed(mean)} ${step} ${likely}.`);
    }
  }
}

function idealText(what: string, ideal: number): string {
  if (ideal >= 4.5) return `${what} helps, up to ${ideal}.`;
  if (ideal <= 1.5) return `${what} is liked best when there is little of it, about ${ideal}.`;
  return `${what} helps up to ${ideal}, and is too much beyond.`;
}

/** That there are too few cups to say what is liked. */
export function tooFewCupsText(cups: number): string {
  const more = `${countWord(LIKING_CUPS - cups)} more`;
  const sofar = cups === 0 ? 'There is none yet.' : `There ${cups === 1 ? 'is' : 'are'} ${countWord(cups)}: ${more}.`;
  return `What you like is said from ${countWord(LIKING_CUPS)} scored cups on. ${sofar}`;
}

/** Whether a place says nothing: it could be any of them. */
export const isAnyPlace = (
  { bestPlace, worstPlace }: Pick<Standing, 'bestPlace' | 'worstPlace'>,
  of: number,
): boolean => of > 1 && bestPlace === 1 && worstPlace === of;

/** "third of nine, could be second": a place, and the places it could be. */
export function standingText(
  { place, bestPlace, worstPlace }: Pick<Standing, 'place' | 'bestPlace' | 'worstPlace'>,
  of: number,
): string {
  if (isAnyPlace({ bestPlace, worstPlace }, of)) return `anywhere from first to ${ordinalWord(of)}`;
  const here = `${ordinalWord(place)} of ${countWord(of)}`;
  if (bestPlace === place && worstPlace === place) return here;
  if (bestPlace < place && worstPlace > place)
    return `${here}, could be ${ordinalWord(bestPlace)} to ${ordinalWord(worstPlace)}`;
  const other = bestPlace < place ? bestPlace : worstPlace;
  const by =
    Math.abs(other - place) > 1 && other !== place
      ? bestPlace < place
        ? `as high as ${ordinalWord(other)}`
        : `as low as ${ordinalWord(other)}`
      : ordinalWord(other);
  return `${here}, could be ${by}`;
}

/** How the household’s own days of a kind lie against the table’s. */
export function crestDaysText({
  tableDays,
  learntDays,
  bags,
}: {
  tableDays: number;
  learntDays: number;
  bags: number;
}): string {
  const [table, learnt] = [Math.round(tableDays), Math.round(learntDays)];
  const from = bags === 1 ? 'one bag' : `${countWord(bags)} bags`;
  if (table === learnt) return `day ${learnt}, as the table has it (${from})`;
  return `day ${learnt}, ${Math.abs(learnt - table)} ${Math.abs(learnt - table) === 1 ? 'day' : 'days'} ${learnt > table ? 'later' : 'sooner'} than the table’s day ${table} (${from})`;
}

/** Who is higher, and by how much; in the marks of a scale. */
export function higherText(
  difference: PairedDifference | null,
  [first, second]: readonly [string, string],
  scale: ScoringScale,
): string {
  if (!difference)
    return `${first} and ${second} have marked no brew together yet. A table does that, or another cup of a brew.`;
  const { points } = SCALE_RANGES[scale];
  const { mean, pairs, interval } = difference;
  const [higher, lower] = mean >= 0 ? [first, second] : [second, first];
  const over = pairs === 1 ? 'the one brew both marked' : `the ${countWord(pairs)} brews both marked`;
  const size = said(mean / points);
  if (size === '0') return `${first} and ${second} mark alike over ${over}.`;
  if (!interval) return `${higher} marked ${size} above ${lower} over ${over}; one brew says little.`;
  const isSure = interval.lo > 0 || interval.hi < 0;
  const [near, far] = mean >= 0 ? [interval.lo, interval.hi] : [-interval.hi, -interval.lo];
  return `${higher} marks ${size} above ${lower} over ${over} (8 in 10: ${signed(near / points)} to ${signed(far / points)})${isSure ? '' : ', which may be chance'}.`;
}

/** Of which of two tasters a level is the higher, and by how much; of a difference the first has above the second. */
export function levelApartText(
  name: string,
  { mean, interval }: PairedDifference,
  [first, second]: readonly [string, string],
): string {
  const [higher, lower] = mean > 0 ? [first, second] : [second, first];
  const [near, far] = interval ? (mean > 0 ? [interval.lo, interval.hi] : [-interval.hi, -interval.lo]) : [0, 0];
  const range = interval ? ` (8 in 10: ${signed(near)} to ${signed(far)})` : '';
  return `${capitalised(name)}: ${higher} draws ${said(mean)} more than ${lower}${range}.`;
}

/** Who repeats more finely; empty where it is not known of both, or the figures are alike. */
export function finerText(
  sds: readonly [Repeatability | null, Repeatability | null],
  [first, second]: readonly [string, string],
): string {
  const [a, b] = sds;
  if (!a || !b) return '';
  const [finer, sd, coarser] = a.sd <= b.sd ? [first, a, b] : [second, b, a];
  const isSure = sd.hi < coarser.lo;
  if (said(sd.sd, 2) === said(coarser.sd, 2)) return '';
  return `${finer} repeats more finely: ${said(sd.sd, 2)} against ${said(coarser.sd, 2)}${isSure ? '' : ', though that may be chance'}.`;
}
