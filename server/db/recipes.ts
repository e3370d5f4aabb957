import { randomUUID } from 'node:crypto';
import { isEqual } from 'es-toolkit';
import { In, IsNull, type EntityManager } from 'typeorm';
import type { CardVersion, KeptCard, RecipeCardInput } from '../../contract/recipeCard';
import { STARTER_CARDS } from '../../core/brew';
import { notFound, Problem } from '../errors';
import {
  MakingEntity,
  RecipeCardEntity,
  RecipeVersionEntity,
  type RecipeCardRow,
  type RecipeVersionRow,
} from './benchEntities';

/**
 * Recipes: each a row of versions, of which the newest is the recipe and the others are what old brews were made with.
 */

async function assemble(db: EntityManager, rows: readonly RecipeCardRow[]): Promise<KeptCard[]> {
  const versions = await db.find(RecipeVersionEntity, {
    where: { cardId: In(rows.map((row) => row.id)) },
    order: { version: 'DESC' },
  });
  return rows
    .map(({ id, isStandard }) => {
      const own = versions.filter((version) => version.cardId === id);
      const newest = own[0];
      if (!newest) throw new Error(`Recipe ${id} has no version`);
      return { id, isStandard, version: newest.version, versionId: newest.id, versions: own.length, card: newest.card };
    })
    .sort((a, b) => Number(b.isStandard) - Number(a.isStandard) || a.card.name.localeCompare(b.card.name));
}

/** Every recipe that was not deleted, the standard first. */
export async function loadRecipes(db: EntityManager): Promise<KeptCard[]> {
  return assemble(db, await db.findBy(RecipeCardEntity, { deletedAt: IsNull() }));
}

/** One recipe. Throws a not-found Problem. */
export async function loadRecipe(db: EntityManager, id: string): Promise<KeptCard> {
  const [recipe] = await assemble(db, await db.findBy(RecipeCardEntity, { id, deletedAt: IsNull() }));
  if (!recipe) throw notFound('This recipe');
  return recipe;
}

/** The versions of a recipe, newest first, and how many brews each was used for. */
export async function loadVersions(db: EntityManager, cardId: string): Promise<CardVersion[]> {
  await loadRecipe(db, cardId);
  const versions = await db.find(RecipeVersionEntity, { where: { cardId }, order: { version: 'DESC' } });
  return Promise.all(
    versions.map(async ({ id, version, createdAt, card }) => ({
      id,
      version,
      createdAt,
      card,
      brews: await db.countBy(MakingEntity, { recipeVersionId: id }),
    })),
  );
}

async function addVersion(
  db: EntityManager,
  cardId: string,
  version: number,
  card: RecipeCardInput,
  now: Date,
): Promise<void> {
  await db.insert(RecipeVersionEntity, { id: randomUUID(), cardId, version, card, createdAt: now.toISOString() });
}

/** Adds a recipe and returns its id. */
export async function addRecipe(
  db: EntityManager,
  card: RecipeCardInput,
  now: Date,
  isStandard = false,
): Promise<string> {
  const id = randomUUID();
  await db.insert(RecipeCardEntity, { id, isStandard, createdAt: now.toISOString(), deletedAt: null });
  await addVersion(db, id, 1, card, now);
  return id;
}

/**
 * Writes a recipe anew as its next version; one that says the same is no version. `over` names the version it was
 * written over, or (null) whichever there is. Throws a conflict Problem where a newer one was made meanwhile.
 */
export async function changeRecipe(
  db: EntityManager,
  id: string,
  card: RecipeCardInput,
  over: string | null,
  now: Date,
): Promise<void> {
  const { version, versionId, card: before } = await loadRecipe(db, id);
  if (over !== null && over !== versionId && !isEqual(before, card)) {
    throw new Problem(
      'conflict',
      `Version ${version} of this recipe was made elsewhere since this sheet was opened. Nothing was saved: what it says is shown at the top of the sheet, beside what you wrote.`,
    );
  }
  if (!isEqual(before, card)) await addVersion(db, id, version + 1, card, now);
}

/** Makes a recipe the household's one standard. */
export async function setStandard(db: EntityManager, id: string): Promise<void> {
  await loadRecipe(db, id);
  await db.update(RecipeCardEntity, { isStandard: true }, { isStandard: false });
  await db.update(RecipeCardEntity, { id }, { isStandard: true });
}

/**
 * Deletes a recipe so that it can be brought back, or brings it back. The standard stays until another takes its place.
 */
export async function setRecipeDeleted(db: EntityManager, id: string, deletedAt: string | null): Promise<void> {
  const row = await db.findOneBy(RecipeCardEntity, { id });
  if (!row) throw notFound('This recipe');
  if (deletedAt !== null && row.isStandard)
    throw new Problem('conflict', 'This is the standard recipe. Make another one the standard first.');
  await db.update(RecipeCardEntity, { id }, { deletedAt });
}

/** The versions with these ids, with the newest version there is of each recipe. */
export async function loadVersionsById(
  db: EntityManager,
  ids: readonly string[],
): Promise<Map<string, RecipeVersionRow & { newest: number }>> {
  const rows = await db.findBy(RecipeVersionEntity, { id: In([...new Set(ids)]) });
  const all = await db.findBy(RecipeVersionEntity, { cardId: In([...new Set(rows.map((row) => row.cardId))]) });
  return new Map(
    rows.map((row) => [
      row.id,
      { ...row, newest: Math.max(...all.filter((one) => one.cardId === row.cardId).map((one) => one.version)) },
    ]),
  );
}

/** Gives a household that has never had a recipe the ones to begin with. */
export async function ensureStarters(db: EntityManager, now: Date): Promise<void> {
  if (await db.exists(RecipeCardEntity)) return;
  for (const [i, card] of STARTER_CARDS.entries()) await addRecipe(db, card, now, i === 0);
}
