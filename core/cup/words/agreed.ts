import { printedNotes } from './label';
import { spelling, wordSpelt, type Vocabulary } from './vocabulary';

/** What stands for a word when two are compared: the word it goes by now, or its spelling where it is none yet. */
const standsFor = (vocabulary: Vocabulary, typed: string): string =>
  wordSpelt(vocabulary, typed)?.id ?? spelling(typed);

/** The words a household agreed on, one by one. */
export const agreedList = printedNotes;

/** Those of some words that are not among the agreed ones; none where nothing was agreed. */
export function notAgreed(vocabulary: Vocabulary, agreed: string, typed: readonly string[]): string[] {
  const list = new Set(agreedList(agreed).map((word) => standsFor(vocabulary, word)));
  return list.size === 0 ? [] : typed.filter((word) => !list.has(standsFor(vocabulary, word)));
}
