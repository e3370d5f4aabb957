import { z } from 'zod';
import { ACTS, BREW_KINDS, stageProblems, type RecipeCard } from '../core/brew';
import { id, name, oneOf, plainDate, quantity, text } from './fields';
import { recipeFields } from './recipe';

/** Two days: the longest brew there is. */
const LONGEST_S = 172_800;

const stage = z.strictObject({
  act: oneOf('What is done', ACTS),
  atS: quantity('The time of a stage', 0, LONGEST_S, 's'),
  forS: quantity('How long a stage takes', 0, LONGEST_S, 's').default(0),
  toG: quantity('The weight to pour to', 0.1, 10_000, 'g').nullable().default(null),
  how: text('Technique', 200).trim().default(''),
});

const band = z
  .strictObject({
    fromS: quantity('The start of the band', 1, LONGEST_S, 's'),
    toS: quantity('The end of the band', 1, LONGEST_S, 's'),
  })
  .refine((one) => one.toS >= one.fromS, { path: ['toS'], error: 'The band cannot end before it begins' });

const { grindStep: _, ...settings } = recipeFields;

export const recipeCardFields = {
  ...settings,
  name: name('Name', 80),
  kind: oneOf('Kind', BREW_KINDS),
  hardnessPpm: quantity('Hardness', 0, 2000, 'ppm').nullable().default(null),
  grinderId: id.nullable().default(null),
  grinderSetting: quantity('Grinder setting', -1000, 10_000).nullable().default(null),
  iceG: quantity('Ice', 0, 10_000, 'g').default(0),
  drain: band.nullable().default(null),
  pressureBar: quantity('Pressure', 0, 20, 'bar').nullable().default(null),
  shotS: quantity('Length of the shot', 1, 600, 's').nullable().default(null),
  steepHours: quantity('Steep', 0.1, 48, 'hours').nullable().default(null),
  stages: z.array(stage).max(30, 'A recipe can have 30 stages at most').default([]),
};

function checkCard(card: RecipeCard, context: z.RefinementCtx): void {
  const problem = (path: (string | number)[], message: string): void =>
    context.addIssue({ code: 'custom', path, message });
  if (card.iceG >= card.waterG) problem(['iceG'], 'Ice is part of the water: it must be less than all of it');
  for (const { index, field, message } of stageProblems(card)) problem(['stages', index, field], message);
  if (card.kind === 'espresso' && card.shotS === null) problem(['shotS'], 'A shot needs its seconds');
  if (card.kind === 'cold steep' && card.steepHours === null) problem(['steepHours'], 'A cold steep needs its hours');
  if (card.kind !== 'espresso' && card.stages.length === 0 && card.steepHours === null)
    problem(['stages'], 'At least one pour is needed');
}

/** A recipe as a taster writes it. */
export const recipeCardInput = z.strictObject(recipeCardFields).superRefine(checkCard);
export type RecipeCardInput = z.infer<typeof recipeCardInput>;
export type RecipeCardDraft = z.input<typeof recipeCardInput>;

/** A change of a recipe, with the version it was written over; null to follow whichever there is. */
export const recipeCardChange = z
  .strictObject({ ...recipeCardFields, over: id.nullable().default(null) })
  .superRefine(checkCard);
export type RecipeCardChange = z.input<typeof recipeCardChange>;

/** A recipe as the server gives it back: its newest version. */
export const keptCard = z.strictObject({
  id,
  version: z.number().int(),
  versionId: id,
  versions: z.number().int(),
  isStandard: z.boolean(),
  card: z.strictObject(recipeCardFields),
});
export type KeptCard = z.infer<typeof keptCard>;

/** One version of a recipe; none is ever changed. */
export const cardVersion = z.strictObject({
  id,
  version: z.number().int(),
  createdAt: z.string(),
  brews: z.number().int(),
  card: z.strictObject(recipeCardFields),
});
export type CardVersion = z.infer<typeof cardVersion>;

export const grinderInput = z.strictObject({
  name: name('Name', 60),
  burrChanges: z
    .array(z.strictObject({ on: plainDate('The day of the burr change'), note: text('Note', 200).trim().default('') }))
    .max(100, 'A grinder can have 100 burr changes at most')
    .default([]),
});
export type GrinderInput = z.infer<typeof grinderInput>;
export const grinder = z.strictObject({ id, ...grinderInput.shape });
