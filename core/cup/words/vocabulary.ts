import { pick } from 'es-toolkit';
import pluralize from 'pluralize';
import type { Allergen, Descriptor, Family, KnownBy } from './descriptor';
import { DESCRIPTORS } from './descriptors';

/** A word of the household: one of its own, or its own name for a note of the vocabulary (then with that note's id). */
export interface HouseholdWord {
  id: string;
  name: string;
  family: Family | null;
  /** The word it was merged into; null while it stands for itself. */
  mergedInto: string | null;
  /** What it is like, how to have it beside the cup, its neighbours' ids, and what in it some must avoid. */
  like: string;
  reference: string;
  near: readonly string[];
  allergens: readonly Allergen[];
  /** How it is known, where not by tasting it; and by which substitute. */
  knownBy: KnownBy | null;
  substitute: string;
}

/** A word of which nothing is said but its name. */
export function bareWord(id: string, name: string): HouseholdWord {
  return {
    id,
    name,
    family: null,
    mergedInto: null,
    like: '',
    reference: '',
    near: [],
    allergens: [],
    knownBy: null,
    substitute: '',
  };
}

/**
 * A word as the household now says it. `descriptor` is what the vocabulary knows of it, which is then also what it is
 * like; null for the household's own words.
 */
export interface Word extends HouseholdWord {
  descriptor: Descriptor | null;
}

/** All words of a household. Made once from its own words; every look-up after that is a map's. */
export interface Vocabulary {
  words: readonly Word[];
  byId: ReadonlyMap<string, Word>;
  /** By every spelling that is exactly that word: its name, other words for it, singular and plural. */
  bySpelling: ReadonlyMap<string, Word>;
}

/** Lower case without accents, marks of punctuation or doubled spaces: what two spellings must share to be one word. */
export function spelling(text: string): string {
  return text
    .normalize('NFKD')
    .replaceAll(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}\p{Emoji_Presentation}]+/gu, ' ')
    .trim();
}

const singular = (spelt: string): string => pluralize.singular(spelt);

export function vocabularyOf(own: readonly HouseholdWord[]): Vocabulary {
  const rows = new Map(own.map((word) => [word.id, word]));
  const known = DESCRIPTORS.map((descriptor): Word => ({
    ...(rows.get(descriptor.id) ?? bareWord(descriptor.id, descriptor.name)),
    ...pick(descriptor, ['family', 'like', 'reference', 'near', 'allergens']),
    descriptor,
  }));
  const descriptorIds = new Set(DESCRIPTORS.map(({ id }) => id));
  const words = [
    ...known,
    ...own.filter(({ id }) => !descriptorIds.has(id)).map((word): Word => ({ ...word, descriptor: null })),
  ];
  const byId = new Map(words.map((word) => [word.id, word]));
  const bySpelling = new Map<string, Word>();
  const spellingsOf = ({ name, descriptor }: Word): string[][] => [
    [name],
    descriptor ? [descriptor.name] : [],
    descriptor ? [...descriptor.also] : [],
  ];
  // Names first, then what else a word is called: nobody's name is taken by another's synonym.
  for (const rank of [0, 1, 2])
    for (const word of words)
      for (const spelt of (spellingsOf(word)[rank] ?? []).map(spelling))
        for (const form of [spelt, singular(spelt)])
          if (form !== '' && !bySpelling.has(form)) bySpelling.set(form, word);
  return { words, byId, bySpelling };
}

/**
 * A vocabulary with one more word of the household's own, of a spelling that was nobody's: the same as made anew, in a
 * fraction of the time.
 */
export function withNewWord({ words, byId, bySpelling }: Vocabulary, added: HouseholdWord): Vocabulary {
  const word: Word = { ...added, descriptor: null };
  const spelt = spelling(added.name);
  const forms = [spelt, singular(spelt)].filter((form) => form !== '' && !bySpelling.has(form));
  return {
    words: [...words, word],
    byId: new Map([...byId, [word.id, word]]),
    bySpelling: new Map([...bySpelling, ...forms.map((form) => [form, word] as const)]),
  };
}

/** The word an id stands for now, wherever it was merged; null for an id nobody knows. */
export function currentWord({ byId }: Vocabulary, id: string): Word | null {
  const seen = new Set<string>();
  let word = byId.get(id);
  while (word?.mergedInto && !seen.has(word.id)) {
    seen.add(word.id);
    word = byId.get(word.mergedInto);
  }
  return word ?? null;
}

/** Whether what was typed is another name for a word: it may say more or less than the word's own, and stays. */
export function isOtherName({ name, descriptor }: Word, typed: string): boolean {
  const spelt = spelling(typed);
  return spelt !== spelling(name) && (descriptor?.also.some((other) => spelling(other) === spelt) ?? false);
}

/** How a word of a cup is written: as it was typed where that is another name of it, else by its name of now. */
export function writtenName(vocabulary: Vocabulary, { id, typed }: { id: string; typed: string }): string {
  const word = currentWord(vocabulary, id);
  // One that was merged or renamed is called so since.
  const isAsItWas = word?.id === id && word.name === word.descriptor?.name;
  return word === null || (isAsItWas && isOtherName(word, typed)) ? typed : word.name;
}

/** The word that has this spelling, in singular or plural and by any of its names, merged or not; null for none. */
export function wordNamed({ bySpelling }: Vocabulary, typed: string): Word | null {
  const spelt = spelling(typed);
  return bySpelling.get(spelt) ?? bySpelling.get(singular(spelt)) ?? null;
}

/** The word that a spelling stands for now; null where it would be a new one. */
export function wordSpelt(vocabulary: Vocabulary, typed: string): Word | null {
  const named = wordNamed(vocabulary, typed);
  return named && currentWord(vocabulary, named.id);
}
