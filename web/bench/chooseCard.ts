import type { KeptCard } from '../../contract/recipeCard';
import type { Bag } from '../../contract/bag';
import { atRatio, scaleCard, type RecipeCard } from '../../core/brew';

/**
 * The recipe a bag is brewed by unless the taster says otherwise: its reference's, else one for the brewer of its
 * reference, the standard first, else the standard.
 */
export function recipeFor(bag: Bag, recipes: readonly KeptCard[]): KeptCard | undefined {
  const own = recipes.find(({ id }) => id === bag.referenceCardId);
  const standard = recipes.find(({ isStandard }) => isStandard);
  const fitting = recipes.filter(({ card }) => card.brewer === bag.reference.brewer && card.style === bag.reference.style);
  return own ?? fitting.find(({ isStandard }) => isStandard) ?? fitting[0] ?? standard ?? recipes[0];
}

/** A recipe as this bag's reference has it: its dose, ratio and temperature, where it is for the same brewer. */
export function cardForBag(card: RecipeCard, { reference }: Bag, isReference: boolean): RecipeCard {
  if (isReference || card.brewer !== reference.brewer) return card;
  const scaled = atRatio(scaleCard(card, reference.doseG), reference.waterG / reference.doseG);
  return { ...scaled, waterG: reference.waterG, waterC: reference.waterC ?? card.waterC, filter: reference.filter, waterRecipe: reference.waterRecipe };
}
