import type { KeptCard } from '../../contract/recipeCard';
import type { Bag } from '../../contract/bag';
import { scaleTo, type RecipeCard } from '../../core/brew';

/**
 * The recipe a bag is brewed by unless the taster says otherwise: its reference's, else one for the brewer of its
 * reference, the standard first, else the standard.
 */
export function recipeFor(bag: Bag, recipes: readonly KeptCard[]): KeptCard | undefined {
  const own = recipes.find(({ id }) => id === bag.referenceCardId);
  const standard = recipes.find(({ isStandard }) => isStandard);
  const fitting = recipes.filter(
    ({ card }) => card.brewer === bag.reference.brewer && card.style === bag.reference.style,
  );
  return own ?? fitting.find(({ isStandard }) => isStandard) ?? fitting[0] ?? standard ?? recipes[0];
}

/** A recipe as this bag's reference has it: its dose, ratio and temperature, where it is for the same brewer. */
export function cardForBag(card: RecipeCard, { reference }: Bag): RecipeCard {
  if (card.brewer !== reference.brewer || card.style !== reference.style) return card;
  const scaled = scaleTo(card, reference.doseG, reference.waterG);
  return {
    ...scaled,
    waterC: reference.waterC ?? card.waterC,
    filter: reference.filter ?? card.filter,
    waterRecipe: reference.waterRecipe ?? card.waterRecipe,
  };
}

/** Whether a recipe as laid out is what the bag is judged by. */
export function isReference(card: RecipeCard, { reference }: Bag): boolean {
  return (['brewer', 'style', 'doseG', 'waterG', 'waterC'] as const).every(
    (setting) => card[setting] === reference[setting],
  );
}
