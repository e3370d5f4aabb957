import { z } from 'zod';
import { ALLERGENS } from '../../core/cup/words';
import { OUTCOMES } from '../../core/palate';
import { id, oneOf, plainDate, text } from '../fields';
import { wordId } from './word';

/** Reference tastings: a food beside the cup; and what is asked back of one's own words. */

/** Whether the food and the word in the cup are one. */
export const MATCHES = ['the same', 'near', 'not at all'] as const;

export const referenceItem = z.strictObject({
  wordId,
  /** What stood beside the cup: as the word says, or what could be had. */
  food: text('The food', 200).trim().default(''),
  matched: oneOf('Whether it matched', MATCHES).nullable().default(null),
  note: text('The note', 300).trim().default(''),
});

export const referenceFields = {
  on: plainDate('The day'),
  items: z.array(referenceItem).min(1, 'A tasting needs a word').max(12, 'A tasting holds twelve words at most'),
  remarks: text('Remarks', 2000).default(''),
};
export const referenceInput = z.strictObject(referenceFields);
export type ReferenceInput = z.infer<typeof referenceInput>;
export const referenceTasting = z.strictObject({ id, ...referenceFields, createdAt: z.string() });
export type ReferenceTasting = z.infer<typeof referenceTasting>;

/** What is asked: which word a description is of, or which cup of a sitting some words were written of. */
export const trainerQuestion = z.strictObject({
  key: z.string(),
  kind: z.enum(['word', 'cup']),
  /** What the word is like, or the words that were written. */
  asks: z.string(),
  /** Of a cup: the sitting it stood at. */
  at: z.string().nullable(),
  options: z.array(z.strictObject({ id: z.string(), name: z.string() })),
  answer: z.string(),
  /** What is told with the answer: how to have it beside the cup, and what some must avoid. */
  reference: z.string(),
  allergens: z.array(z.enum(ALLERGENS)),
});
export type TrainerQuestion = z.infer<typeof trainerQuestion>;

export const trainer = z.strictObject({
  /** How many are due today, of how many that can be asked. */
  due: z.number().int(),
  of: z.number().int(),
  question: trainerQuestion.nullable(),
  /** When the next one is due, where none is now. */
  nextOn: z.string().nullable(),
});
export type Trainer = z.infer<typeof trainer>;

export const trainerAnswer = z.strictObject({
  key: z.string().min(1).max(120),
  outcome: oneOf('How it went', OUTCOMES),
});
