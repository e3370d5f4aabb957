import type { Bag } from '../../contract/bag/bag';
import type { KeptRecipe } from '../../contract/bench/recipe';
import { grindsOf, grindStepsApart, type GrindComparison, type Grinder, type Recipe } from '../../core/brew';

/** A setting of a grinder. */
export type Grind = Pick<Recipe, 'grinderId' | 'grinderSetting'>;

/** A grind against that of the bag's reference recipe; null where the reference is not a recipe with a setting. */
export function againstReference(
  recipe: Grind,
  bag: Bag,
  recipes: readonly KeptRecipe[],
  grinders: readonly Grinder[],
  today: string,
): GrindComparison | null {
  const reference = recipes.find(({ id }) => id === bag.referenceRecipeId)?.recipe;
  const grinds = reference ? grindsOf(reference) : [];
  // The reference may state its grind for the very grinder that is at hand.
  const grind = grinds.find(({ grinderId }) => grinderId === recipe.grinderId) ?? grinds[0];
  if (recipe.grinderSetting === null) return null;
  if (!grind && reference?.grinderSetting == null) return null;
  return grindStepsApart(
    {
      grinderId: grind?.grinderId ?? null,
      setting: grind?.setting ?? reference?.grinderSetting ?? null,
      on: bag.createdAt.slice(0, 10),
    },
    { grinderId: recipe.grinderId, setting: recipe.grinderSetting, on: today },
    grinders,
  );
}
