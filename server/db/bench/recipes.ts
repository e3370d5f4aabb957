import { randomUUID } from 'node:crypto';
import { isEqual } from 'es-toolkit';
import { In, IsNull, type EntityManager } from 'typeorm';
import type { KeptRecipeVersion, KeptRecipe, RecipeInput } from '../../../contract/bench/recipe';
import { STARTER_RECIPES } from '../../../core/brew';
import { notFound, Problem } from '../../../application/problem';
import {
  MakingEntity,
  RecipeEntity,
  RecipeVersionEntity,
  type RecipeRow,
  type RecipeVersionRow,
} from './benchEntities';

/**
 * Recipes: each a row of versions, of which the newest is the recipe and the others are what old brews were made with.
 */

async function assemble(db: EntityManager, rows: readonly RecipeRow[]): Promise<KeptRecipe[]> {
  const versions = await db.find(RecipeVersionEntity, {
    where: { recipeId: In(rows.map((row) => row.id)) },
    order: { version: 'DESC' },
  });
  return rows
    .map(({ id, isStandard }) => {
      const own = versions.filter((version) => version.recipeId === id);
      const newest = own[0];
      if (!newest) throw new Error(`Recipe ${id} has no version`);
      return {
        id,
        isStandard,
        version: newest.version,
        versionId: newest.id,
        versions: own.length,
        recipe: newest.recipe,
      };
    })
    .sort((a, b) => Number(b.isStandard) - Number(a.isStandard) || a.recipe.name.localeCompare(b.recipe.name));
}

/** Every recipe that was not deleted, the standard first. */
export async function loadRecipes(db: EntityManager): Promise<KeptRecipe[]> {
  return assemble(db, await db.findBy(RecipeEntity, { deletedAt: IsNull() }));
}

/** One recipe. Throws a not-found Problem. */
export async function loadRecipe(db: EntityManager, id: string): Promise<KeptRecipe> {
  const [recipe] = await assemble(db, await db.findBy(RecipeEntity, { id, deletedAt: IsNull() }));
  if (!recipe) throw notFound('This recipe');
  return recipe;
}

/** The versions of a recipe, newest first, and how many brews each was used for. */
export async function loadVersions(db: EntityManager, recipeId: string): Promise<KeptRecipeVersion[]> {
  await loadRecipe(db, recipeId);
  const versions = await db.find(RecipeVersionEntity, { where: { recipeId }, order: { version: 'DESC' } });
  return Promise.all(
    versions.map(async ({ id, version, createdAt, recipe }) => ({
      id,
      version,
      createdAt,
      recipe,
      brews: await db.countBy(MakingEntity, { recipeVersionId: id }),
    })),
  );
}

async function addVersion(
  db: EntityManager,
  recipeId: string,
  version: number,
  recipe: RecipeInput,
  now: Date,
): Promise<void> {
  await db.insert(RecipeVersionEntity, { id: randomUUID(), recipeId, version, recipe, createdAt: now.toISOString() });
}

/** Adds a recipe and returns its id. */
export async function addRecipe(
  db: EntityManager,
  recipe: RecipeInput,
  now: Date,
  isStandard = false,
): Promise<string> {
  const id = randomUUID();
  await db.insert(RecipeEntity, { id, isStandard, createdAt: now.toISOString(), deletedAt: null });
  await addVersion(db, id, 1, recipe, now);
  return id;
}

/**
 * Writes a recipe anew as its next version; one that says the same is no version. `over` names the version it was
 * written over, or (null) whichever there is. Throws a conflict Problem where a newer one was made meanwhile.
 */
export async function changeRecipe(
  db: EntityManager,
  id: string,
  recipe: RecipeInput,
  over: string | null,
  now: Date,
): Promise<void> {
  const { version, versionId, recipe: before } = await loadRecipe(db, id);
  if (over !== null && over !== versionId && !isEqual(before, recipe)) {
    throw new Problem(
      'conflict',
      `Version ${version} of this recipe was made elsewhere since this sheet was opened. Nothing was saved: what it says is shown at the top of the sheet, beside what you wrote.`,
    );
  }
  if (!isEqual(before, recipe)) await addVersion(db, id, version + 1, recipe, now);
}

/** Makes a recipe the household's one standard. */
export async function setStandard(db: EntityManager, id: string): Promise<void> {
  await loadRecipe(db, id);
  await db.update(RecipeEntity, { isStandard: true }, { isStandard: false });
  await db.update(RecipeEntity, { id }, { isStandard: true });
}

/**
 * Deletes a recipe so that it can be brought back, or brings it back. The standard stays until another takes its place.
 */
export async function setRecipeDeleted(db: EntityManager, id: string, deletedAt: string | null): Promise<void> {
  const row = await db.findOneBy(RecipeEntity, { id });
  if (!row) throw notFound('This recipe');
  if (deletedAt !== null && row.isStandard)
    throw new Problem('conflict', 'This is the standard recipe. Make another one the standard first.');
  await db.update(RecipeEntity, { id }, { deletedAt });
}

/** The versions with these ids, with the newest version there is of each recipe. */
export async function loadVersionsById(
  db: EntityManager,
  ids: readonly string[],
): Promise<Map<string, RecipeVersionRow & { newest: number }>> {
  const rows = await db.findBy(RecipeVersionEntity, { id: In([...new Set(ids)]) });
  const all = await db.findBy(RecipeVersionEntity, { recipeId: In([...new Set(rows.map((row) => row.recipeId))]) });
  return new Map(
    rows.map((row) => [
      row.id,
      { ...row, newest: Math.max(...all.filter((one) => one.recipeId === row.recipeId).map((one) => one.version)) },
    ]),
  );
}

/** Gives a household that has never had a recipe the ones to begin with. */
export async function ensureStarters(db: EntityManager, now: Date): Promise<void> {
  if (await db.exists(RecipeEntity)) return;
  for (const [i, recipe] of STARTER_RECIPES.entries()) await addRecipe(db, recipe, now, i === 0);
}
