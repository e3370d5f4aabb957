import { omit, partition } from 'es-toolkit';
import type { z } from 'zod';
import type { Grinder, Recipe } from '../../core/brew';
import { grindsOf } from '../../core/brew';
import {
  CARD_FORMAT,
  CARD_VERSION,
  recipeCardFile,
  type CardPreview,
  type RecipeCard,
  type RecipeCardFile,
} from '../../contract/writeUps/writeUp';
import { fieldProblems, type FieldProblem } from '../../contract/error';
import { recipeInput, type RecipeInput } from '../../contract/bench/recipe';
import { Problem } from '../problem';
import type { BagRecordRead } from './bagRecord';

/** Recipes as files: written by one household, read by another. */

/** A recipe as it is given away: its grinders by their names, nothing of the household's own. */
export function cardOf(recipe: Recipe, grinders: readonly Pick<Grinder, 'id' | 'name'>[]): RecipeCard {
  const own = grindsOf(recipe).flatMap(({ grinderId, setting }) => {
    const grinder = grinders.find(({ id }) => id === grinderId)?.name;
    return grinder === undefined ? [] : [{ grinder, setting }];
  });
  const settings = omit(recipe, ['grinderId', 'grinderSetting', 'otherGrinds', 'grindsElsewhere', 'why']);
  return { ...settings, grinds: [...own, ...recipe.grindsElsewhere] };
}

/** The card of a bag's reference; null where it has none, or was changed from it. */
export function cardOfReference({
  bag: { reference },
  recipe,
  grinders,
}: Pick<BagRecordRead, 'bag' | 'recipe' | 'grinders'>): RecipeCard | null {
  if (recipe === null) return null;
  const isSame = (['brewer', 'doseG', 'waterG', 'waterC'] as const).every(
    (field) => recipe[field] === reference[field],
  );
  return isSame ? cardOf(recipe, grinders) : null;
}

/** The file of a card, with what was written of why it is so. */
export const cardFile = (recipe: RecipeCard, why: readonly string[]): RecipeCardFile => ({
  format: CARD_FORMAT,
  version: CARD_VERSION,
  recipe,
  why: [...why],
});

const refused = (message: string, path = 'text'): Problem => new Problem('invalid', message, [{ path, message }]);

/** Reads the text of a card. Throws a Problem that says in words what is wrong with it, and where. */
export function readCard(text: string): RecipeCardFile {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw refused('This file is no recipe card: it is not JSON, or it is only a part of it. Nothing was taken in.');
  }
  const { format, version } = (typeof json === 'object' && json !== null ? json : {}) as Record<string, unknown>;
  if (format !== CARD_FORMAT) throw refused('This file is not a recipe card of Slow Crest. Nothing was taken in.');
  if (typeof version !== 'number' || version > CARD_VERSION)
    throw refused('This recipe card was written by a newer version of Slow Crest. Read it with that one.');
  const read = recipeCardFile.safeParse(json);
  if (!read.success) throw refusedFor(fieldProblems(read.error));
  // What a file may hold is one thing, what a recipe must agree on another.
  const asRecipe = recipeInput.safeParse(inputOf(read.data, []));
  if (!asRecipe.success)
    throw refusedFor(fieldProblems(asRecipe.error).map((one) => ({ ...one, path: `recipe.${one.path}` })));
  return read.data;
}

function refusedFor(problems: readonly FieldProblem[]): Problem {
  const [first] = problems;
  const why = first ? `${first.path}: ${first.message}` : 'it is not complete';
  return new Problem('invalid', `This recipe card cannot be taken in: ${why}.`, [...problems]);
}

const nameKey = (name: string): string => name.trim().toLocaleLowerCase();

/** What taking a card in would do, and nothing yet. */
export function previewCard(
  card: RecipeCardFile,
  { recipes, grinders }: { recipes: readonly Pick<Recipe, 'name'>[]; grinders: readonly Pick<Grinder, 'name'>[] },
): CardPreview {
  const own = new Set(grinders.map(({ name }) => nameKey(name)));
  const [ownGrinders, otherGrinders] = partition(
    card.recipe.grinds.map(({ grinder }) => grinder),
    (name) => own.has(nameKey(name)),
  );
  const sameName = recipes.some(({ name }) => nameKey(name) === nameKey(card.recipe.name));
  return { card, sameName, ownGrinders, otherGrinders };
}

/** The recipe of a card for this household: grinders it has by their ids, the others by their names. */
export function recipeOfCard(card: RecipeCardFile, grinders: readonly Pick<Grinder, 'id' | 'name'>[]): RecipeInput {
  return recipeInput.parse(inputOf(card, grinders));
}

function inputOf(
  { recipe: { grinds, ...settings }, why }: RecipeCardFile,
  grinders: readonly Pick<Grinder, 'id' | 'name'>[],
): z.input<typeof recipeInput> {
  const ownOf = (name: string): string | undefined =>
    grinders.find((grinder) => nameKey(grinder.name) === nameKey(name))?.id;
  const own = grinds.flatMap(({ grinder, setting }) => {
    const grinderId = ownOf(grinder);
    return grinderId === undefined ? [] : [{ grinderId, setting }];
  });
  const [first, ...others] = own;
  return {
    ...settings,
    grinderId: first?.grinderId ?? null,
    grinderSetting: first?.setting ?? null,
    otherGrinds: others,
    grindsElsewhere: grinds.filter(({ grinder }) => ownOf(grinder) === undefined),
    why: why.join('\n'),
  };
}
