import { z } from 'zod';
import { FAMILIES } from '../core/cup/words/descriptor';
import { name, oneOf, text } from './fields';

/** The longest word or phrase that can be a note, characters. */
export const WORD_MAX = 60;

/** The id of a word: of the vocabulary's notes their name with hyphens, of the household's own an identifier. */
export const wordId = z.string().min(1).max(80);

/** A new word, or a word's new name and family. */
export const wordInput = z.strictObject({
  name: name('The word', WORD_MAX),
  family: oneOf('Family', FAMILIES).nullable().default(null),
});
export type WordInput = z.infer<typeof wordInput>;

/** Merges a word into another, or (null) lets it stand for itself again. */
export const mergeInput = z.strictObject({ into: wordId.nullable() });

/** A word as typed at the cup. */
export const typedWord = text('A note', WORD_MAX).trim().min(1, 'A note must say something');

/** The household's own words and names, and in how many cups each word stands. */
export const words = z.strictObject({
  own: z.array(
    z.strictObject({
      id: wordId,
      name: z.string(),
      family: z.enum(FAMILIES).nullable(),
      mergedInto: z.string().nullable(),
    }),
  ),
  uses: z.record(z.string(), z.number().int()),
});
export type Words = z.infer<typeof words>;
