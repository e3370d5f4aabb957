import { z } from 'zod';
import { BEDS, FLAWS, GRIND_WORDS, TASTES, VIGOURS } from '../../core/brew';
import { id, oneOf, quantity } from '../fields';
import { recipeFields } from '../bench/recipe';

/** How a brew was made, beyond its recipe: what was seen, measured and ticked. Everything may be left open. */
export const makingFields = {
  recipeVersionId: id.nullable().default(null),
  hardnessPpm: quantity('Hardness', 0, 2000, 'ppm').nullable().default(null),
  grinderId: id.nullable().default(null),
  grinderSetting: quantity('Grinder setting', -1000, 10_000).nullable().default(null),
  grindWord: oneOf('Grind', GRIND_WORDS).nullable().default(null),
  pressureBar: quantity('Pressure', 0, 20, 'bar').nullable().default(null),
  iceG: quantity('Ice', 0, 10_000, 'g').nullable().default(null),
  milkG: quantity('Milk', 0, 5000, 'g').nullable().default(null),
  beverageG: quantity('Beverage', 0, 10_000, 'g').nullable().default(null),
  tdsPercent: quantity('Dissolved solids', 0.01, 30, '%').nullable().default(null),
  ph: quantity('pH', 0, 14).nullable().default(null),
  vigour: oneOf('Bloom', VIGOURS).nullable().default(null),
  bed: oneOf('Bed', BEDS).nullable().default(null),
  tastes: z.array(oneOf('Taste', TASTES)).max(TASTES.length).default([]),
};

export const makingInput = z.strictObject(makingFields);
export type MakingInput = z.infer<typeof makingInput>;

const seconds = z.number().nullable();
export const stageTime = z.strictObject({
  step: z.number().int(),
  fromS: seconds,
  untilS: seconds,
  toG: z.number().nullable(),
});

/** `[seconds, grams]` in runs; nothing between two runs. */
export const trace = z.array(z.array(z.tuple([z.number(), z.number()])));
export const flawCounts = z.partialRecord(z.enum(FLAWS), z.number().int());

/** The same as the server gives it back, with the recipe as it stood that day and what the bench recorded. */
export const making = z.strictObject({
  ...makingFields,
  recipe: z.strictObject(recipeFields).nullable(),
  /** The version of the recipe, and whether it has been edited since. */
  version: z.strictObject({ recipeId: id, number: z.number().int(), isNewest: z.boolean() }).nullable(),
  stageTimes: z.array(stageTime),
  hasTrace: z.boolean(),
});
export type Making = z.infer<typeof making>;

/** The trace of one brew, fetched when it is looked at. */
export const keptTrace = z.strictObject({ trace, flaws: flawCounts });
export type KeptTrace = z.infer<typeof keptTrace>;
