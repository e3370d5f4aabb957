import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BagChange } from '../../contract/bag/bag';
import type { PublishedRecipe } from '../../contract/bag/bagRecord';
import type { Brew } from '../../contract/bag/brew';
import type { BagPage, Shelf } from '../../contract/shelf/shelf';
import type { Words } from '../../contract/palate/word';
import { cup } from './support/cupSample';
import { brewDraft, TestServer, TODAY } from './support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const page = (id: string): Promise<BagPage> => server.ok('GET', `/bags/${id}?today=${TODAY}`);
const change = (id: string, body: BagChange): Promise<unknown> => server.ok('PATCH', `/bags/${id}`, body);

describe('cups of one brew', () => {
  const potted = async (bagId: string): Promise<[first: string, second: string]> => {
    const first = await server.addBrew(bagId, { doseG: 20, waterG: 320 });
    return [first, await server.addBrew(bagId, { doseG: 20, waterG: 320, style: 'milk', potId: first })];
  };
  const brewOf = async (bagId: string, id: string): Promise<Brew> => {
    const brew = (await page(bagId)).brews.find((one) => one.id === id);
    if (!brew) throw new Error('This brew is not in the log');
    return brew;
  };

  it('draw their beans once, on the page and on the shelf', async () => {
    const bagId = await server.addBag({ weightG: 250 });
    await potted(bagId);
    expect((await page(bagId)).gramsLeft).toBe(230);
    const shelf = await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`);
    expect(shelf.lanes.find(({ id }) => id === bagId)?.gramsLeft).toBe(230);
  });

  it('have the time and the recipe of the first, whatever is sent with another', async () => {
    const bagId = await server.addBag();
    const first = await server.addBrew(bagId, { doseG: 20, waterG: 320 });
    const second = await server.addBrew(bagId, { brewedAt: '2026-02-25T09:00:00Z', doseG: 14, potId: first });
    const { brewedAt } = await brewOf(bagId, first);
    expect(await brewOf(bagId, second)).toMatchObject({ brewedAt, doseG: 20, waterG: 320 });
  });

  it('are known to the engine as sharing it', async () => {
    const bagId = await server.addBag();
    const [first] = await potted(bagId);
    await page(bagId);
    const input = server.fits.findLast(({ brews }) => brews.some(({ id }) => id === first));
    expect(input?.brews.map(({ pot }) => pot)).toEqual([first, first]);
  });

  it('follow each other in what they have in common, and in nothing else', async () => {
    const bagId = await server.addBag();
    const [first, second] = await potted(bagId);
    const { id: _, bagId: __, score, restDay, createdAt, revision, making, ...written } = await brewOf(bagId, first);
    expect([score, restDay, createdAt, making]).toBeDefined();
    const cupOnly = { ...written.cup, descriptors: [], mark: 9 };
    await server.ok('PATCH', `/brews/${first}`, { ...written, revision, waterC: 88, drainS: 170, cup: cupOnly });
    expect(await brewOf(bagId, second)).toMatchObject({ waterC: 88, drainS: 170, style: 'milk', cup: { mark: 8.2 } });

    const fault = (id: string, said: string | null) =>
      server.ok('PUT', `/brews/${id}/fault`, { fault: said, faultNote: '' });
    await fault(second, 'spill');
    expect(await brewOf(bagId, first)).toMatchObject({ fault: 'spill' });
    await fault(first, null);
    expect(await brewOf(bagId, second)).toMatchObject({ fault: null });
    await fault(second, 'dirty-cup');
    expect(await brewOf(bagId, first)).toMatchObject({ fault: null });
  });

  it('must be of a brew of this bag, and not of a cup of one', async () => {
    const [one, other] = [await server.addBag(), await server.addBag()];
    const [first, second] = await potted(one);
    for (const [bagId, potId] of [
      [other, first],
      [one, second],
      [one, '99999999-9999-4999-8999-999999999999'],
    ] as const) {
      const problem = await server.refused('POST', `/bags/${bagId}/brews`, brewDraft({ potId }));
      expect(problem.fields[0]?.path).toBe('potId');
    }
  });
});

describe('words that were agreed on', () => {
  it('are all a cup of the bag can be described by; what it said before, it may go on saying', async () => {
    const bagId = await server.addBag();
    const words = (...typed: string[]) => typed.map((one) => ({ typed: one, slot: 'cup' }));
    const id = await server.addBrew(bagId, { cup: cup({ descriptors: words('lime') }) });
    await change(bagId, { agreedWords: 'quince, rooibos' });
    const refused = brewDraft({ cup: cup({ descriptors: words('Quinces', 'fig') }) });
    const problem = await server.refused('POST', `/bags/${bagId}/brews`, refused);
    expect(problem.fields).toEqual([
      {
        path: 'cup.descriptors',
        message: '“fig” is not among the words agreed on for this bag. It can stand below, in your words.',
      },
    ]);
    await server.ok('PATCH', `/brews/${id}`, brewDraft({ cup: cup({ descriptors: words('lime', 'rooibos') }) }));
    expect((await page(bagId)).brews[0]?.cup.descriptors.map(({ typed }) => typed)).toEqual(['lime', 'rooibos']);
  });
});

describe('the recipe its roaster prints', () => {
  const publishedRecipe: PublishedRecipe = {
    style: 'filter',
    brewer: 'press',
    doseG: 18,
    waterG: 288,
    waterC: 95,
    filter: null,
    waterRecipe: null,
    grindWord: 'coarse',
    pours: 3,
    asPrinted: 'Four minutes, then press.',
  };

  it('is kept as a claim, and held against the reference', async () => {
    const bagId = await server.addBag({ publishedRecipe });
    expect((await page(bagId)).bag.publishedRecipe).toEqual(publishedRecipe);
    expect((await page(bagId)).verdict.claimed).toMatchObject({ brews: 0 });
    await server.addBrew(bagId, { brewer: 'press', doseG: 18, waterG: 288, waterC: 95, cup: cup({ mark: 6 }) });
    await server.addBrew(bagId, { cup: cup({ mark: 8.4 }) });
    const { claimed } = (await page(bagId)).verdict;
    expect(claimed?.brews).toBe(1);
    expect(claimed?.mean).toBeLessThan(-2);
    await change(bagId, { publishedRecipe: null });
    expect((await page(bagId)).verdict.claimed).toBeNull();
  });
});

describe('final levels', () => {
  it('are kept as drawn', async () => {
    const bagId = await server.addBag();
    const finalLevels = [{ attribute: 'acidity', intensity: '3+' as const }];
    await change(bagId, { finalLevels });
    expect((await page(bagId)).bag.finalLevels).toEqual(finalLevels);
    const problem = await server.refused('PATCH', `/bags/${bagId}`, {
      finalLevels: [{ attribute: 'acidity', intensity: '9' }],
    });
    expect(problem.fields[0]?.path).toBe('finalLevels.0.intensity');
  });
});

describe('a word', () => {
  const own = async (id: string) => (await server.ok<Words>('GET', '/words')).own.find((word) => word.id === id);

  it('of one’s own says all that the vocabulary says of its notes', async () => {
    const said = {
      name: 'barn door',
      family: 'wood, smoke and earth',
      like: 'Sun on old paint.',
      reference: 'A board left in the sun.',
      near: ['hay', 'cedar'],
      allergens: ['gluten'],
      knownBy: null,
      substitute: '',
    };
    const { id } = await server.ok<{ id: string }>('POST', '/words', said);
    expect(await own(id)).toEqual({ ...said, id, mergedInto: null });
    await server.ok('PUT', `/words/${id}`, { ...said, knownBy: 'only by its substitute', substitute: 'a fence' });
    await server.ok('PUT', `/words/${id}/merge`, { into: 'cedar' });
    expect(await own(id)).toMatchObject({ like: 'Sun on old paint.', substitute: 'a fence', mergedInto: 'cedar' });
    const problem = await server.refused('PUT', `/words/${id}`, { ...said, near: ['nowhere'] });
    expect(problem.fields[0]?.path).toBe('near');
  });

  it('of the vocabulary can be marked as never tasted, and keeps what it is', async () => {
    await server.ok('PUT', '/words/medlar', { name: 'medlar', like: 'Ours.', knownBy: 'never tasted' });
    expect(await own('medlar')).toMatchObject({ name: 'medlar', family: 'orchard fruit', knownBy: 'never tasted' });
    expect((await own('medlar'))?.like).not.toBe('Ours.');
  });
});
