import { TASTING_SLOTS, type Moment, type Seat, type SlotId } from '../tasting';
import { currentWord, type Vocabulary, type Word } from './vocabulary';

/** A word as it was written down: in which slot, at which moment of a sip, and where in the mouth. */
export interface PlacedWord {
  id: string;
  slot: SlotId;
  moment: Moment | null;
  seat: Seat | null;
}

/** Where a word can be found, as opposites: by nose or on the palate, hot or cool, at once or in the aftertaste. */
export const WORD_PLACES = ['nose', 'palate', 'hot', 'cool', 'at first', 'aftertaste'] as const;
export type WordPlace = (typeof WORD_PLACES)[number];

const OPPOSITES = [
  ['nose', 'palate'],
  ['hot', 'cool'],
  ['at first', 'aftertaste'],
] as const satisfies readonly (readonly [WordPlace, WordPlace])[];

/** The places a written word names; none where it is of the cup as a whole. */
function placesOf({ slot, moment, seat }: PlacedWord): WordPlace[] {
  const { sense, phase } = TASTING_SLOTS.find(({ id }) => id === slot) ?? { sense: null, phase: null };
  return [
    ...(sense === null ? [] : [sense]),
    ...(phase === 'hot' || phase === 'cool' ? [phase] : []),
    ...(moment === 'first' || (moment === null && seat === 'front') ? (['at first'] as const) : []),
    ...(moment === 'after' || (moment === null && seat === 'throat') ? (['aftertaste'] as const) : []),
  ];
}

/**
 * Where each word was found and not in the opposite place, though in every cup it was found in something else was
 * found there: "jasmine by the nose alone". A cup that says nothing of one of two places says nothing of a word there,
 * and what was once written without a place is not told from what is everywhere.
 *
 * @returns by the id of the word as the household now says it; words in no one place are missing
 */
export function placesAlone(
  vocabulary: Vocabulary,
  cups: readonly { descriptors: readonly PlacedWord[] }[],
): Map<string, { word: Word; places: WordPlace[] }> {
  const found = new Map<string, { word: Word; places: WordPlace[] }>();
  const placed = cups.map(({ descriptors }) =>
    descriptors.flatMap((one) => {
      const word = currentWord(vocabulary, one.id);
      return word ? [{ word, places: placesOf(one) }] : [];
    }),
  );
  const words = new Map(placed.flat().map(({ word }) => [word.id, word]));
  for (const word of words.values()) {
    const withIt = placed.filter((cup) => cup.some((one) => one.word.id === word.id));
    const isAlone = (here: WordPlace, there: WordPlace): boolean =>
      withIt.every((cup) => {
        const itself = cup.filter((one) => one.word.id === word.id);
        return itself.every(({ places }) => places.includes(here)) && cup.some(({ places }) => places.includes(there));
      });
    const places = OPPOSITES.flatMap(([a, b]) => [...(isAlone(a, b) ? [a] : []), ...(isAlone(b, a) ? [b] : [])]);
    if (places.length > 0) found.set(word.id, { word, places });
  }
  return found;
}
