import type { KeptRecipe } from '../../contract/bench/recipe';
import type { Bag } from '../../contract/bag/bag';
import { scaleTo, type Recipe } from '../../core/brew';

/** What a bag is brewed by: its reference, or the recipe its roaster prints. */
export type Target = Pick<Bag, 'reference' | 'referenceRecipeId'>;

/**
 * The recipe a bag is brewed by unless the taster says otherwise: its reference's, else one for the brewer of its
 * reference, the standard first, else the standard.
 */
export function recipeFor(bag: Target, recipes: readonly KeptRecipe[]): KeptRecipe | undefined {
  const own = recipes.find(({ id }) => id === bag.referenceRecipeId);
  const standard = recipes.find(({ isStandard }) => isStandard);
  const fitting = recipes.filter(
    ({ recipe }) => recipe.brewer === bag.reference.brewer && recipe.style === bag.reference.style,
  );
  return own ?? fitting.find(({ isStandard }) => isStandard) ?? fitting[0] ?? standard ?? recipes[0];
}

/** A recipe as this bag's reference has it: its dose, ratio and temperature, where it is for the same brewer. */
export function recipeForBag(recipe: Recipe, { reference }: Pick<Target, 'reference'>): Recipe {
  if (recipe.brewer !== reference.brewer || recipe.style !== reference.style) return recipe;
  const scaled = scaleTo(recipe, reference.doseG, reference.waterG);
  return {
    ...scaled,
    waterC: reference.waterC ?? recipe.waterC,
    filter: reference.filter ?? recipe.filter,
    waterRecipe: reference.waterRecipe ?? recipe.waterRecipe,
  };
}

/** Whether a recipe as laid out is what the bag is judged by. */
export function isReference(recipe: Recipe, { reference }: Bag): boolean {
  return (['brewer', 'style', 'doseG', 'waterG', 'waterC'] as const).every(
    (setting) => recipe[setting] === reference[setting],
  );
}
