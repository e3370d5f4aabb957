import { omit } from 'es-toolkit';
import { describe, expect, it } from 'vitest';
import { STARTER_RECIPES } from '../../../brew';
import { readSitting, type TastersSheet } from '../../../sitting';
import type { Section } from '../../../writeUp';
import { METRIC } from '../../units';
import { composeCard, composeComparison, composeSitting } from '..';
import { cardSettings, cardStages } from '../cardTable';
import type { ComparisonFacts, SittingFacts } from '../facts';
import { FOLLOWED, ONE_EVENING } from './sampleFacts';

const said = (sections: readonly Section[]): Record<string, string> =>
  Object.fromEntries(sections.flatMap(({ passages }) => passages.map(({ key, text }) => [key, text])));

describe('a table', () => {
  const recipe = { brewer: 'cone', style: 'filter' as const, doseG: 17, waterG: 272, waterC: 92, name: null };
  const sheet = (seat: string, scores: Record<string, number>, words: Record<string, string[]>): TastersSheet => ({
    seat,
    scores,
    words,
    levels: {},
    ranking: [],
    odd: null,
    againstYardstick: {},
  });
  const reading = readSitting(
    [
      { id: 'a', sameAs: null },
      { id: 'b', sameAs: null },
      { id: 'c', sameAs: 'a' },
    ],
    [
      sheet('s1', { a: 83, b: 72, c: 80 }, { a: ['quince', 'rooibos'], b: ['fig'], c: [] }),
      sheet('s2', { a: 78, b: 76, c: 81 }, { a: ['quince'], b: ['fig'], c: ['melon'] }),
    ],
  );
  const cup = (id: string, name: string, more: Partial<SittingFacts['cups'][number]> = {}) => ({
    id,
    name,
    restDay: 19,
    declared: '',
    recipe,
    said: [],
    levels: [],
    ...more,
  });
  const facts: SittingFacts = {
    name: 'Sunday',
    kind: 'same-recipe',
    timing: 'together',
    on: '2026-11-24',
    isBlind: true,
    scale: 'mark10',
    reading,
    cups: [
      cup('a', 'Hollow Ridge', { said: [{ taster: 'Mira', remarks: 'The long one.' }] }),
      cup('b', 'Low Barn', { restDay: 30, declared: 'Ground finer' }),
      cup('c', 'Hollow Ridge'),
    ],
    yardstick: null,
    units: METRIC,
    tasterOf: { s1: 'Mira', s2: 'Tomas' },
  };

  it('is told cup by cup, and claims no best days', () => {
    const told = said(composeSitting(facts));
    expect(told).toMatchObject({
      'head.line': 'Several bags, one recipe: three cups side by side on 24 November 2026, tasted blind.',
      'table.recipe': 'All by one recipe. Cone: 17 g of coffee to 272 g of water, 1 to 16, at 92 °C.',
      'table.declared.b': 'Low Barn: ground finer.',
      'cups.a': 'Hollow Ridge: 8.1 out of 10 on the mean of two.',
      'cups.a.shared': 'Found by several: quince.',
      'cups.c': 'Hollow Ridge (second cup): 8.1 out of 10 on the mean of two.',
      'readers.love.Low Barn': 'Low Barn is for whoever would be glad of fig.',
      'method.day': 'What these coffees are on other days one sitting cannot say: no best days are claimed.',
    });
    expect(told['pairs.a.c']).toContain('are one brew');
    expect(Object.values(told).join(' ')).not.toMatch(/at its best|crest/);
  });

  it('names nobody unless that is wanted', () => {
    const all = composeSitting(facts).flatMap(({ passages }) => passages);
    expect(all.every(({ text }) => !/Mira|Tomas/.test(text))).toBe(true);
    expect(all.find(({ key }) => key === 'cups.a.said.0')).toMatchObject({
      text: '“The long one.”',
      named: 'Mira: “The long one.”',
      needs: 'own words',
    });
    expect(all.find(({ key }) => key === 'cups.a.lone')?.named).toBe('Found by one alone: rooibos (Mira).');
  });

  it('names the recipe of each cup where they differ', () => {
    const told = said(
      composeSitting({
        ...facts,
        cups: facts.cups.map((one, i) => (i === 1 ? { ...one, recipe: { ...recipe, doseG: 20 } } : one)),
      }),
    );
    expect(told['table.recipe']).toBeUndefined();
    expect(told['table.recipe.b']).toBe('Low Barn: cone: 20 g of coffee to 272 g of water, 1 to 13.6, at 92 °C.');
  });
});

describe('bags against each other', () => {
  const other = {
    ...FOLLOWED,
    coffee: { ...FOLLOWED.coffee, name: 'Low Barn', price: 16 },
    words: [{ name: 'fig', cups: 3, days: [9] }],
    levels: FOLLOWED.levels.slice(0, 1).map((one) => ({ ...one, value: 2.5 })),
  };
  const facts = (more: Partial<ComparisonFacts> = {}): ComparisonFacts => ({
    bags: [FOLLOWED, other],
    pairs: [{ a: 0, b: 1, mean: 6, sd: 2 }],
    unlike: null,
    sittings: [],
    ...more,
  });

  it('are said to differ only as far as the interval allows', () => {
    expect(said(composeComparison(facts()))['short.pair.0.1']).toBe(
      'At its best Hollow Ridge is better than Low Barn, almost certainly: by 0.6 (8 chances in 10: 0.3 to 0.9).',
    );
    const unsure = said(composeComparison(facts({ pairs: [{ a: 0, b: 1, mean: -2, sd: 3 }] })));
    expect(unsure['short.pair.0.1']).toBe(
      'At their best Hollow Ridge and Low Barn can hardly be told apart by their marks: Low Barn comes out 0.2 higher, which may be chance.',
    );
  });

  it('of more than two are put in order, with what of it is very likely', () => {
    const third = { ...other, coffee: { ...other.coffee, name: 'Gate' } };
    const three = (...pairs: [a: number, b: number, mean: number, sd: number][]) =>
      said(
        composeComparison(
          facts({
            bags: [FOLLOWED, other, third],
            pairs: pairs.map(([a, b, mean, sd]) => ({ a, b, mean, sd })),
          }),
        ),
      );
    const told = three([0, 1, -2, 3], [0, 2, 6, 2], [1, 2, 8, 2]);
    expect(told).toMatchObject({
      'short.order': 'By their marks, each at its best, they come in this order: Low Barn, Hollow Ridge and Gate.',
      'short.sure':
        'Very likely better is Hollow Ridge than Gate and Low Barn than Gate; the rest of the order may be chance.',
    });
    expect(told['pairs.pair.0.2']).toContain('Hollow Ridge is better than Gate');
    expect(told['short.pair.0.2']).toBeUndefined();
    expect(three([0, 1, 1, 3], [0, 2, 2, 3], [1, 2, 0.1, 3])).toMatchObject({
      'short.sure': 'What lies between them may be chance.',
      'pairs.pair.1.2': 'At their best Low Barn and Gate come out alike, as far as their marks can tell.',
    });
  });

  it('are told apart by levels, words, price and days, and by the tables they stood on', () => {
    const difference = { mean: 7, pairs: 2, interval: { lo: 1, hi: 13 } };
    const sittings = [{ on: '2026-11-24', difference, a: 'Hollow Ridge', b: 'Low Barn' }];
    expect(said(composeComparison(facts({ sittings })))).toMatchObject({
      'levels.brightness': 'Hollow Ridge has more brightness than Low Barn: 4½ against 2½ of 5.',
      'notes.0': 'Only in Hollow Ridge: quince, cut grass and malt.',
      'notes.1': 'Only in Low Barn: fig.',
      'pairs.0': 'Side by side on 24 November 2026, two tasters marked Hollow Ridge 0.7 above Low Barn.',
      'worth.price': 'For 100 g Hollow Ridge cost 5.80 and Low Barn 6.40.',
      'worth.again.0': 'We would buy Hollow Ridge again.',
      'readers.love.1': 'Low Barn is for whoever would be glad of fig.',
    });
  });

  it('claim no crest of one that has no curve', () => {
    const told = said(composeComparison(facts({ bags: [FOLLOWED, { ...ONE_EVENING, coffee: other.coffee }] })));
    expect(told['cups.1.when']).toMatch(/^All three cups of Low Barn were tasted on one day/);
    expect(told['cups.0.when']).toContain('at its best from day 20');
  });
});

describe('a recipe card', () => {
  const [starter] = STARTER_RECIPES;
  if (!starter) throw new Error('There is no recipe to begin with');
  const recipe = { ...starter, why: 'Small pours first.\n\nThe last one waits.' };
  const card = { recipe, units: METRIC, brews: 5, scores: { lo: 74, hi: 89, scale: 'mark10' as const }, bags: [] };

  it('says why it is so, in its writer’s words and by the record, and what to take care of', () => {
    const told = said(composeCard(card));
    expect(told).toMatchObject({
      'head.title': recipe.name,
      'why.own-0': 'Small pours first.',
      'why.own-1': 'The last one waits.',
      'why.record': 'Brewed five times; marked 7.4 to 8.9.',
    });
    expect(told['caution.0']).toMatch(/scald/i);
    expect(Object.values(told).at(-1)).toContain('maker’s manual');
    expect(said(composeCard({ ...card, brews: 0, scores: null }))['why.record']).toBeUndefined();
  });

  it('says what was tried beside it on a bag', () => {
    const effect = {
      factor: 'brewer' as const,
      setting: 'press',
      mean: -5,
      sd: 1,
      helps: 0.01,
      brews: 3,
      change: null,
    };
    const bag = { ...FOLLOWED, effects: [effect] };
    expect(said(composeCard({ ...card, bags: [bag] }))).toMatchObject({
      'why.record': 'Brewed five times, for Hollow Ridge; marked 7.4 to 8.9.',
      'why.bag.Hollow Ridge.brewer.press': 'On Hollow Ridge, the press lowers it clearly, almost certainly.',
    });
  });

  it('has its settings grinder by grinder, and its stages with what each waits for', () => {
    const settings = omit(recipe, ['grinderId', 'grinderSetting', 'otherGrinds', 'grindsElsewhere', 'why']);
    const written = { ...settings, grinds: [{ grinder: 'Hand grinder', setting: 18.5 }] };
    expect(cardSettings(written, METRIC)).toContainEqual(['Hand grinder', '18.5']);
    expect(cardSettings(written, { temperature: '°F', weight: 'oz', currency: '' })).toContainEqual([
      'Coffee',
      '0.6 oz',
    ]);
    const stages = cardStages(written, METRIC);
    expect(stages[0]?.at).toBe('0:00');
    expect(stages.length).toBeGreaterThanOrEqual(settings.stages.length);
    const waiting = {
      ...written,
      stages: settings.stages.map((one, i) =>
        i === 1 ? { ...one, waitsFor: 'level' as const, waitsUntil: 'a finger lower' } : one,
      ),
    };
    expect(cardStages(waiting, METRIC)[1]).toMatchObject({
      at: expect.stringMatching(/^≈ /),
      how: expect.stringMatching(/^once the level is a finger lower/),
    });
  });
});
