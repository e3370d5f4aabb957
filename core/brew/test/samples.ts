import { STARTER_CARDS, type RecipeCard } from '..';

/** A four-stage cone recipe of 17 g, for tests: pours to 50, 120, 195 and 272 g, then a swirl. */
export const CONE: RecipeCard = starter('cone');

export function starter(kind: RecipeCard['kind']): RecipeCard {
  const card = STARTER_CARDS.find((one) => one.kind === kind);
  if (!card) throw new Error(`No starter recipe for ${kind}`);
  return card;
}
