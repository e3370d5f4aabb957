import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DataSource } from 'typeorm';
import { join } from 'node:path';
import type { Brew } from '../../contract/bag/brew';
import type { ExchangeFile } from '../../contract/keeping/exchange';
import type { PalateRecord } from '../../contract/palate/palate';
import type { BagPage } from '../../contract/shelf/shelf';
import { ENGINE_VERSION } from '../../core/crest';
import type { Compared } from '../../core/cup';
import { brewDraft, TestServer, TODAY } from './support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const page = (id: string): Promise<BagPage> => server.ok('GET', `/bags/${id}?today=${TODAY}`);
const record = (): Promise<PalateRecord> => server.ok('GET', '/palate/record');

interface CupSaid {
  day: number;
  mark?: number | null;
  against?: { thanId: string; was: Compared }[];
}

/** Logs a cup on a day since the bag was roasted, on 2026-01-20. */
const addCup = (bagId: string, { day, mark = null, against = [] }: CupSaid): Promise<string> =>
  server.addBrew(bagId, {
    brewedAt: `${new Date(Date.parse('2026-01-20') + day * 86_400_000).toISOString().slice(0, 10)}T08:00:00Z`,
    cup: { scoringScale: 'mark10', mark, comparisons: against },
  });
const bag = (): Promise<string> => server.addBag({ roastedOn: '2026-01-20', roastLevel: 'light', process: 'washed' });

async function brewOf(bagId: string, id: string): Promise<Brew> {
  const brew = (await page(bagId)).brews.find((one) => one.id === id);
  if (!brew) throw new Error('This brew is not in the log');
  return brew;
}

describe('cups held against each other', () => {
  it('judge a bag without a single mark', async () => {
    const bagId = await bag();
    const first = await addCup(bagId, { day: 4 });
    const second = await addCup(bagId, { day: 9, against: [{ thanId: first, was: 'better' }] });
    const third = await addCup(bagId, { day: 16, against: [{ thanId: second, was: 'better' }] });
    await addCup(bagId, { day: 24, against: [{ thanId: third, was: 'like' }] });
    await addCup(bagId, { day: 36, against: [{ thanId: third, was: 'worse' }] });
    const { verdict } = await page(bagId);
    expect(verdict).toMatchObject({ usable: 5, basis: { marks: 0, levels: 0, comparisons: 5 } });
    expect(verdict.brews.map(({ by, leftOut }) => [by, leftOut])).toEqual(Array(5).fill(['comparisons', null]));
    const tasted = new Map(verdict.brews.map(({ id, asScored }) => [id, asScored ?? NaN]));
    expect(tasted.get(second)).toBeGreaterThan(tasted.get(first) ?? NaN);
    expect(tasted.get(third)).toBeGreaterThan(tasted.get(second) ?? NaN);
    expect(verdict.advisedDay).toBeGreaterThan(12);
    expect(verdict.advisedDay).toBeLessThan(30);
  });

  it('must be of one bag, another cup, and each but once', async () => {
    const [one, other] = [await bag(), await bag()];
    const mine = await addCup(one, { day: 5 });
    const theirs = await addCup(other, { day: 5 });
    const refused = async (against: CupSaid['against']): Promise<unknown> =>
      (
        await server.refused('POST', `/bags/${one}/brews`, {
          ...brewDraft(),
          cup: { scoringScale: 'mark10', mark: 8, comparisons: against },
        })
      ).fields;
    expect(await refused([{ thanId: theirs, was: 'like' }])).toEqual([
      { path: 'cup.comparisons', message: expect.stringContaining('another cup of this bag') as string },
    ]);
    expect(
      await refused([
        { thanId: mine, was: 'like' },
        { thanId: mine, was: 'worse' },
      ]),
    ).toMatchObject([{ message: 'It was compared with the same cup twice' }]);
    const { id: _, bagId: __, score, restDay, createdAt, revision, making, ...written } = await brewOf(one, mine);
    expect([score, restDay, createdAt, making, revision]).toBeDefined();
    const itself = { ...written, revision, cup: { ...written.cup, comparisons: [{ thanId: mine, was: 'like' }] } };
    expect((await server.refused('PATCH', `/brews/${mine}`, itself)).fields).toMatchObject([
      { path: 'cup.comparisons' },
    ]);
  });

  it('are left alone when the other cup is deleted, and count again when it comes back', async () => {
    const bagId = await bag();
    const first = await addCup(bagId, { day: 5 });
    const second = await addCup(bagId, { day: 12, against: [{ thanId: first, was: 'better' }] });
    await server.ok('DELETE', `/brews/${first}`);
    expect((await page(bagId)).verdict).toMatchObject({ usable: 0 });
    expect((await page(bagId)).brews[0]).toMatchObject({ id: second, cup: { comparisons: [{ thanId: first }] } });
    await server.ok('POST', `/brews/${first}/restore`);
    expect((await page(bagId)).verdict).toMatchObject({ usable: 2 });
  });
});

describe('the track record', () => {
  it('is what was foretold of each cup before it was kept, against what it was, as SQL counts it', async () => {
    const own = await new TestServer().start();
    const bagId = await own.addBag({ roastedOn: '2026-01-20' });
    const marks = [7.4, 7.9, 8.5, 8.2, 8.9, 7.1];
    for (const [i, mark] of marks.entries())
      await own.addBrew(bagId, {
        brewedAt: `2026-02-${String(2 + 4 * i).padStart(2, '0')}T08:00:00Z`,
        cup: { scoringScale: 'mark10', mark },
      });
    const faulty = await own.addBrew(bagId, {
      brewedAt: '2026-02-27T08:00:00Z',
      cup: { scoringScale: 'mark10', mark: 3 },
    });
    const before = await own.ok<PalateRecord>('GET', '/palate/record');
    expect(before.overall.foretold).toBe(6);
    await own.ok('PUT', `/brews/${faulty}/fault`, { fault: 'spill', faultNote: '' });
    const { overall, bags, cups } = await own.ok<PalateRecord>('GET', '/palate/record');
    expect(cups).toHaveLength(5);
    expect(cups.every(({ engineVersion }) => engineVersion === ENGINE_VERSION)).toBe(true);
    expect(cups[0]).toMatchObject({ score: 71, last: 89, best: 89 });

    const db = new DataSource({
      type: 'better-sqlite3',
      database: join(own.folder, 'slow-crest.sqlite'),
      readonly: true,
    });
    await db.initialize();
    const [counted] = await db.query<Record<string, number>[]>(`
      SELECT COUNT(*) AS foretold, SUM(10 * c.mark BETWEEN p.lo AND p.hi) AS inside, AVG(ABS(10 * c.mark - p.mean)) AS engine,
        AVG(ABS(10 * c.mark - p.last)) AS last, AVG(ABS(10 * c.mark - p.best)) AS best
      FROM prediction p JOIN brew b ON b.id = p."brewId" AND b.fault IS NULL AND b."deletedAt" IS NULL
        JOIN cup c ON c."brewId" = b.id`);
    await db.destroy();
    expect(overall).toMatchObject({ foretold: counted?.foretold, inside: counted?.inside });
    for (const how of ['engine', 'last', 'best'] as const)
      expect(overall.misses?.[how]).toBeCloseTo(counted?.[how] ?? NaN, 9);
    expect(bags).toMatchObject([{ bagId, foretold: 5 }]);
    await own.end();
  });

  it('stays as it stood when cups are changed, and tells what they are called now', async () => {
    const bagId = await bag();
    const first = await addCup(bagId, { day: 6, mark: 7.5 });
    const second = await addCup(bagId, { day: 14, mark: 8.5, against: [{ thanId: first, was: 'better' }] });
    const ofBag = async () => (await record()).cups.filter((cup) => cup.bagId === bagId);
    const [foretold] = await ofBag();
    expect(foretold).toMatchObject({ brewId: second, score: 85, against: [{ thanId: first, was: 'better' }] });
    const { id: _, bagId: __, score, restDay, createdAt, making, ...written } = await brewOf(bagId, first);
    expect([score, restDay, createdAt, making]).toBeDefined();
    await server.ok('PATCH', `/brews/${first}`, { ...written, cup: { ...written.cup, descriptors: [], mark: 5 } });
    expect(await ofBag()).toEqual([foretold]);
    expect((await page(bagId)).record).toMatchObject({ foretold: 1, compared: 1 });
  });
});

it('a prediction is held against what best meant when it was made', async () => {
  const bagId = await bag();
  await addCup(bagId, { day: 6, mark: 7.5 });
  await addCup(bagId, { day: 14, mark: 8.5 });
  const score = async () => (await record()).cups.find((cup) => cup.bagId === bagId)?.score;
  expect(await score()).toBe(85);
  const weights = { aroma: 1, acidity: 0, body: 0, sweetness: 0, cleanness: 0 };
  await server.ok('PATCH', `/bags/${bagId}`, { weights });
  expect(await score()).toBe(85);
});

describe('cups with levels and no mark', () => {
  const levels = (...complaints: string[]) =>
    ['fruit', 'weight', 'roast'].map((attribute) => ({
      attribute,
      intensity: null,
      adequacy: complaints.includes(attribute) ? ('too much' as const) : ('just right' as const),
    }));
  const addLevels = (on: TestServer, bagId: string, day: number, mark: number | null, ...complaints: string[]) =>
    on.addBrew(bagId, {
      brewedAt: `2026-02-${String(day).padStart(2, '0')}T08:00:00Z`,
      cup: { scoringScale: 'mark10', mark, intensities: levels(...complaints) },
    });

  it('judge a bag, which says so, and cost what the marks of finished bags say of complaints', async () => {
    const own = await new TestServer().start();
    const scores = async (bagId: string): Promise<(number | null)[]> =>
      (await own.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`)).verdict.brews.map(({ asScored }) => asScored);
    const bagId = await own.addBag({ roastedOn: '2026-01-25' });
    await addLevels(own, bagId, 2, null, 'fruit', 'roast');
    await addLevels(own, bagId, 9, null, 'roast');
    await addLevels(own, bagId, 16, null);
    const { verdict } = await own.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`);
    expect(verdict.basis).toEqual({ marks: 0, levels: 3, comparisons: 0 });
    expect(verdict.verdict).toMatch(/^Too early|It rests on levels alone/);
    expect((await scores(bagId)).sort()).toEqual([73, 76.5, 80]);
    // A finished bag in which roast went along with far lower marks, and fruit with none.
    const past = await own.addBag({ roastedOn: '2026-01-25' });
    for (const [day, mark, ...complaints] of [
      [2, 6, 'roast'],
      [5, 8, 'fruit'],
      [8, 6, 'roast'],
      [11, 8, 'fruit'],
      [14, 6, 'roast', 'fruit'],
      [17, 8],
    ] as const)
      await addLevels(own, past, day, mark, ...complaints);
    await own.ok('PATCH', `/bags/${past}`, { finishedOn: TODAY });
    const learnt = (await own.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`)).prior?.levelCosts ?? {};
    expect(learnt.roast).toBeGreaterThan(1.5);
    expect(learnt.fruit).toBeLessThan(0.8);
    const [least] = (await scores(bagId)).sort((a, b) => (a ?? 0) - (b ?? 0));
    expect(least).toBeCloseTo(80 - 3.5 * ((learnt.roast ?? NaN) + (learnt.fruit ?? NaN)), 6);
    await own.end();
  });
});

describe('crests given away and read', () => {
  const own = (): Promise<ExchangeFile> => server.ok('GET', '/crests');

  it('hold no word of whose they are', async () => {
    const bagId = await server.addBag({
      name: 'Secret Hill',
      roaster: 'Nobody',
      origin: 'Peru',
      roastedOn: '2026-01-20',
    });
    for (const [i, mark] of [7, 8.5, 8].entries()) await addCup(bagId, { day: 6 + 8 * i, mark });
    await server.ok('PATCH', `/bags/${bagId}`, { finishedOn: TODAY });
    const file = await own();
    expect(file).toMatchObject({ format: 'slow-crest.crests', version: 1 });
    expect(file.bags.some(({ cups }) => cups === 3)).toBe(true);
    expect(JSON.stringify(file)).not.toMatch(/Secret|Nobody|Peru|2026/);
    expect(Object.keys(file.bags[0] ?? {}).sort()).toEqual([
      'cups',
      'peak',
      'process',
      'roastLevel',
      'shapes',
      'style',
    ]);
  });

  it('and the household’s own finished bags teach how the next ones run, until that is undone', async () => {
    const bagId = await server.addBag({ name: 'Next Hill', roastedOn: TODAY });
    expect((await page(bagId)).prior?.shapes?.bags).toBeGreaterThanOrEqual(1);
    await server.ok('PATCH', '/settings', { learnsShapes: false });
    expect((await page(bagId)).prior).not.toHaveProperty('shapes');
    await server.ok('PATCH', '/settings', { learnsShapes: true });
    expect((await page(bagId)).prior?.shapes?.bags).toBeGreaterThanOrEqual(1);
  });

  it('move what is expected, by less than one’s own, until they are thrown out', async () => {
    const other = await new TestServer().start();
    const bagId = await other.addBag({ roastedOn: TODAY, roastLevel: 'light', process: 'washed' });
    const peak = async (): Promise<number> =>
      (await other.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`)).verdict.peak.day;
    const before = await peak();
    const { axis, shapes, ...rest } = await own();
    // Ten bags that all peaked late.
    const step = Math.log(axis.toDays / axis.fromDays) / axis.cells;
    const late = Array.from({ length: axis.cells + 2 }, (_, p) => {
      const days = axis.fromDays * Math.exp((p - 1.5) * step);
      return p < 2 ? -20 : Math.max(-20, -0.5 * (Math.log(days / 40) / 0.15) ** 2);
    });
    const top = Math.max(...late);
    const lesson = {
      roastLevel: 'light',
      process: 'washed',
      style: 'filter',
      cups: 12,
      peak: late.map((log) => log - top),
      shapes: shapes.map(() => 0),
    };
    const file = { ...rest, axis, shapes, bags: Array.from({ length: 10 }, () => lesson) };
    const { id } = await other.ok<{ id: string }>('POST', '/crests/read', { name: 'late.json', file });
    expect(await peak()).toBeGreaterThan(before + 4);
    expect(await other.ok('GET', '/crests/read')).toMatchObject([{ id, name: 'late.json', bags: 10 }]);
    await other.ok('DELETE', `/crests/read/${id}`);
    expect(await peak()).toBe(before);
    const short = { ...file, bags: [{ ...lesson, peak: [0, -1] }] };
    expect((await other.refused('POST', '/crests/read', { name: 'x', file: short })).message).toContain('50 numbers');
    await other.end();
  });
});

describe('value', () => {
  it('is said among the household’s own bags with a price, once there are enough of them', async () => {
    const priced = async (price: number, mark: number): Promise<string> => {
      const id = await server.addBag({ roastedOn: '2026-01-20', price, weightG: 250 });
      await addCup(id, { day: 12, mark });
      await addCup(id, { day: 14, mark });
      return id;
    };
    const valueOf = async (id: string) =>
      (await server.ok<{ value: { place: number; of: number } | null }>('GET', `/bags/${id}/value`)).value;
    const best = await priced(10, 9);
    expect(await valueOf(best)).toBeNull();
    for (const price of [10, 12, 14]) await priced(price, 6);
    expect(await valueOf(best)).toMatchObject({ place: 1, of: 4 });
    // One that nobody has tasted has no value yet.
    const untasted = await server.addBag({ roastedOn: '2026-01-20', price: 10, weightG: 250 });
    expect(await valueOf(untasted)).toBeNull();
  });
});
