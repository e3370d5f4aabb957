import { describe, expect, it } from 'vitest';
import { bag as bagSchema, bagInput, type Bag } from '../../../contract/bag/bag';
import type { KeptRecipe } from '../../../contract/bench/recipe';
import { STARTER_RECIPES, type Recipe } from '../../../core/brew';
import { againstReference } from '../../domain/grind';
import { recipeForBag, isReference, recipeFor } from '../chooseRecipe';

const id = (n: number): string => `0f0e7c2e-1111-4111-8111-00000000000${n}`;
const reference = {
  style: 'filter',
  brewer: 'cone',
  doseG: 20,
  waterG: 330,
  waterC: 96,
  grindStep: 0,
  filter: null,
  waterRecipe: null,
} as const;
const bag = (differently: object = {}): Bag =>
  bagSchema.parse({
    ...bagInput.parse({ name: 'Test Hill', roastedOn: '2026-02-01', reference, ...differently }),
    id: id(1),
    createdAt: '2026-02-03T08:00:00Z',
    revision: 1,
  });
const kept: KeptRecipe[] = STARTER_RECIPES.map((recipe, i) => ({
  id: id(i % 10),
  version: 1,
  versionId: id(i % 10),
  versions: 1,
  isStandard: i === 0,
  recipe,
}));
const recipe = (kind: Recipe['kind']): Recipe =>
  kept.find((one) => one.recipe.kind === kind)?.recipe ?? (Promise.reject(new Error(kind)) as never);

describe('the recipe of a bag', () => {
  it('is its reference’s, else one for its brewer, else the standard; at the dose and ratio it is judged by', () => {
    expect(recipeFor(bag(), kept)?.recipe.kind).toBe('cone');
    expect(recipeFor(bag({ reference: { ...reference, brewer: 'press' } }), kept)?.recipe.kind).toBe('press');
    expect(recipeFor(bag({ reference: { ...reference, brewer: 'sock' } }), kept)?.isStandard).toBe(true);
    expect(recipeFor(bag({ referenceRecipeId: id(3) }), kept)?.id).toBe(id(3));
    const fitted = recipeForBag(recipe('cone'), bag());
    expect(fitted).toMatchObject({ doseG: 20, waterG: 330, waterC: 96 });
    expect(fitted.stages.map(({ toG }) => toG)).toEqual([61, 146, 237, 330, null]);
    expect(isReference(fitted, bag())).toBe(true);
    expect(recipeForBag(recipe('press'), bag())).toEqual(recipe('press'));
  });

  it('compares the grind with the reference recipe’s on one grinder only', () => {
    const grinders = [{ id: id(7), name: 'Hand grinder', burrChanges: [], grindWords: [] }];
    const withGrind = kept.map((one) =>
      one.id === id(0) ? { ...one, recipe: { ...one.recipe, grinderId: id(7), grinderSetting: 20 } } : one,
    );
    const judged = bag({ referenceRecipeId: id(0) });
    expect(
      againstReference({ grinderId: id(7), grinderSetting: 18.5 }, judged, withGrind, grinders, '2026-02-20'),
    ).toEqual({ steps: -1.5, why: null });
    expect(
      againstReference({ grinderId: null, grinderSetting: 18.5 }, judged, withGrind, grinders, '2026-02-20')?.steps,
    ).toBeNull();
    expect(
      againstReference({ grinderId: id(7), grinderSetting: 18.5 }, judged, kept, grinders, '2026-02-20'),
    ).toBeNull();
  });
});
