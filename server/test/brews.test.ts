import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Brew, BrewDraft } from '../../contract/bag/brew';
import { bagPage, type BagPage } from '../../contract/shelf/shelf';
import { brewDraft, TestServer, TODAY } from './support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const page = (id: string): Promise<BagPage> => server.ok('GET', `/bags/${id}?today=${TODAY}`);
const cup = (differently: object): BrewDraft['cup'] => ({ scoringScale: 'mark10', mark: 8, ...differently });

describe('a brew', () => {
  it('comes back with its cup, notes, score and rest day', async () => {
    const bagId = await server.addBag();
    const remarks = '‏قهوة 🍐 <b>"quoted"</b>\nsecond line';
    const written = brewDraft({
      brewer: 'siphon',
      waterC: 91.5,
      grindStep: -1,
      drainS: 184,
      recordedFrom: 'memory',
      cup: cup({ mark: 8.4, aroma: 7.5, acidity: 8, body: null, remarks }),
    });
    const id = await server.addBrew(bagId, written);
    const read = bagPage.parse(await page(bagId));
    expect(read.brews).toEqual([
      expect.objectContaining({
        ...written,
        cup: expect.objectContaining({
          ...written.cup,
          sweetness: null,
          cleanness: null,
          blind: false,
          descriptors: [],
          intensities: [],
        }),
        id,
        bagId,
        score: 84,
        restDay: 15,
      }),
    ]);
    expect(read.gramsLeft).toBe(233);
  });

  it('belongs to the day on the wall where it was brewed', async () => {
    const bagId = await server.addBag();
    await server.addBrew(bagId, { brewedAt: '2026-02-20T23:30:00-08:00' });
    await server.addBrew(bagId, { brewedAt: '2026-02-20T00:30:00+09:00' });
    expect((await page(bagId)).brews.map((brew) => brew.restDay)).toEqual([15, 15]);
  });

  it.each([
    ['a dose of −3 g', { doseG: -3 }, 'doseG'],
    ['water at 4000 °C', { waterC: 4000 }, 'waterC'],
    ['brewed before it was roasted', { brewedAt: '2026-02-04T08:00:00Z' }, 'brewedAt'],
    ['a date in year 20226', { brewedAt: '20226-02-20T08:00:00Z' }, 'brewedAt'],
    ['a time without its offset', { brewedAt: '2026-02-20T08:00:00' }, 'brewedAt'],
    ['a time to come', { brewedAt: '2026-03-05T08:00:00Z' }, 'brewedAt'],
    ['900 KB of notes', { cup: cup({ remarks: 'x'.repeat(900_000) }) }, 'cup.remarks'],
    ['a mark of 11 out of 10', { cup: cup({ mark: 11 }) }, 'cup.mark'],
    ['a mark of 6 stars', { cup: cup({ scoringScale: 'stars', mark: 6 }) }, 'cup.mark'],
    ['an unknown scale', { cup: cup({ scoringScale: 'thumbs' }) }, 'cup.scoringScale'],
    ['a taster nobody knows', { tasterId: '0f0e7c2e-1111-4111-8111-000000000000' }, 'tasterId'],
    ['an unknown fault', { fault: 'gremlins' as unknown as null }, 'fault'],
    ['an unknown key', { sugar: 2 }, 'sugar'],
    ['an unknown key in the cup', { cup: cup({ crema: 3 }) }, 'cup.crema'],
  ])('with %s is refused at its field, and nothing is half saved', async (_what, differently, path) => {
    const bagId = await server.addBag();
    const { status, fields } = await server.refused('POST', `/bags/${bagId}/brews`, { ...brewDraft(), ...differently });
    expect(status).toBe(422);
    expect(fields.map((field) => field.path)).toEqual([path]);
    const read = await page(bagId);
    expect(read.brews).toEqual([]);
    expect(read.bag.revision).toBe(1);
  });

  it('of each scale is put on the common scale', async () => {
    const bagId = await server.addBag();
    const cups: [BrewDraft['cup'], number | null][] = [
      [cup({ mark: 8.3 }), 83],
      [cup({ scoringScale: 'stars', mark: 3.75 }), 75],
      [cup({ scoringScale: 'parts', mark: 84.5 }), 84.5],
      [cup({ scoringScale: 'composite', mark: null, aroma: 8, acidity: 7, body: 9 }), 80],
      [cup({ mark: null }), null],
    ];
    for (const [i, [one]] of cups.entries())
      await server.addBrew(bagId, { brewedAt: `2026-02-2${i}T08:00:00Z`, cup: one });
    expect((await page(bagId)).brews.map((brew) => brew.score)).toEqual(cups.map(([, score]) => score).reverse());
  });

  it('is changed, deleted and brought back, and the verdict follows each time', async () => {
    const bagId = await server.addBag();
    const id = await server.addBrew(bagId);
    await server.ok('PATCH', `/brews/${id}`, brewDraft({ cup: cup({ mark: 6.5, remarks: '' }) }));
    expect((await page(bagId)).brews[0]).toMatchObject({ score: 65, cup: { remarks: '' } });
    await server.ok('DELETE', `/brews/${id}`);
    expect(await page(bagId)).toMatchObject({ brews: [], verdict: { usable: 0 } });
    await server.ok('POST', `/brews/${id}/restore`);
    expect(await page(bagId)).toMatchObject({ brews: [{ id, score: 65 }], verdict: { usable: 1 } });
    expect((await server.refused('PATCH', '/brews/not-there', brewDraft())).status).toBe(404);
  });

  it('keeps what a change does not name, down to its cup, its words and its making', async () => {
    const bagId = await server.addBag();
    const id = await server.addBrew(bagId, {
      faultNote: 'a note',
      filter: 'thick paper',
      cup: cup({ mark: 8, finishS: 20, textures: ['silky'], descriptors: [{ typed: 'lime', slot: 'cup' }] }),
      making: { tdsPercent: 1.4, tastes: ['sharp'] },
    });
    const written = async () => {
      const [{ score: _, revision: __, ...brew } = {} as Brew] = (await page(bagId)).brews;
      return brew;
    };
    const before = await written();
    await server.ok('PATCH', `/brews/${id}`, {});
    expect(await written()).toEqual(before);
    await server.ok('PATCH', `/brews/${id}`, { waterC: 88, cup: { mark: 9 }, making: { ph: 5 } });
    expect(await written()).toEqual({
      ...before,
      waterC: 88,
      cup: { ...before.cup, mark: 9 },
      making: { ...before.making, ph: 5 },
    });
    const refused = await server.refused('PATCH', `/brews/${id}`, { cup: { mark: 11 } });
    expect(refused.fields).toMatchObject([{ path: 'cup.mark' }]);
    await server.ok('PATCH', `/brews/${id}`, { making: null });
    expect((await written()).making).toMatchObject({ ph: null, tdsPercent: null, tastes: [] });
  });

  it('is not changed by what was written over another state of it', async () => {
    const bagId = await server.addBag();
    const id = await server.addBrew(bagId, { cup: cup({ nag: { said: 'green', tapped: [] } }) });
    const revision = async (): Promise<number | undefined> => (await page(bagId)).brews[0]?.revision;
    expect(await revision()).toBe(1);
    await server.ok('PATCH', `/brews/${id}`, brewDraft({ cup: cup({ mark: 6 }), revision: 1 }));
    await server.ok('PUT', `/brews/${id}/fault`, { fault: 'spill', faultNote: '' });
    expect(await revision()).toBe(3);
    const refused = await server.refused('PATCH', `/brews/${id}`, brewDraft({ cup: cup({ mark: 9 }), revision: 2 }));
    expect(refused).toMatchObject({
      status: 409,
      code: 'conflict',
      message: expect.stringContaining('Nothing was saved'),
    });
    expect((await page(bagId)).brews[0]).toMatchObject({ score: 60, fault: 'spill', revision: 3 });
    await server.ok('PATCH', `/brews/${id}`, brewDraft({ cup: cup({ mark: 9 }), revision: 3 }));
    expect((await page(bagId)).brews[0]).toMatchObject({ score: 90, revision: 4 });
  });

  it('with a slip of the pen is asked about, until it is corrected or meant', async () => {
    const bagId = await server.addBag();
    for (const [i, mark] of [8.4, 8.2, 8.5, 8.3].entries())
      await server.addBrew(bagId, brewDraft({ brewedAt: `2026-02-${20 + i}T08:00:00Z`, cup: cup({ mark }) }));
    const slip = brewDraft({ brewedAt: '2026-02-24T08:00:00Z', cup: cup({ mark: 0.5 }) });
    const id = await server.addBrew(bagId, slip);
    const asked = async (): Promise<string[]> => (await page(bagId)).verdict.outliers.map((one) => one.id);
    expect(await asked()).toEqual([id]);
    const revision = (await page(bagId)).brews[0]?.revision ?? 0;
    await server.ok('PUT', `/brews/${id}/meant`, { score: 5 });
    expect(await asked()).not.toContain(id);
    expect((await page(bagId)).brews[0]).toMatchObject({ revision: revision + 1, cup: { meantScore: 5 } });
    // Another mark is another question.
    await server.ok('PATCH', `/brews/${id}`, { ...slip, cup: cup({ mark: 0.8, meantScore: 5 }) });
    expect(await asked()).toEqual([id]);
    await server.ok('PATCH', `/brews/${id}`, { ...slip, cup: cup({ mark: 8.5 }) });
    expect(await asked()).toEqual([]);
    expect((await server.refused('PUT', `/brews/${id}/meant`, { score: 101 })).status).toBe(422);
    expect((await server.refused('PUT', '/brews/nobody/meant', { score: 5 })).status).toBe(404);
  });

  it('with a fault stays in the log and leaves the judgement', async () => {
    const bagId = await server.addBag();
    for (const [day, mark] of [
      ['10', 7],
      ['14', 7.8],
      ['18', 8.7],
      ['24', 8.1],
    ] as const)
      await server.addBrew(bagId, { brewedAt: `2026-02-${day}T08:00:00Z`, cup: cup({ mark }) });
    const before = (await page(bagId)).verdict;
    const id = await server.addBrew(bagId, { brewedAt: '2026-02-26T08:00:00Z', cup: cup({ mark: 3 }) });
    expect((await page(bagId)).verdict.curve).not.toEqual(before.curve);
    await server.ok('PUT', `/brews/${id}/fault`, { fault: 'rinse-water-left', faultNote: 'half a cup of it' });
    const after = await page(bagId);
    expect(after.verdict).toMatchObject({ curve: before.curve, peak: before.peak, verdict: before.verdict, usable: 4 });
    expect(after.verdict.brews.find((brew) => brew.id === id)?.leftOut).toBe('fault');
    expect(after.brews[0]).toMatchObject({ fault: 'rinse-water-left', faultNote: 'half a cup of it' });
  });
});

describe('keeping', () => {
  it('survives a restart with the same verdict, not worked out again', async () => {
    const bagId = await server.addBag();
    for (const day of ['10', '14', '19', '25']) await server.addBrew(bagId, { brewedAt: `2026-02-${day}T08:00:00Z` });
    const before = await page(bagId);
    await server.stop();
    await server.start();
    const fits = server.fits.length;
    expect(await page(bagId)).toEqual(before);
    expect(server.fits).toHaveLength(fits);
  });

  it('works a verdict out once for many who ask at the same time', async () => {
    const bagId = await server.addBag();
    await server.addBrew(bagId);
    const fits = server.fits.length;
    // The save itself has already begun the work.
    await Promise.all(Array.from({ length: 8 }, () => page(bagId)));
    expect(server.fits.length - fits).toBeLessThanOrEqual(1);
  });

  it('keeps every one of many brews saved at once, though some among them are refused', async () => {
    const bagId = await server.addBag({ weightG: 1000 });
    const all = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        server.send(
          'POST',
          `/bags/${bagId}/brews`,
          brewDraft({ doseG: i % 4 === 3 ? -1 : 15, cup: cup({ remarks: `number ${i}` }) }),
        ),
      ),
    );
    expect(all.filter(({ status }) => status === 201)).toHaveLength(15);
    const read = await page(bagId);
    expect(read.brews).toHaveLength(15);
    expect(new Set(read.brews.map((brew) => brew.cup.remarks)).size).toBe(15);
    expect(read.verdict.usable).toBe(15);
  });
});

describe('history', () => {
  it('of finished bags moves the prior of a new one, and only while they are finished', async () => {
    const fresh = await server.addBag({ name: 'Fresh', roastLevel: 'medium', process: 'honey' });
    const table = await page(fresh);
    expect(table.prior).toBeNull();
    const late = await server.addBag({ name: 'Late', roastLevel: 'medium', process: 'honey', roastedOn: '2025-12-01' });
    const cups = [
      ['12-06', 6.4],
      ['12-12', 6.9],
      ['12-20', 7.7],
      ['12-28', 8.4],
      ['12-31', 8.7],
    ] as const;
    for (const [day, mark] of cups)
      await server.addBrew(late, { brewedAt: `2025-${day}T08:00:00Z`, cup: cup({ mark }) });
    for (const [day, mark] of [
      ['01-06', 8.8],
      ['01-20', 7.9],
      ['02-05', 7],
    ] as const)
      await server.addBrew(late, { brewedAt: `2026-${day}T08:00:00Z`, cup: cup({ mark }) });
    const { createdAt: _, revision: __, id: ___, freezerRate: ____, ...label } = (await page(late)).bag;
    await server.ok('PATCH', `/bags/${late}`, { ...label, finishedOn: '2026-02-06' });

    const taught = await page(fresh);
    expect(taught.prior?.peak.days).toBeGreaterThan(1.1 * 13 * 1.05);
    expect(taught.verdict.peak.day).toBeGreaterThan(1.1 * table.verdict.peak.day);
    await server.ok('PATCH', `/bags/${late}`, { ...label, finishedOn: null });
    expect(await page(fresh)).toEqual(table);
  });
});

describe('the door', () => {
  it('takes only JSON, and says what it did not understand', async () => {
    const address = `${server.running.address}/api/bags`;
    const form = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
      body: 'name=x',
    });
    expect(form.status).toBe(422);
    const broken = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"name":',
    });
    expect(await broken.json()).toMatchObject({
      error: { code: 'invalid', message: expect.stringContaining('cannot be read as JSON') },
    });
    const huge = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'x'.repeat(9_000_000) }),
    });
    expect(huge.status).toBe(413);
    expect((await server.refused('GET', '/nothing-here')).status).toBe(404);
  });
});
