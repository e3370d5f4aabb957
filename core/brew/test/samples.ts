import { STARTER_RECIPES, type Recipe } from '..';

/** A four-stage cone recipe of 17 g, for tests: pours to 50, 120, 195 and 272 g, then a swirl. */
export const CONE: Recipe = starter('cone');

export function starter(kind: Recipe['kind']): Recipe {
  const recipe = STARTER_RECIPES.find((one) => one.kind === kind);
  if (!recipe) throw new Error(`No starter recipe for ${kind}`);
  return recipe;
}
