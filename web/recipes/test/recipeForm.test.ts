import { describe, expect, it } from 'vitest';
import { recipeInput } from '../../../contract/bench/recipe';
import { STARTER_RECIPES } from '../../../core/brew';
import { recipeResolver, typedRecipe, type RecipeForm } from '../recipeForm';

const resolve = async (form: RecipeForm) =>
  recipeResolver(form, undefined, { fields: {}, shouldUseNativeValidation: false });
const [cone] = STARTER_RECIPES;
const typed = (differently: Partial<RecipeForm> = {}): RecipeForm => {
  if (!cone) throw new Error('No starter recipe');
  return { ...typedRecipe(cone), ...differently };
};

describe('a recipe as typed', () => {
  it.each(STARTER_RECIPES.map((recipe) => [recipe.name, recipe] as const))(
    'comes back as it was kept: %s',
    async (_, recipe) => {
      expect((await resolve(typedRecipe(recipe))).values).toEqual(recipeInput.parse(recipe));
    },
  );

  it('takes water as a ratio', async () => {
    expect((await resolve(typed({ waterG: '1:16' }))).values).toMatchObject({ waterG: 272 });
    expect((await resolve(typed({ waterG: '1 : 15,5' }))).errors).toMatchObject({
      stages: [
        undefined,
        undefined,
        undefined,
        { toG: { message: expect.stringContaining('but 264 g are to be poured') } },
      ],
    });
  });

  it('lays stages out of order at their stage, by name', async () => {
    const form = typed();
    form.stages = form.stages.map((stage, i) => (i === 2 ? { ...stage, atS: '0:30' } : stage));
    const { errors } = await resolve(form);
    expect(errors).toMatchObject({
      stages: [
        undefined,
        undefined,
        { atS: { message: expect.stringMatching(/^Stage 3 \(pour to 195 g\) begins at 0:30, before stage 2/) } },
      ],
    });
  });

  it('keeps nothing that belongs to another kind of brewing', async () => {
    const shot = { ...typed(), kind: 'espresso' as const, shotS: '29', steepHours: '12' };
    expect((await resolve(shot)).values).toMatchObject({ kind: 'espresso', stages: [], shotS: 29, steepHours: null });
    expect((await resolve({ ...shot, kind: 'cone' })).values).toMatchObject({ shotS: null, pressureBar: null });
  });
});
