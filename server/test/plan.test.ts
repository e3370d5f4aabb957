import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BagPage, Shelf } from '../../contract/shelf/shelf';
import { plan as planSchema, type Plan } from '../../contract/shelf/plan';
import type { OrderAdvice } from '../../contract/shelf/order';
import { addDays } from '../../core/rest';
import { TestServer, TODAY } from './support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const plan = async (): Promise<Plan> => planSchema.parse(await server.ok('GET', `/plan?today=${TODAY}`));
const shelf = (): Promise<Shelf> => server.ok('GET', `/shelf?today=${TODAY}`);
const page = (id: string): Promise<BagPage> => server.ok('GET', `/bags/${id}?today=${TODAY}`);
const roasted = (daysAgo: number): { roastedOn: string } => ({ roastedOn: addDays(TODAY, -daysAgo) });

describe('the plan over HTTP', () => {
  it('has a word for an empty shelf', async () => {
    expect(await plan()).toMatchObject({ cups: [], freeze: [], runsOutOn: TODAY });
    expect((await shelf()).pick).toBeNull();
  });

  it('is what the morning follows, and is made anew when something is set or a cup is drunk', async () => {
    const [ripe, young] = [
      await server.addBag({ name: 'Ripe', ...roasted(20) }),
      await server.addBag({ name: 'Young', ...roasted(3) }),
    ];
    expect((await plan()).cups[0]).toMatchObject({ on: TODAY, bagId: ripe, name: 'Ripe', pin: null });
    expect(await shelf()).toMatchObject({ isPlanned: true, pick: { bagId: ripe } });

    const { id } = await server.ok<{ id: string }>('POST', '/plan/marks', { kind: 'pin', on: TODAY, bagId: young });
    const set = await plan();
    expect(set.cups[0]).toMatchObject({ bagId: young, pin: { id } });
    expect(set.cups[0]?.pin?.price).toBeGreaterThan(0);
    expect((await shelf()).pick).toMatchObject({
      bagId: young,
      reason: expect.stringMatching(/^Set by you/) as string,
    });

    await server.ok('DELETE', `/plan/marks/${id}`);
    expect((await plan()).cups[0]?.bagId).toBe(ripe);
    expect(await server.refused('DELETE', `/plan/marks/${id}`)).toMatchObject({ status: 404 });
    expect((await server.refused('POST', '/plan/marks', { kind: 'pin', on: TODAY })).fields).toEqual([
      { path: 'bagId', message: 'A bag is needed to set a cup of it' },
    ]);

    const before = (await plan()).cups.filter(({ bagId }) => bagId === ripe).length;
    await server.addBrew(ripe, { brewedAt: `${TODAY}T08:00:00Z` });
    const after = await plan();
    expect(after.isExtraToday).toBe(true);
    expect(after.cups.filter(({ bagId }) => bagId === ripe).length).toBeLessThanOrEqual(before);
    expect((await shelf()).pick?.reason).toMatch(/^What you want today is drunk; this would be one more\./);
  });

  it('plans for visitors, and less on a day that is skipped', async () => {
    const on = addDays(TODAY, 5);
    const cupsOn = async (): Promise<number> => (await plan()).cups.filter((cup) => cup.on === on).length;
    expect(await cupsOn()).toBe(1);
    await server.ok('POST', '/plan/marks', { kind: 'visit', on, cups: 3 });
    expect(await cupsOn()).toBe(4);
    await server.ok('POST', '/plan/marks', { kind: 'skip', on });
    expect(await cupsOn()).toBe(3);
  });
});

describe('portions', () => {
  it('have a weight and days of their own, and a brew is drawn from one of them once', async () => {
    const bagId = await server.addBag({ name: 'Parted', ...roasted(20), weightG: 200 });
    const heldPortions = [
      { id: 'deep', grams: 60, stays: [{ from: addDays(TODAY, -12), to: null }] },
      { id: 'open', grams: 40, stays: [{ from: addDays(TODAY, -12), to: addDays(TODAY, -2) }] },
    ];
    await server.ok('PATCH', `/bags/${bagId}`, { heldPortions, was: { heldPortions: [] } });
    const brewId = await server.addBrew(bagId, { brewedAt: `${TODAY}T08:00:00Z`, doseG: 17, portionId: 'open' });
    await server.addBrew(bagId, { brewedAt: `${TODAY}T08:00:00Z`, doseG: 17, portionId: 'open', potId: brewId });
    const { stock, gramsLeft, brews } = await page(bagId);
    expect(stock).toEqual({
      bagG: 100,
      portions: [
        { id: 'deep', grams: 60 },
        { id: 'open', grams: 23 },
      ],
      totalG: 183,
    });
    expect(gramsLeft).toBe(183);
    // Eight days before the freezer, ten days in it that hardly count, and two since.
    expect(brews.map(({ restDay }) => restDay)).toEqual([10, 10]);
    const lane = (await shelf()).lanes.find(({ id }) => id === bagId);
    expect(lane).toMatchObject({ inFreezerG: 60, gramsLeft: 183 });

    const corrections = [{ id: 'c', portionId: null, on: TODAY, grams: -15, reason: 'given away' }];
    await server.ok('PATCH', `/bags/${bagId}`, { corrections, was: { corrections: [] } });
    expect((await page(bagId)).stock.bagG).toBe(85);
  });

  it('age by the rate the household has for its freezer', async () => {
    const spells = [{ place: 'freezer' as const, from: addDays(TODAY, -10), to: null }];
    const bagId = await server.addBag({ name: 'Frozen', ...roasted(20), spells });
    expect((await page(bagId)).verdict.restDay).toBe(10);
    await server.ok('PATCH', '/settings', { freezerRate: 0.5, was: { freezerRate: 0.03 } });
    expect((await page(bagId)).verdict.restDay).toBe(15);
    await server.ok('PATCH', '/settings', { freezerRate: 0.03, was: { freezerRate: 0.5 } });
  });
});

describe('the rate of the freezer', () => {
  it('is learnt once a bag has cups from before the freezer and after it', async () => {
    const learnt = async () => (await server.ok<{ learnt: object | null }>('GET', '/plan/freezer')).learnt;
    expect(await learnt()).toBeNull();
    const spells = [{ place: 'freezer' as const, from: addDays(TODAY, -40), to: addDays(TODAY, -10) }];
    const bagId = await server.addBag({ name: 'In and out', ...roasted(60), spells, weightG: 500 });
    for (const [daysAgo, mark] of [
      [50, 7],
      [45, 8],
      [8, 8],
      [2, 7],
    ] as const)
      await server.addBrew(bagId, {
        brewedAt: `${addDays(TODAY, -daysAgo)}T08:00:00Z`,
        cup: { scoringScale: 'mark10', mark },
      });
    expect(await learnt()).toMatchObject({ bags: 1, median: expect.any(Number) as number });
    await server.ok('DELETE', `/bags/${bagId}`);
    expect(await learnt()).toBeNull();
  });
});

describe('orders over HTTP', () => {
  it('are wished for, ordered, and taken off the list', async () => {
    const { id } = await server.ok<{ id: string }>('POST', '/orders', { name: 'Winter Lot', price: 19, weightG: 200 });
    const orders = (): Promise<OrderAdvice[]> => server.ok('GET', `/orders?today=${TODAY}`);
    const [wished] = await orders();
    expect(wished).toMatchObject({ pricePer100G: 9.5, order: { id, orderedOn: null } });
    expect(wished?.orderBy !== null).toBe(true);
    const { id: _, ...order } = wished?.order ?? { id };
    await server.ok('PUT', `/orders/${id}`, {
      ...order,
      orderedOn: TODAY,
      roastedOn: TODAY,
      arrivesOn: addDays(TODAY, 3),
    });
    expect((await orders())[0]).toMatchObject({
      orderBy: null,
      headline: expect.stringMatching(/^On its way/) as string,
    });
    // It is planned with once it is here, by what is expected of its kind, and stands for no bag of the shelf until
    // then.
    const ofIt = (await plan()).cups.filter(({ bagId }) => bagId === id);
    expect(ofIt.length).toBeGreaterThan(3);
    for (const { on, isComing, name } of ofIt)
      expect({ isComing, name, isHere: on >= addDays(TODAY, 3) }).toEqual({
        isComing: true,
        name: 'Winter Lot',
        isHere: true,
      });
    await server.ok('DELETE', `/orders/${id}`);
    expect(await orders()).toEqual([]);
    expect((await plan()).cups.some(({ isComing }) => isComing)).toBe(false);
    const wrong = { name: 'x', availableFrom: '2026-05-01', availableUntil: '2026-04-01' };
    expect((await server.refused('POST', '/orders', wrong)).fields).toEqual([
      { path: 'availableUntil', message: 'It cannot be gone before it can be had' },
    ]);
  });
});

describe('the calendar over HTTP', () => {
  const feed = (path: string): Promise<Response> => fetch(`${server.running.address}${path}`);

  it('is read by whoever knows its secret address, until another one is made', async () => {
    expect(await server.ok('GET', '/calendar/address')).toEqual({ path: null });
    const { path } = await server.ok<{ path: string }>('POST', '/calendar/address');
    const response = await feed(path);
    expect(response.headers.get('content-type')).toContain('text/calendar');
    const events = new ICAL.Component(ICAL.parse(await response.text()) as never).getAllSubcomponents('vevent');
    const summaries = events.map((event) => new ICAL.Event(event).summary);
    expect(summaries).toContain('Brew Ripe');
    expect(summaries.some((one) => /^Ripe: (expected )?at its best$/.test(one))).toBe(true);
    expect(summaries).toContain('Visitors: 3 cups');

    const { path: next } = await server.ok<{ path: string }>('POST', '/calendar/address');
    expect([(await feed(path)).status, (await feed(next)).status]).toEqual([404, 200]);
    await server.ok('DELETE', '/calendar/address');
    expect((await feed(next)).status).toBe(404);
    expect((await feed('/api/calendar/feed/short')).status).toBeGreaterThanOrEqual(400);
  });
});
