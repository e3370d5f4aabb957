import type { Bag } from '../../contract/bag';
import type { KeptCard } from '../../contract/recipeCard';
import { grindStepsApart, type GrindComparison, type Grinder, type RecipeCard } from '../../core/brew';

/** A setting of a grinder. */
export type Grind = Pick<RecipeCard, 'grinderId' | 'grinderSetting'>;

/** A grind against that of the bag's reference recipe; null where the reference is not a recipe with a setting. */
export function againstReference(
  card: Grind,
  bag: Bag,
  recipes: readonly KeptCard[],
  grinders: readonly Grinder[],
  today: string,
): GrindComparison | null {
  const reference = recipes.find(({ id }) => id === bag.referenceCardId)?.card;
  if (reference?.grinderSetting == null || card.grinderSetting === null) return null;
  return grindStepsApart(
    { grinderId: reference.grinderId, setting: reference.grinderSetting, on: bag.createdAt.slice(0, 10) },
    { grinderId: card.grinderId, setting: card.grinderSetting, on: today },
    grinders,
  );
}
