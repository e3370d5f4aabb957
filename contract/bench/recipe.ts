import { z } from 'zod';
import { ACTS, BREW_KINDS, GRIND_WORDS, stageProblems, WAITS_FOR, type Recipe } from '../../core/brew';
import { id, name, oneOf, plainDate, quantity, text, changeOf } from '../fields';
import { brewParameterFields } from '../bag/brewParameters';

/** Two days: the longest brew there is. */
const LONGEST_S = 172_800;

const stage = z.strictObject({
  act: oneOf('What is done', ACTS),
  atS: quantity('The time of a stage', 0, LONGEST_S, 's'),
  forS: quantity('How long a stage takes', 0, LONGEST_S, 's').default(0),
  toG: quantity('The weight to pour to', 0.1, 10_000, 'g').nullable().default(null),
  how: text('Technique', 200).trim().default(''),
  waitsFor: oneOf('What a stage waits for', WAITS_FOR).default('time'),
  waitsUntil: text('The level a stage waits for', 80).trim().default(''),
  waitsForG: quantity('The weight a stage waits for', 0.1, 10_000, 'g').nullable().default(null),
  pourHeight: text('The height of a pour', 40).trim().default(''),
  flow: text('The flow of a pour', 40).trim().default(''),
  kettle: text('The kettle', 40).trim().default(''),
});

const band = z
  .strictObject({
    fromS: quantity('The start of the band', 1, LONGEST_S, 's'),
    toS: quantity('The end of the band', 1, LONGEST_S, 's'),
  })
  .refine((one) => one.toS >= one.fromS, { path: ['toS'], error: 'The band cannot end before it begins' });

const { grindStep: _, ...settings } = brewParameterFields;

export const recipeFields = {
  ...settings,
  name: name('Name', 80),
  kind: oneOf('Kind', BREW_KINDS),
  hardnessPpm: quantity('Hardness', 0, 2000, 'ppm').nullable().default(null),
  grinderId: id.nullable().default(null),
  grinderSetting: quantity('Grinder setting', -1000, 10_000).nullable().default(null),
  /** The same grind on other grinders. */
  otherGrinds: z
    .array(z.strictObject({ grinderId: id, setting: quantity('Grinder setting', -1000, 10_000) }))
    .max(10, 'A recipe can have 10 more grinders at most')
    .default([]),
  /** The same on grinders that are not of this household, by their names. */
  grindsElsewhere: z
    .array(
      z.strictObject({
        grinder: name('The grinder', 60),
        setting: quantity('Grinder setting', -1000, 10_000),
      }),
    )
    .max(20, 'A recipe can have 20 grinders of others at most')
    .default([]),
  grindWord: oneOf('Grind', GRIND_WORDS).nullable().default(null),
  iceG: quantity('Ice', 0, 10_000, 'g').default(0),
  drain: band.nullable().default(null),
  tdsTarget: quantity('The target of dissolved solids', 0.01, 30, '%').nullable().default(null),
  pressureBar: quantity('Pressure', 0, 20, 'bar').nullable().default(null),
  shotS: quantity('Length of the shot', 1, 600, 's').nullable().default(null),
  steepHours: quantity('Steep', 0.1, 48, 'hours').nullable().default(null),
  stages: z.array(stage).max(30, 'A recipe can have 30 stages at most').default([]),
  why: text('Why it is so', 20_000).trim().default(''),
};

function checkRecipe(recipe: Recipe, context: z.RefinementCtx): void {
  const problem = (path: (string | number)[], message: string): void =>
    context.addIssue({ code: 'custom', path, message });
  if (recipe.iceG >= recipe.waterG) problem(['iceG'], 'Ice is part of the water: it must be less than all of it');
  for (const { index, field, message } of stageProblems(recipe)) problem(['stages', index, field], message);
  if (recipe.kind === 'espresso' && recipe.shotS === null) problem(['shotS'], 'A shot needs its seconds');
  if (recipe.kind === 'cold steep' && recipe.steepHours === null)
    problem(['steepHours'], 'A cold steep needs its hours');
  if (recipe.kind !== 'espresso' && recipe.stages.length === 0 && recipe.steepHours === null)
    problem(['stages'], 'At least one pour is needed');
}

/** A recipe as a taster writes it. */
export const recipeInput = z.strictObject(recipeFields).superRefine(checkRecipe);
export type RecipeInput = z.infer<typeof recipeInput>;

/** A change of a recipe, with the version it was written over; null to follow whichever there is. */
export const recipeChange = z
  .strictObject({ ...recipeFields, over: id.nullable().default(null) })
  .superRefine(checkRecipe);
/** A recipe as the server gives it back: its newest version. */
export const keptRecipe = z.strictObject({
  id,
  version: z.number().int(),
  versionId: id,
  versions: z.number().int(),
  isStandard: z.boolean(),
  recipe: z.strictObject(recipeFields),
});
export type KeptRecipe = z.infer<typeof keptRecipe>;

/** One version of a recipe; none is ever changed. */
export const keptRecipeVersion = z.strictObject({
  id,
  version: z.number().int(),
  createdAt: z.string(),
  brews: z.number().int(),
  recipe: z.strictObject(recipeFields),
});
export type KeptRecipeVersion = z.infer<typeof keptRecipeVersion>;

export const grinderInput = z.strictObject({
  name: name('Name', 60),
  burrChanges: z
    .array(z.strictObject({ on: plainDate('The day of the burr change'), note: text('Note', 200).trim().default('') }))
    .max(100, 'A grinder can have 100 burr changes at most')
    .default([]),
  /** What its settings are in words. */
  grindWords: z
    .array(
      z.strictObject({
        word: oneOf('Grind', GRIND_WORDS),
        setting: quantity('Grinder setting', -1000, 10_000),
      }),
    )
    .max(GRIND_WORDS.length, 'Each word for a grind stands once')
    .refine((words) => new Set(words.map(({ word }) => word)).size === words.length, {
      error: 'Each word for a grind stands once',
    })
    .default([]),
});
export type GrinderInput = z.infer<typeof grinderInput>;
/** What is to be different on a grinder, and what it says instead of. */
export const grinderChange = changeOf(grinderInput.shape);
export const grinder = z.strictObject({ id, ...grinderInput.shape });
