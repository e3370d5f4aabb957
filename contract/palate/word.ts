import { z } from 'zod';
import { ALLERGENS, FAMILIES, KNOWN_BY } from '../../core/cup/words';
import { isKey, name, oneOf, text } from '../fields';

/** The longest word or phrase that can be a note, characters. */
export const WORD_MAX = 60;

/** The id of a word: of the vocabulary's notes their name with hyphens, of the household's own an identifier. */
export const wordId = z.string().min(1).max(80).refine(isKey, { error: 'This is not a known word' });

/** What is said of a word: all of it for one of the household's own; a note of the vocabulary says the most itself. */
const wordFields = {
  name: name('The word', WORD_MAX),
  family: oneOf('Family', FAMILIES).nullable().default(null),
  like: text('What it is like', 300).trim().default(''),
  reference: text('The reference', 300).trim().default(''),
  near: z.array(wordId).max(12, 'A word can have 12 neighbours at most').default([]),
  allergens: z.array(oneOf('Allergen', ALLERGENS)).max(ALLERGENS.length).default([]),
  /** How the household knows it, where not by tasting it. */
  knownBy: oneOf('How it is known', KNOWN_BY).nullable().default(null),
  substitute: text('The substitute', 100).trim().default(''),
};

/** A new word, or what is to be said of a word from now on. */
export const wordInput = z.strictObject(wordFields);
export type WordInput = z.infer<typeof wordInput>;

/** Merges a word into another, or (null) lets it stand for itself again. */
export const mergeInput = z.strictObject({ into: wordId.nullable() });

/** A word as typed at the cup. */
export const typedWord = name('A note', WORD_MAX);

/** The household's own words and names, and in how many cups each word stands. */
export const words = z.strictObject({
  own: z.array(z.strictObject({ id: wordId, ...wordInput.shape, mergedInto: z.string().nullable() })),
  uses: z.record(z.string(), z.number().int()),
});
export type Words = z.infer<typeof words>;
