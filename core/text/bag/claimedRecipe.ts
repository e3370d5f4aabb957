import type { BrewParameters, GrindWord } from '../../brew';
import { changesFrom, type ClaimedEffect } from '../../crest';
import type { Units } from '../units';
import { settingText } from './verdict';
import { cupsText, intervalOf, likelihoodWord } from '../words';
import { listed, sentence } from '../writeUp/saying';

/** A recipe as far as two of them are held against each other: its numbers, its grind and how it is poured. */
export interface HeldRecipe extends BrewParameters {
  grindWord: GrindWord | null;
  pours: number | null;
}

/**
 * How the recipe a roaster prints differs from the reference, in a sentence: numbers, grind and pours. What one of them
 * does not state is not held against the other. The reference is called "yours" on the household's own pages, and "this
 * one" where others read it.
 */
export function claimedDifferenceText(
  printed: HeldRecipe,
  reference: HeldRecipe,
  units: Units,
  called: 'yours' | 'this one' = 'yours',
): string {
  const numbers = changesFrom(reference, { ...printed, grindStep: reference.grindStep }).map((one) =>
    settingText(one, units),
  );
  const beside = <T>(own: T | null, other: T | null, say: (value: T) => string): string[] =>
    own !== null && other !== null && own !== other ? [`${say(own)} (${called}: ${say(other)})`] : [];
  const differences = [
    ...numbers,
    ...beside(printed.grindWord, reference.grindWord, (word) => `a ${word} grind`),
    ...beside(printed.pours, reference.pours, (pours) => (pours === 1 ? '1 pour' : `${pours} pours`)),
  ];
  return differences.length === 0 ? '' : sentence(`It differs from ${called} in ${listed(differences)}`);
}

/** With less probability than this on either side the two are said to be alike. */
const TOLD_APART = 0.55;

/**
 * How the recipe a roaster prints fares against the bag's reference, in a sentence that claims no more than its
 * interval allows. `write` says a number of points, 0 or more, on the bag's scale.
 */
export function claimedRecipeText(
  { mean, sd, helps, brews }: ClaimedEffect,
  write: (points: number) => string,
): string {
  const { lo, hi } = intervalOf({ mean, sd });
  const probability = Math.max(helps, 1 - helps);
  const asWritten = write(Math.abs(mean));
  const alike = probability < TOLD_APART || asWritten === write(0);
  const size = alike ? 'about the same' : `${asWritten} ${mean > 0 ? 'more' : 'less'}`;
  const between = `8 in 10 lie between ${sided(lo, write)} and ${sided(hi, write)}`;
  const sure = alike ? '' : `, ${likelihoodWord(probability)}`;
  return brews === 0
    ? `Not brewed as printed yet. It would score ${size}${sure}: ${between}.`
    : `As printed it scores ${size}${sure}, from ${cupsText(brews)}: ${between}.`;
}

function sided(points: number, write: (points: number) => string): string {
  return `${write(Math.abs(points))} ${points > 0 ? 'more' : 'less'}`;
}
