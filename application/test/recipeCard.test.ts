import * as fc from 'fast-check';
import { omit } from 'es-toolkit';
import { describe, expect, it } from 'vitest';
import { recipeInput, type RecipeInput } from '../../contract/bench/recipe';
import { GRIND_WORDS, scaleRecipe, STARTER_RECIPES, type Recipe } from '../../core/brew';
import { Problem } from '../problem';
import { cardFile, cardOf, cardOfReference, previewCard, readCard, recipeOfCard } from '../writeUp/recipeCard';
import type { BagRecordRead } from '../writeUp/bagRecord';

const HAND = { id: '3f0e7a52-7c52-4f2f-9d8c-2f6a5f1f7a11', name: 'Hand grinder' };
const FLAT = { id: '3f0e7a52-7c52-4f2f-9d8c-2f6a5f1f7a12', name: 'Flat-burr grinder' };
const GRINDS = ['grinderId', 'grinderSetting', 'otherGrinds', 'grindsElsewhere'] as const;

const setting = fc.integer({ min: -400, max: 4000 }).map((quarters) => quarters / 4);
/** Any recipe to begin with, at any dose, with whatever is said of its grind. */
const recipes: fc.Arbitrary<RecipeInput> = fc
  .record({
    starter: fc.constantFrom(...STARTER_RECIPES),
    doseG: fc.integer({ min: 80, max: 400 }).map((tenths) => tenths / 10),
    name: fc.string({ minLength: 1, maxLength: 60 }).filter((text) => text.trim() !== ''),
    own: fc.option(setting),
    other: fc.option(setting),
    elsewhere: fc.uniqueArray(fc.record({ grinder: fc.stringMatching(/^[a-z]{3,12}$/), setting }), {
      selector: ({ grinder }) => grinder,
      maxLength: 4,
    }),
    grindWord: fc.option(fc.constantFrom(...GRIND_WORDS)),
    why: fc.array(fc.stringMatching(/^[a-z ]{1,30}[.]$/), { maxLength: 3 }),
  })
  .map(({ starter, doseG, own, other, elsewhere, why, ...said }) => ({
    ...scaleRecipe(starter, doseG),
    ...said,
    grinderId: own === null ? null : HAND.id,
    grinderSetting: own,
    otherGrinds: other === null ? [] : [{ grinderId: FLAT.id, setting: other }],
    grindsElsewhere: elsewhere,
    why: why.join('\n'),
  }))
  .map((recipe) => recipeInput.parse(recipe));

const fileOf = (recipe: Recipe): string =>
  JSON.stringify(cardFile(cardOf(recipe, [HAND, FLAT]), recipe.why === '' ? [] : recipe.why.split('\n')));

describe('the card of a recipe', () => {
  it('is read by a household with the same grinders to the same recipe', () => {
    fc.assert(
      fc.property(recipes, (recipe) => {
        const read = recipeOfCard(readCard(fileOf(recipe)), [FLAT, HAND]);
        expect(omit(read, GRINDS)).toEqual(omit(recipe, GRINDS));
        const grinds = ({ grinderId, grinderSetting, otherGrinds }: RecipeInput) =>
          [...(grinderId === null ? [] : [{ grinderId, setting: grinderSetting }]), ...otherGrinds].sort((a, b) =>
            a.grinderId < b.grinderId ? -1 : 1,
          );
        expect(grinds(read)).toEqual(grinds(recipe));
        expect(read.grindsElsewhere).toEqual(recipe.grindsElsewhere);
      }),
    );
  });

  it('keeps every grinder by name for a household that has none of them', () => {
    fc.assert(
      fc.property(recipes, (recipe) => {
        const card = readCard(fileOf(recipe));
        const read = recipeOfCard(card, []);
        expect([read.grinderId, read.grinderSetting, read.otherGrinds]).toEqual([null, null, []]);
        expect(read.grindsElsewhere).toEqual(card.recipe.grinds);
        expect(cardOf(read, [])).toEqual(card.recipe);
      }),
    );
  });

  it('has nothing of the household in it but the names of its grinders', () => {
    fc.assert(
      fc.property(recipes, (recipe) => {
        expect(fileOf(recipe)).not.toMatch(/[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}/);
      }),
    );
  });

  it('is refused with a sentence wherever it was cut off or changed', () => {
    const text = fileOf(recipeInput.parse({ ...STARTER_RECIPES[0], name: 'Whole' }));
    fc.assert(
      fc.property(fc.integer({ min: 0, max: text.length - 1 }), (end) => {
        expect(() => readCard(text.slice(0, end))).toThrow(Problem);
      }),
    );
    const fields = Object.keys((JSON.parse(text) as { recipe: object }).recipe).filter((field) =>
      ['name', 'kind', 'style', 'brewer', 'doseG', 'waterG'].includes(field),
    );
    expect(fields).toHaveLength(6);
    for (const field of fields) {
      const broken = JSON.parse(text) as { recipe: Record<string, unknown> };
      broken.recipe[field] = { not: 'this' };
      expect(() => readCard(JSON.stringify(broken))).toThrow(new RegExp(`cannot be taken in: recipe\\.${field}: `));
    }
  });

  it('is looked at before it is taken in: what it is called, and whose grinders it names', () => {
    const recipe = recipeInput.parse({
      ...STARTER_RECIPES[0],
      name: 'Slow rain',
      grinderId: HAND.id,
      grinderSetting: 18,
      grindsElsewhere: [{ grinder: 'A tall one', setting: 31 }],
    });
    const card = readCard(fileOf(recipe));
    const household = { recipes: [{ name: ' slow RAIN' }], grinders: [{ name: 'HAND grinder' }] };
    expect(previewCard(card, household)).toMatchObject({
      sameName: true,
      ownGrinders: ['Hand grinder'],
      otherGrinders: ['A tall one'],
    });
    expect(previewCard(card, { recipes: [], grinders: [] }).sameName).toBe(false);
  });
});

describe('the card of a bag’s reference', () => {
  const [recipe] = STARTER_RECIPES;
  if (!recipe) throw new Error('There is no recipe to begin with');
  const read = (differently: object, kept: Recipe | null = recipe) =>
    cardOfReference({
      bag: { reference: { ...recipe, grindStep: 0, ...differently } } as unknown as BagRecordRead['bag'],
      recipe: kept,
      grinders: [],
    });

  it('is there only while the reference is the recipe it was taken from', () => {
    expect(read({})?.name).toBe(recipe.name);
    expect(read({}, null)).toBeNull();
    for (const changed of [{ doseG: 15 }, { waterG: 300 }, { waterC: 88 }, { brewer: 'press' }])
      expect(read(changed)).toBeNull();
  });
});
