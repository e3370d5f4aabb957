import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bag as bagSchema, type Bag } from '../../contract/bag/bag';
import { bagPage, shelf as shelfSchema, type BagPage, type SearchHit, type Shelf } from '../../contract/shelf/shelf';
import type { Taster } from '../../contract/table/taster';
import type { Words } from '../../contract/palate/word';
import { bagDraft, brewDraft, REFERENCE, TestServer, TODAY } from './support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const page = (id: string): Promise<BagPage> => server.ok('GET', `/bags/${id}?today=${TODAY}`);
const shelf = (finished = 'no'): Promise<Shelf> => server.ok('GET', `/shelf?today=${TODAY}&finished=${finished}`);

describe('a bag', () => {
  it('comes back as it was written, in the shape of the contract', async () => {
    const spells = [{ place: 'freezer' as const, from: '2026-02-10', to: '2026-02-14' }];
    const written = bagDraft({
      name: 'Écho – 山',
      price: 14.5,
      bet: 'Kept\nas written',
      spells,
      scoringScale: 'stars',
    });
    const kept = bagSchema.parse(await server.ok('POST', '/bags', written));
    expect(kept).toMatchObject({ ...written, revision: 1 });
    const read = bagPage.parse(await page(kept.id));
    expect(read.bag).toEqual(kept);
    // 24 calendar days, of which 4 in the freezer at 0.03.
    expect(read.verdict.restDay).toBe(20);
    expect(read.gramsLeft).toBe(250);
  });

  it('with only a best-before has an assumed age', async () => {
    const id = await server.addBag({ roastedOn: null, bestBefore: '2027-01-01' });
    expect(await page(id)).toMatchObject({ roastedOn: '2026-01-01', roastSdDays: 60 });
  });

  it('with no date but that of its arrival is counted from an assumed one, and takes cups from then on', async () => {
    const id = await server.addBag({ roastedOn: null, arrivedOn: '2026-02-20' });
    const read = bagPage.parse(await page(id));
    expect(read.roastedOn).toBe('2026-02-09');
    expect(read.roastSdDays).toBeGreaterThan(10);
    await server.addBrew(id, { brewedAt: '2026-02-21T08:00:00+00:00' });
    const early = brewDraft({ brewedAt: '2026-02-01T08:00:00+00:00' });
    expect((await server.refused('POST', `/bags/${id}/brews`, early)).fields[0]?.path).toBe('brewedAt');
    expect((await page(id)).brews).toHaveLength(1);
  });

  it.each([
    ['an empty name', { name: '  ' }, 'name'],
    ['a name of 121 characters', { name: 'x'.repeat(121) }, 'name'],
    ['a roast date in year 20226', { roastedOn: '20226-02-02' }, 'roastedOn'],
    ['30 February', { roastedOn: '2026-02-30' }, 'roastedOn'],
    ['a roast date to come', { roastedOn: '2026-03-09' }, 'roastedOn'],
    ['no date at all', { roastedOn: null }, 'roastedOn'],
    ['best before it was roasted', { bestBefore: '2026-01-01' }, 'bestBefore'],
    ['a dose of −3 g', { reference: { ...REFERENCE, doseG: -3 } }, 'reference.doseG'],
    ['water at 4000 °C', { reference: { ...REFERENCE, waterC: 4000 } }, 'reference.waterC'],
    ['a weight of 0 g', { weightG: 0 }, 'weightG'],
    ['a word for a weight', { weightG: 'much' as unknown as number }, 'weightG'],
    ['an unknown roast level', { roastLevel: 'blue' as unknown as 'light' }, 'roastLevel'],
    [
      'out of the freezer before it went in',
      { spells: [{ place: 'freezer' as const, from: '2026-02-20', to: '2026-02-10' }] },
      'spells.0.to',
    ],
    [
      'frozen before it was roasted',
      { spells: [{ place: 'freezer' as const, from: '2026-01-20', to: null }] },
      'spells.0.from',
    ],
    [
      'two stays that overlap',
      {
        spells: [
          { place: 'freezer' as const, from: '2026-02-10', to: null },
          { place: 'freezer' as const, from: '2026-02-12', to: '2026-02-13' },
        ],
      },
      'spells.1.from',
    ],
    ['an unknown key', { colour: 'brown' }, 'colour'],
  ])('with %s is refused at its field, and nothing is saved', async (_what, differently, path) => {
    const before = (await shelf()).lanes.length;
    const { status, code, fields, message } = await server.refused('POST', '/bags', { ...bagDraft(), ...differently });
    expect({ status, code }).toEqual({ status: 422, code: 'invalid' });
    expect(fields.map((field) => field.path)).toEqual([path]);
    expect(message).toMatch(/Nothing was saved/);
    expect((await shelf()).lanes).toHaveLength(before);
  });

  it('cannot be roasted later than a brew already logged', async () => {
    const id = await server.addBag();
    await server.addBrew(id);
    const { fields } = await server.refused('PATCH', `/bags/${id}`, bagDraft({ roastedOn: '2026-02-21' }));
    expect(fields.map((field) => field.path)).toEqual(['roastedOn']);
    expect((await page(id)).bag.roastedOn).toBe('2026-02-05');
  });

  it('is changed whole, and its verdict follows', async () => {
    const id = await server.addBag();
    const early = (await page(id)).verdict.peak.day;
    await server.ok(
      'PATCH',
      `/bags/${id}`,
      bagDraft({ roastLevel: 'dark', reference: { ...REFERENCE, brewer: 'press' } }),
    );
    const read = await page(id);
    expect(read.bag).toMatchObject({ roastLevel: 'dark', reference: { brewer: 'press' }, revision: 2 });
    expect(read.verdict.peak.day).toBeLessThan(early / 1.5);
  });

  it('is changed in part, also by two at once, and stays a bag as a whole', async () => {
    const id = await server.addBag({ bet: 'Fig by the third week', spells: [] });
    await Promise.all([
      server.ok('PATCH', `/bags/${id}`, { betHeld: 'held' }),
      server.ok('PATCH', `/bags/${id}`, { perceivedRoast: 'dark' }),
      server.ok('PATCH', `/bags/${id}`, { spells: [{ place: 'freezer', from: '2026-02-10', to: null }] }),
    ]);
    const { bag } = await page(id);
    expect(bag).toMatchObject({
      bet: 'Fig by the third week',
      betHeld: 'held',
      perceivedRoast: 'dark',
      spells: [{ from: '2026-02-10' }],
    });
    expect((await server.refused('PATCH', `/bags/${id}`, { roastedOn: null })).fields[0]?.path).toBe('roastedOn');
    expect((await server.refused('PATCH', `/bags/${id}`, { revision: 9 })).fields[0]?.path).toBe('revision');
    expect((await server.refused('PATCH', '/bags/nowhere', { bet: '' })).status).toBe(404);
    expect((await page(id)).bag).toEqual(bag);
  });

  it('deleted is gone from everywhere, and comes back with its log', async () => {
    const id = await server.addBag({ name: 'Undo me' });
    await server.addBrew(id, { cup: { scoringScale: 'mark10', mark: 7, remarks: 'remembered' } });
    await server.ok('DELETE', `/bags/${id}`);
    expect((await server.refused('GET', `/bags/${id}?today=${TODAY}`)).status).toBe(404);
    expect((await shelf()).lanes.map((lane) => lane.id)).not.toContain(id);
    expect(await server.ok<SearchHit[]>('GET', '/search?q=remembered')).toEqual([]);
    expect((await server.refused('POST', `/bags/${id}/brews`, brewDraft())).status).toBe(404);
    await server.ok('POST', `/bags/${id}/restore`);
    expect((await page(id)).brews[0]?.cup.remarks).toBe('remembered');
  });
});

describe('the shelf', () => {
  it('says one thing of a bag: not to brew it, to learn from it and to leave it alone at once', async () => {
    const own = await new TestServer().start();
    const id = await own.addBag({ name: 'Only One', roastedOn: '2026-02-20', roastLevel: 'very-light' });
    const read = async (): Promise<Shelf> => own.ok('GET', `/shelf?today=${TODAY}`);
    const saidOf = ({ pick, mostInformative, leaveAlone }: Shelf): number =>
      [pick, mostInformative, ...leaveAlone].filter((one) => one?.bagId === id).length;
    await expect.poll(async () => (await read()).isPlanned).toBe(true);
    expect(saidOf(await read())).toBe(1);
    for (const day of [23, 26]) await own.addBrew(id, { brewedAt: `2026-02-${day}T08:00:00Z` });
    await expect.poll(async () => (await read()).lanes[0]?.judged).toBe('now');
    expect(saidOf(await read())).toBe(1);
    await own.end();
  });

  it('knows no best days of a finished bag that was drunk on one day', async () => {
    const id = await server.addBag({ name: 'One evening', roastedOn: '2026-02-01' });
    for (const hour of [18, 19, 20]) await server.addBrew(id, { brewedAt: `2026-02-20T${hour}:00:00Z` });
    await server.ok('PATCH', `/bags/${id}`, { finishedOn: '2026-02-20' });
    const lane = (await shelf('yes')).lanes.find((one) => one.id === id);
    expect([lane?.window, lane?.verdict]).toEqual([
      null,
      'Finished. All its marked cups are of 1 day, so nobody knows its best days.',
    ]);
    expect((await page(id)).window).toBeNull();
  });

  it('shows finished bags apart', async () => {
    const id = await server.addBag({ name: 'All gone', finishedOn: '2026-02-27' });
    expect((await shelf()).lanes.map((lane) => lane.id)).not.toContain(id);
    const finished = shelfSchema.parse(await shelf('yes'));
    expect(finished.lanes.find((lane) => lane.id === id)).toMatchObject({ state: 'spent', stateProbability: 1 });
  });

  it('keeps the shape of the contract and orders by urgency', async () => {
    const kept = shelfSchema.parse(await shelf());
    expect(kept.lanes.length).toBeGreaterThan(3);
    for (const lane of kept.lanes) expect(lane.ridge).toHaveLength(121);
  });

  it('needs to know which day it is', async () => {
    for (const query of ['', '?today=tomorrow', '?today=2026-02-31']) {
      expect((await server.refused('GET', `/shelf${query}`)).fields[0]?.path).toBe('today');
    }
  });
});

describe('the search', () => {
  it('finds every word, on the label or in the notes, and takes its signs literally', async () => {
    const label = { processName: 'thermal shock', lot: 'Z-31', shop: 'Gable Street', process: null, roastLevel: null };
    const id = await server.addBag({ name: 'Percent 100% _plain_', origin: 'Burundi', ...label });
    await server.addBrew(id, {
      cup: {
        scoringScale: 'mark10',
        mark: 8,
        remarks: 'Long, long damson skin, and a sentence around it that goes on for a while.',
      },
    });
    const find = async (q: string): Promise<string[]> =>
      (await server.ok<SearchHit[]>('GET', `/search?q=${encodeURIComponent(q)}`)).map((hit) => hit.id);
    expect(await find('DAMSON burundi')).toEqual([id]);
    expect(await find('100%')).toEqual([id]);
    expect(await find('_plain_')).toEqual([id]);
    for (const said of ['thermal', 'z-31', 'gable']) expect(await find(said)).toEqual([id]);
    expect(await find('damson nowhere')).toEqual([]);
    expect(await find('%zz%')).toEqual([]);
    const [hit] = await server.ok<SearchHit[]>('GET', '/search?q=damson');
    expect(hit?.inRemarks).toMatch(/damson skin/);
  });

  it('finds the words of a cup, as typed and as they are called since', async () => {
    const id = await server.addBag({ name: 'Worded' });
    await server.addBrew(id, {
      cup: {
        scoringScale: 'mark10',
        mark: 8,
        descriptors: [
          { typed: 'sea chest', slot: 'cup' },
          { typed: 'gooseberries', slot: 'warm-first' },
        ],
        remarks: '',
      },
    });
    const find = async (q: string): Promise<string[]> =>
      (await server.ok<SearchHit[]>('GET', `/search?q=${encodeURIComponent(q)}`)).map((hit) => hit.id);
    expect([await find('sea chest'), await find('gooseberr')]).toEqual([[id], [id]]);
    const { own } = await server.ok<Words>('GET', '/words');
    await server.ok('PUT', `/words/${own.find(({ name }) => name === 'sea chest')?.id}`, { name: 'cabin trunk' });
    expect([await find('cabin'), await find('chest')]).toEqual([[id], [id]]);
  });
});

describe('tasters', () => {
  it('are added once each', async () => {
    const { id } = await server.ok<Bag>('POST', '/tasters', { name: 'Mira' });
    expect(await server.ok('GET', '/tasters')).toEqual([{ id, name: 'Mira', mergedInto: null, cups: 0 }]);
    expect(await server.refused('POST', '/tasters', { name: 'mira' })).toMatchObject({
      status: 409,
      fields: [{ path: 'name' }],
    });
    expect((await server.refused('POST', '/tasters', { name: '' })).fields[0]?.path).toBe('name');
  });

  it('are called otherwise, and two that are one merged, until that is taken back', async () => {
    const [one, other] = [
      await server.ok<Bag>('POST', '/tasters', { name: 'Noor' }),
      await server.ok<Bag>('POST', '/tasters', { name: 'Nor' }),
    ];
    const bagId = await server.addBag({ name: 'Two Hands' });
    await server.addBrew(bagId, { tasterId: one.id });
    await server.addBrew(bagId, { tasterId: other.id, brewedAt: '2026-02-21T08:00:00Z' });
    const who = async (): Promise<(string | null)[]> =>
      (await server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`)).brews.map(({ tasterId }) => tasterId);
    await server.ok('PUT', `/tasters/${other.id}/merge`, { into: one.id });
    expect(await who()).toEqual([one.id, one.id]);
    // What one of them tasted is judged anew, as one taster's.
    expect(new Set(server.fits.at(-1)?.brews.map(({ taster }) => taster)).size).toBe(1);
    const tasters = await server.ok<Taster[]>('GET', '/tasters');
    expect(tasters).toContainEqual({ id: one.id, name: 'Noor', mergedInto: null, cups: 2 });
    expect(tasters).toContainEqual({ id: other.id, name: 'Nor', mergedInto: one.id, cups: 0 });
    // Nobody else is called as one who was merged: that one may be taken back.
    const taken = await server.refused('POST', '/tasters', { name: 'NOR' });
    expect(taken).toMatchObject({ status: 409, message: expect.stringContaining('Nor was merged into Noor') });
    expect((await server.refused('PUT', `/tasters/${one.id}/merge`, { into: other.id })).status).toBe(422);
    expect((await server.refused('PUT', `/tasters/${one.id}/merge`, { into: one.id })).status).toBe(422);
    await server.ok('PUT', `/tasters/${other.id}/merge`, { into: null });
    expect(await who()).toEqual([other.id, one.id]);
    await server.ok('PUT', `/tasters/${one.id}`, { name: 'Noor B.' });
    expect((await server.refused('PUT', `/tasters/${other.id}`, { name: 'noor b.' })).status).toBe(409);
  });

  it('each have their caffeine of the day, unless no tally is kept', async () => {
    const { id } = await server.ok<Bag>('POST', '/tasters', { name: 'Ada' });
    const bagId = await server.addBag({ name: 'Awake Hill', species: 'robusta' });
    await server.addBrew(bagId, { tasterId: id, brewedAt: `${TODAY}T07:00:00+01:00`, doseG: 10 });
    const tally = async () => (await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`)).caffeine;
    expect(await tally()).toMatchObject({ guideMg: 400, days: [{ on: TODAY, tally: [{ taster: 'Ada', mg: 202 }] }] });
    // The seven days that are told, and none before.
    await server.addBrew(bagId, { tasterId: id, brewedAt: '2026-02-23T07:00:00Z', doseG: 20 });
    await server.addBrew(bagId, { tasterId: id, brewedAt: '2026-02-22T07:00:00Z', doseG: 20 });
    expect((await tally())?.days.filter(({ on }) => on < '2026-02-25')).toEqual([
      { on: '2026-02-23', tally: [{ taster: 'Ada', mg: 405 }] },
    ]);
    await server.ok('PATCH', '/settings', { caffeineGuideMg: null });
    expect(await tally()).toBeNull();
  });
});
