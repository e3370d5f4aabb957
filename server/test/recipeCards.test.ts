import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cardOf } from '../../application/writeUp/recipeCard';
import type { KeptRecipe, RecipeInput } from '../../contract/bench/recipe';
import { writeUp, type CardPreview, type WriteUp } from '../../contract/writeUps/writeUp';
import { STARTER_RECIPES } from '../../core/brew';
import { TestServer, TODAY } from './support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

/** The card of a recipe, written up. */
async function writtenUp(on: TestServer, recipeId: string): Promise<WriteUp> {
  const subject = { recipeId };
  const { id } = await on.ok<{ id: string }>('POST', `/write-ups?today=${TODAY}`, { kind: 'card', subject });
  return writeUp.parse(await on.ok('GET', `/write-ups/${id}?today=${TODAY}`));
}

describe('a recipe card', () => {
  const [starter] = STARTER_RECIPES;
  if (!starter) throw new Error('There is no recipe to begin with');
  const grinder = (on: TestServer, name: string): Promise<{ id: string }> => on.ok('POST', '/grinders', { name });

  it('is read by another household to the same stages and settings', async () => {
    const [hand, flat] = [await grinder(server, 'Hand grinder'), await grinder(server, 'Flat-burr grinder')];
    const recipe: RecipeInput = {
      ...starter,
      name: 'Slow rain',
      grinderId: hand.id,
      grinderSetting: 18.5,
      why: 'So that it stays even.',
      otherGrinds: [{ grinderId: flat.id, setting: 5 }],
      grindsElsewhere: [{ grinder: 'A tall one', setting: 31 }],
    };
    const kept = await server.ok<KeptRecipe>('POST', '/recipes', recipe);
    const written = await writtenUp(server, kept.id);
    const why = written.content.sections.find(({ id }) => id === 'why')?.passages ?? [];
    expect(why.map(({ text }) => text)).toEqual(['So that it stays even.']);
    const card = written.content.figures.card;
    const file = { format: 'slow-crest.recipe', version: 1, recipe: card, why: ['So that it stays even.'] };

    const other = await new TestServer().start();
    try {
      const own = await grinder(other, 'flat-burr GRINDER');
      const text = JSON.stringify(file);
      expect(await other.ok<CardPreview>('POST', '/recipe-cards/read', { text })).toMatchObject({
        sameName: false,
        ownGrinders: ['Flat-burr grinder'],
        otherGrinders: ['Hand grinder', 'A tall one'],
      });
      const taken = await other.ok<KeptRecipe>('POST', '/recipe-cards', { text });
      const { grinderId: _, grinderSetting: __, otherGrinds: ___, grindsElsewhere: ____, ...settings } = recipe;
      expect(taken.recipe).toEqual({
        ...settings,
        grinderId: own.id,
        grinderSetting: 5,
        otherGrinds: [],
        grindsElsewhere: [
          { grinder: 'Hand grinder', setting: 18.5 },
          { grinder: 'A tall one', setting: 31 },
        ],
      });
      // And given on from there it is the same card again, whatever order its grinders stand in.
      const { content } = await writtenUp(other, taken.id);
      const { grinds, ...rest } = content.figures.card ?? { grinds: [] };
      const { grinds: before, ...first } = card ?? { grinds: [] };
      expect(rest).toEqual(first);
      expect(new Set(grinds.map(({ grinder: name, setting }) => `${name.toLowerCase()} ${setting}`))).toEqual(
        new Set(before.map(({ grinder: name, setting }) => `${name.toLowerCase()} ${setting}`)),
      );
    } finally {
      await other.end();
    }
  });

  it('that is broken, newer or something else is refused in words, and nothing is taken in', async () => {
    const card = { format: 'slow-crest.recipe', version: 1, recipe: cardOf(starter, []), why: [] };
    const before = (await server.ok<KeptRecipe[]>('GET', '/recipes')).length;
    const broken: [unknown, RegExp][] = [
      ['{"format": "slow-crest.rec', /no recipe card: it is not JSON/],
      ['[]', /not a recipe card/],
      ['null', /not a recipe card/],
      [{ ...card, format: 'slow-crest.archive' }, /not a recipe card/],
      [{ ...card, version: 2 }, /newer version/],
      [{ ...card, version: 'one' }, /newer version/],
      [{ ...card, recipe: { ...card.recipe, doseG: -3 } }, /recipe\.doseG: Dose must be between/],
      [{ ...card, recipe: { ...card.recipe, poison: 1 } }, /recipe\.poison/],
      [{ ...card, recipe: { ...card.recipe, iceG: 900 } }, /recipe\.iceG: Ice is part of the water/],
      [{ ...card, recipe: { ...card.recipe, stages: [] } }, /recipe\.stages: At least one pour/],
      [{ ...card, recipe: { ...card.recipe, stages: [...starter.stages].reverse() } }, /recipe\.stages\.\d+\.\w+: /],
      [{ ...card, recipe: { ...card.recipe, grinds: [{ grinder: '', setting: 1 }] } }, /The grinder is needed/],
    ];
    for (const [file, why] of broken)
      for (const path of ['/recipe-cards/read', '/recipe-cards']) {
        const text = typeof file === 'string' ? file : JSON.stringify(file);
        const refusal = await server.refused('POST', path, { text });
        expect(refusal).toMatchObject({ status: 422, message: expect.stringMatching(why) });
      }
    expect((await server.ok<KeptRecipe[]>('GET', '/recipes')).length).toBe(before);
    await server.ok('POST', '/recipe-cards', { text: JSON.stringify(card) });
  });
});
