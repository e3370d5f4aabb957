import { api } from '../api/api';
import { useMemo } from 'react';
import type { Words } from '../../contract/palate/word';
import { suggester, vocabularyOf, type Suggest, type Vocabulary } from '../../core/cup/words';

interface Household {
  vocabulary: Vocabulary;
  uses: Words['uses'];
  suggest: Suggest;
}

const NONE: Words = { own: [], uses: {} };
const made = new WeakMap<Words, Household>();

/** Made once for each answer of the server, whoever asks. */
function householdOf(words: Words): Household {
  const known = made.get(words);
  if (known) return known;
  const vocabulary = vocabularyOf(words.own);
  const household = {
    vocabulary,
    uses: words.uses,
    suggest: suggester(vocabulary, new Map(Object.entries(words.uses))),
  };
  made.set(words, household);
  return household;
}

/** The words of this household; the vocabulary everyone begins with until the server has answered. */
export function useVocabulary(): Household {
  const { data = NONE } = api.useWordsQuery(undefined);
  return useMemo(() => householdOf(data), [data]);
}
