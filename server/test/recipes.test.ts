import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  keptRecipeVersion,
  keptRecipe,
  type KeptRecipeVersion,
  type KeptRecipe,
  type RecipeInput,
} from '../../contract/bench/recipe';
import type { BagPage } from '../../contract/shelf/shelf';
import type { Grinder } from '../../core/brew';
import { TestServer, TODAY } from './support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const recipes = async (): Promise<KeptRecipe[]> =>
  (await server.ok<unknown[]>('GET', '/recipes')).map((one) => keptRecipe.parse(one));
const standard = async (): Promise<KeptRecipe> =>
  (await recipes()).find(({ isStandard }) => isStandard) ?? Promise.reject(new Error('No standard recipe'));
const written = async (): Promise<RecipeInput> => ({ ...(await standard()).recipe, name: 'Mine' });
const add = (recipe: unknown): Promise<KeptRecipe> => server.ok('POST', '/recipes', recipe);

describe('recipes', () => {
  it('begin with the starters, once, and exactly one standard', async () => {
    const before = await recipes();
    expect(before.length).toBeGreaterThanOrEqual(8);
    expect(before.filter(({ isStandard }) => isStandard)).toHaveLength(1);
    await server.stop();
    await server.start();
    expect(await recipes()).toEqual(before);
  });

  it('keep every version; what says the same is none', async () => {
    const recipe = await written();
    const { id } = await add(recipe);
    await server.ok('PUT', `/recipes/${id}`, recipe);
    const changed = await server.ok<KeptRecipe>('PUT', `/recipes/${id}`, { ...recipe, waterC: 91 });
    expect([changed.version, changed.versions, changed.recipe.waterC]).toEqual([2, 2, 91]);
    const versions = (await server.ok<KeptRecipeVersion[]>('GET', `/recipes/${id}/versions`)).map((one) =>
      keptRecipeVersion.parse(one),
    );
    expect(versions.map(({ version, recipe: { waterC } }) => [version, waterC])).toEqual([
      [2, 91],
      [1, recipe.waterC],
    ]);
  });

  it('have one standard at a time, which cannot be deleted; others come back', async () => {
    const { id } = await add(await written());
    await server.ok('PUT', `/recipes/${id}/standard`);
    expect((await standard()).id).toBe(id);
    expect((await server.refused('DELETE', `/recipes/${id}`)).message).toContain('Make another one the standard first');
    const other = (await recipes()).find(({ isStandard }) => !isStandard)?.id ?? '';
    await server.ok('DELETE', `/recipes/${other}`);
    expect((await server.refused('GET', `/recipes/${other}/versions`)).status).toBe(404);
    await server.ok('POST', `/recipes/${other}/restore`);
    expect((await recipes()).some((one) => one.id === other)).toBe(true);
  });

  it('with stages out of order are refused with the stage named', async () => {
    const recipe = await written();
    const stages = recipe.stages.map((stage, i) => (i === 2 ? { ...stage, atS: 20 } : stage));
    const { fields, status } = await server.refused('POST', '/recipes', { ...recipe, stages });
    expect(status).toBe(422);
    expect(fields).toEqual([
      {
        path: 'stages.2.atS',
        message: 'Stage 3 (pour to 195 g) begins at 0:20, before stage 2 (pour to 120 g, at 0:40)',
      },
    ]);
  });

  it.each([
    ['a shot without its seconds', { kind: 'espresso', stages: [], shotS: null }, 'shotS'],
    ['a steep without its hours', { kind: 'cold steep', steepHours: null }, 'steepHours'],
    ['nothing poured', { stages: [] }, 'stages'],
    ['more ice than water', { iceG: 300 }, 'iceG'],
    ['a band that ends before it begins', { drain: { fromS: 200, toS: 100 } }, 'drain.toS'],
    ['a dose of nothing', { doseG: 0 }, 'doseG'],
    ['an unknown kind', { kind: 'teapot' }, 'kind'],
  ])('are refused for %s', async (_, differently, path) => {
    const { fields } = await server.refused('POST', '/recipes', { ...(await written()), ...differently });
    expect(fields.map((field) => field.path)).toContain(path);
  });

  it('leave an old brew the version it was made with', async () => {
    const recipe = await written();
    const kept = await add(recipe);
    const bagId = await server.addBag();
    const live = await server.ok<{ id: string }>('POST', '/bench', {
      bagId,
      recipe: kept.recipe,
      recipeVersionId: kept.versionId,
    });
    await server.ok('POST', `/bench/${live.id}/start`, {});
    await server.addBrew(bagId, { liveId: live.id });
    await server.ok('PUT', `/recipes/${kept.id}`, { ...recipe, name: 'Mine, hotter', waterC: 97 });
    const [brew] = (await server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`)).brews;
    expect(brew?.making?.recipe).toMatchObject({ name: 'Mine', waterC: recipe.waterC, stages: recipe.stages });
    expect(brew?.making?.version).toEqual({ recipeId: kept.id, number: 1, isNewest: false });
    expect(
      (await server.ok<KeptRecipeVersion[]>('GET', `/recipes/${kept.id}/versions`)).map(({ brews }) => brews),
    ).toEqual([0, 1]);
  });
});

describe('grinders', () => {
  it('are kept with the days their burrs were changed', async () => {
    const { id } = await server.ok<Grinder>('POST', '/grinders', { name: 'Hand grinder' });
    await server.ok('PATCH', `/grinders/${id}`, {
      name: 'Hand grinder',
      burrChanges: [{ on: '2026-02-10', note: 'steel' }],
    });
    expect(await server.ok('GET', '/grinders')).toEqual([
      { id, name: 'Hand grinder', burrChanges: [{ on: '2026-02-10', note: 'steel' }], grindWords: [] },
    ]);
    const twice = ['medium', 'medium'].map((word) => ({ word, setting: 6 }));
    expect((await server.refused('PATCH', `/grinders/${id}`, { grindWords: twice })).status).toBe(422);
    await server.ok('PATCH', `/grinders/${id}`, { grindWords: twice.slice(1) });
    expect(await server.ok('GET', '/grinders')).toMatchObject([{ grindWords: [{ word: 'medium', setting: 6 }] }]);
    expect((await server.refused('PATCH', `/grinders/${id}`, { name: '' })).fields[0]?.path).toBe('name');
    await server.ok('DELETE', `/grinders/${id}`);
    expect(await server.ok('GET', '/grinders')).toEqual([]);
    await server.ok('POST', `/grinders/${id}/restore`);
    expect(await server.ok<Grinder[]>('GET', '/grinders')).toHaveLength(1);
  });
});
