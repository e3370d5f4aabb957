import { groupBy, mean, sum } from 'es-toolkit';
import type { Bag } from '../../contract/bag/bag';
import type { Brew } from '../../contract/bag/brew';
import type { Readings } from '../../contract/palate/palateReading';
import { pourStructure } from '../../core/brew';
import { ageOn, ROAST_LEVELS, type CrestFit } from '../../core/crest';
import { ATTRIBUTES, colourGapText, restClaim, scoreOf } from '../../core/cup';
import { claimedDifferenceText, roastByColourText } from '../../core/text';
import type { BagFacts } from '../../core/text/writeUp';
import { unitsOf } from '../settings';
import type { BagRecordRead } from './bagRecord';
import { roastOfColour } from '../readings';

/** What of a bag's record is claimed, betted and measured, as a write-up tells it. */

/** Roast and rest as claimed, against what was found. */
export function claims(bag: Bag, fit: CrestFit): Pick<BagFacts, 'roast' | 'restClaim'> {
  const { roastLevel, perceivedRoast, restAdviceDays } = bag;
  const rest = restAdviceDays === null ? null : restClaim(restAdviceDays, fit.peak, fit.usable);
  return {
    roast:
      roastLevel === null || perceivedRoast === null
        ? null
        : {
            claimed: roastLevel,
            perceived: perceivedRoast,
            darker: ROAST_LEVELS.indexOf(perceivedRoast) - ROAST_LEVELS.indexOf(roastLevel),
          },
    restClaim: rest === null || rest.outcome === 'open' ? null : rest.sentence,
  };
}

/** What the taster says it is true to. */
export function trueTo(bag: Bag): BagFacts['trueTo'] {
  return (
    [
      ['origin', bag.trueToOrigin],
      ['variety', bag.trueToVariety],
      ['process', bag.trueToProcess],
      ['roaster', bag.trueToRoaster],
    ] as const
  ).flatMap(([what, how]) => (how === null ? [] : [{ what, how }]));
}

/** The bet as written, the mark that was betted on, and whether the taster says it held. */
export function betFacts(bag: Bag): BagFacts['bet'] {
  const { bet, betMark, betHeld, weights, scoringScale } = bag;
  if (bet === '' && betMark === null) return null;
  // Weighed attributes are on another scale than the mark that was betted on.
  return {
    said: bet,
    score: betMark === null || weights !== null ? null : scoreOf(scoringScale, betMark),
    held: betHeld,
  };
}

/** The roaster's printed recipe, where it is for the drink the bag is judged in. */
export function printedFacts({ bag, recipe, settings }: BagRecordRead, cups: readonly Brew[]): BagFacts['printed'] {
  const printed = bag.publishedRecipe;
  if (printed?.style !== bag.reference.style) return null;
  const reference = heldReference(bag, recipe, cups);
  const held = { ...printed, grindStep: null, pours: printed.pours ?? null };
  return {
    difference: claimedDifferenceText(held, reference, unitsOf(settings), 'this one'),
    asPrinted: printed.asPrinted,
  };
}

/** The reference as it is held against a printed recipe: its pours by its card, its grind by the word most cups have. */
export function heldReference(bag: Bag, recipe: BagRecordRead['recipe'], cups: readonly Brew[]) {
  const words = Object.values(
    groupBy(
      cups.flatMap(({ making }) => making?.grindWord ?? []),
      (word) => word,
    ),
  );
  const [grindWord = null] = words.sort((a, b) => b.length - a.length)[0] ?? [];
  const pours = recipe ? pourStructure(recipe).pours : null;
  return { ...bag.reference, grindWord, pours };
}

/** Attributes that were marked, 0–10, and the parts of a sheet: the mean of the cups that have each. */
export function markedAttributes(cups: readonly Brew[]): Pick<BagFacts, 'attributes' | 'parts'> {
  const parts = cups.flatMap(({ cup }) => cup.parts).filter(({ mark }) => mark !== null);
  return {
    attributes: ATTRIBUTES.flatMap((name) => {
      const marks = cups.flatMap(({ cup }) => cup[name] ?? []);
      return marks.length === 0 ? [] : [{ name, mean: mean(marks) }];
    }),
    parts: Object.values(groupBy(parts, ({ id, most }) => `${id} ${most}`)).flatMap((marked) => {
      const [one] = marked;
      if (!one) return [];
      const { name, most, takenOff } = one;
      return [{ name, most, takenOff, mean: sum(marked.map(({ mark }) => mark ?? 0)) / marked.length }];
    }),
  };
}

/** A measured roast colour in words: its two readings, and what the household's own bags make of it. */
export function colourFacts(bag: Bag, readings: Readings): string | null {
  const { colourWhole: whole, colourGround: ground, roastLevel } = bag;
  if (whole === null && ground === null) return null;
  const measured = [
    whole === null ? null : `${whole} whole`,
    ground === null ? null : `${ground} ground`,
    colourGapText(whole, ground),
    roastLevel && roastByColourText(roastLevel, roastOfColour(bag, readings)),
  ];
  return measured.filter((one) => one !== null).join(', ');
}

/** The rest day on which the bag was opened. */
export const openedDay = (bag: Bag): number | null =>
  bag.openedOn === null ? null : Math.max(0, Math.floor(ageOn(bag, bag.openedOn) + 1e-9));
