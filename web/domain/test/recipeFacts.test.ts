import { describe, expect, it } from 'vitest';
import { STARTER_RECIPES, type Recipe } from '../../../core/brew';
import { recipeFacts } from '../recipeFacts';
import { METRIC } from '../../../core/text';

const starter = (kind: Recipe['kind']): Recipe => {
  const recipe = STARTER_RECIPES.find((one) => one.kind === kind);
  if (!recipe) throw new Error(`No starter recipe for ${kind}`);
  return recipe;
};

describe('a recipe in one line', () => {
  it('says what belongs to its kind', () => {
    expect(recipeFacts(starter('cone'), METRIC)).toBe('17 g to 272 g, 1:16, 92 °C');
    expect(recipeFacts(starter('espresso'), METRIC)).toBe('18 g in, 40 g out, 1:2.2, 93 °C, 8 bar');
    expect(recipeFacts(starter('iced'), METRIC)).toBe('20 g to 300 g, 1:15, 120 g of it ice, 93 °C');
    expect(recipeFacts({ ...starter('cone'), waterC: null, grinderSetting: 21.5, hardnessPpm: 80 }, METRIC)).toBe(
      '17 g to 272 g, 1:16, grind 21.5, 80 ppm',
    );
  });
});
