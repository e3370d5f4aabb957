import { STARTER_CARDS, type RecipeCard } from '..';

/** A four-stage cone recipe of 15 g, for tests: pours to 45, 110, 175 and 240 g, then a swirl. */
export const CONE: RecipeCard = starter('cone');

export function starter(kind: RecipeCard['kind']): RecipeCard {
  const card = STARTER_CARDS.find((one) => one.kind === kind);
  if (!card) throw new Error(`No starter recipe for ${kind}`);
  return card;
}
