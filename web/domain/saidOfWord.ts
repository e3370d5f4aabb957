import { omit } from 'es-toolkit';
import type { WordInput } from '../../contract/palate/word';
import type { HouseholdWord } from '../../core/cup/words';

/** What a word says, as it is sent. */
export function saidOfWord(word: HouseholdWord): WordInput {
  const { id: _, mergedInto: __, near, allergens, ...said } = word;
  return {
    ...omit(said as typeof said & { descriptor?: unknown }, ['descriptor']),
    near: [...near],
    allergens: [...allergens],
  };
}
