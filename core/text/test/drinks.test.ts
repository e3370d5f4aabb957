import { describe, expect, it } from 'vitest';
import { drinkDoubt, KIND_TRAITS, STARTER_RECIPES, usualParameters, type BrewKind, type DrinkDoubt } from '../../brew';
import { drinkDoubtText, makeItText, oddDrinksText } from '../bag/drinks';
import { METRIC } from '../units';

const CONE = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92 } as const;
const SHOT = { style: 'espresso', brewer: 'espresso machine', doseG: 18, waterG: 40, waterC: 93 } as const;

describe('what a brewer is usually used with', () => {
  it('is the starter recipe, hot where the brewer makes both', () => {
    expect(usualParameters('espresso machine')).toEqual({ style: 'espresso', doseG: 18, waterG: 40, waterC: 93 });
    expect(usualParameters('cone')?.style).toBe('filter');
    expect(usualParameters('cold steep')?.style).toBe('cold');
    expect(usualParameters('a sock')).toBeNull();
  });

  it('is what the household does, the first of it', () => {
    const known = [CONE, { ...SHOT, doseG: 18.5 }, { ...SHOT, doseG: 20 }];
    expect(usualParameters('espresso machine', known)?.doseG).toBe(18.5);
    const iced = { ...CONE, kind: 'iced' as const, waterG: 180, style: 'cold' as const };
    expect(usualParameters('cone', [iced])).toMatchObject({ style: 'filter', waterG: 272 });
  });
});

describe('a brew that contradicts itself', () => {
  const cases: [string, object, number | null, DrinkDoubt | null, RegExp | null][] = [
    ['a cone', CONE, 200, null, null],
    ['a shot', SHOT, 30, null, null],
    ['a shot under milk', { ...SHOT, style: 'milk' }, 30, null, null],
    ['a shot over ice', { ...SHOT, style: 'cold' }, 30, null, null],
    ['a filter drink over ice', { ...CONE, style: 'cold' }, 180, null, null],
    ['a cold steep over night', { ...CONE, style: 'cold', brewer: 'cold steep', waterC: 8 }, 50_000, null, null],
    ['a brewer of one’s own', { ...SHOT, brewer: 'hand press', waterG: 50 }, 40, null, null],
    [
      'a filter brew from the espresso machine',
      { ...CONE, brewer: 'espresso machine' },
      null,
      { kind: 'style', style: 'espresso' },
      /^This says a filter brew from the espresso machine\. Is it a shot\?$/,
    ],
    [
      'a shot from the cone',
      { ...SHOT, brewer: 'cone' },
      null,
      { kind: 'style', style: 'filter' },
      /Is it a filter brew\?$/,
    ],
    [
      'a hot cold steep',
      { ...CONE, brewer: 'cold steep', style: 'cold' },
      null,
      { kind: 'hot steep' },
      /^A cold steep at 92 °C\. Is that right\?$/,
    ],
    [
      'a filter brew by steeping cold',
      { ...CONE, brewer: 'cold steep' },
      null,
      { kind: 'style', style: 'cold' },
      /cold drink/,
    ],
    [
      'a shot of a jug',
      { ...SHOT, waterG: 272 },
      null,
      { kind: 'ratio', isShot: true },
      /^272 g in the cup for 18 g of coffee\. Is that right for a shot\?$/,
    ],
    [
      'a filter brew of two spoons',
      { ...CONE, waterG: 30 },
      null,
      { kind: 'ratio', isShot: false },
      /of water for 17 g/,
    ],
    ['a shot of ten minutes', SHOT, 600, { kind: 'time', isShot: true }, /more than 3 minutes/],
    ['a cone of two hours', CONE, 7200, { kind: 'time', isShot: false }, /more than an hour/],
  ];
  it.each(cases)('%s', (_what, brew, drainS, doubt, said) => {
    const parameters = brew as typeof CONE;
    expect(drinkDoubt(parameters, drainS)).toEqual(doubt);
    if (doubt && said) expect(drinkDoubtText(doubt, parameters, METRIC)).toMatch(said);
  });

  it('is no starter recipe', () => {
    for (const recipe of STARTER_RECIPES)
      expect([recipe.name, drinkDoubt(recipe, recipe.shotS)]).toEqual([recipe.name, null]);
  });

  it('is mended by the drink its brewer makes', () => {
    for (const kind of Object.keys(KIND_TRAITS) as BrewKind[]) {
      const { brewer } = KIND_TRAITS[kind];
      const usual = usualParameters(brewer);
      if (!usual) continue;
      for (const style of ['filter', 'espresso', 'cold', 'milk'] as const) {
        const doubt = drinkDoubt({ ...usual, brewer, style });
        if (doubt?.kind === 'style') expect(drinkDoubt({ ...usual, brewer, style: doubt.style })).toBeNull();
      }
    }
  });

  it('is said of all at once', () => {
    const odd = { brewer: 'espresso machine', style: 'filter', makes: 'espresso' } as const;
    expect(oddDrinksText([odd])).toMatch(
      /^1 recipe contradicts itself: a filter brew from the espresso machine\. It counts in the wrong curve\.$/,
    );
    expect(oddDrinksText([odd, odd, odd])).toMatch(
      /^3 recipes contradict themselves, such as a filter brew from the espresso machine\./,
    );
    expect(makeItText('espresso')).toBe('Make it a shot');
  });
});
