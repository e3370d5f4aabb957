import type { ClaimedEffect } from '../crest';
import { cupsText, intervalOf, likelihoodWord } from './words';

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
