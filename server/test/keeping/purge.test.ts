import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BagPage } from '../../../contract/shelf/shelf';
import { liveBrewSample } from '../../../contract/test/samples';
import { ENTITIES } from '../../db/entities';
import { addPicture } from '../../db/bag/pictures';
import { purge } from '../../db/keeping/purge';
import { brewDraft, REFERENCE, TestServer, TODAY } from '../support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const purgeAfter = (days: number): Promise<void> =>
  server.running.store.write((db) => purge(db, new Date(Date.parse(`${TODAY}T12:00:00Z`) + days * 86_400_000)));

/** How many rows each table has. */
const rows = async (): Promise<Record<string, number>> => {
  const counts: Record<string, number> = {};
  for (const { options } of ENTITIES)
    counts[options.name] = await server.running.store.read(async (db) => {
      const [row] = await db.query<{ n: number }[]>(`SELECT COUNT(*) AS n FROM "${options.name}"`);
      return row?.n ?? 0;
    });
  return counts;
};

describe('what was deleted', () => {
  it('can be brought back for thirty days, and is gone for good after, with all that hung on it', async () => {
    const kept = await server.addBag({ name: 'Kept Hill' });
    await server.addBrew(kept);
    await server.ok('GET', `/bags/${kept}?today=${TODAY}`);
    const before = await rows();

    const gone = await server.addBag({
      name: 'Gone Hill',
      spells: [{ place: 'freezer', from: '2026-02-10', to: null }],
    });
    const descriptors = [{ typed: 'quince', slot: 'cup' as const }];
    await server.addBrew(gone, {
      cup: { scoringScale: 'mark10', mark: 8, remarks: 'quince', descriptors },
      making: { tdsPercent: 1.3 },
    });
    await server.running.store.write((db) =>
      addPicture(db, {
        id: randomUUID(),
        bagId: gone,
        brewId: null,
        of: 'bag',
        width: 1,
        height: 1,
        bytes: 1,
        createdAt: TODAY,
      }),
    );
    const { recipe } = liveBrewSample();
    await server.ok('POST', '/bench', { bagId: gone, recipe });
    await server.ok('GET', `/bags/${gone}?today=${TODAY}`);
    await server.ok('POST', '/plan/marks', { kind: 'pin', on: TODAY, bagId: gone });
    await server.ok('DELETE', `/bags/${gone}`);
    await purgeAfter(29);
    await server.ok('POST', `/bags/${gone}/restore`);
    const page = await server.ok<BagPage>('GET', `/bags/${gone}?today=${TODAY}`);
    expect(page.brews[0]?.cup.remarks).toBe('quince');

    await server.ok('DELETE', `/bags/${gone}`);
    await purgeAfter(31);
    expect((await server.refused('POST', `/bags/${gone}/restore`)).status).toBe(404);
    // What was changed goes by its own age.
    expect(await rows()).toEqual({ ...before, change_record: 0 });
  });

  it('leaves a pot whole: where its first cup is gone the next one stands for it', async () => {
    const bagId = await server.addBag({ weightG: 100 });
    const first = await server.addBrew(bagId);
    for (const style of ['milk', 'filter'] as const) await server.addBrew(bagId, { style, potId: first });
    await server.ok('DELETE', `/brews/${first}`);
    await purgeAfter(31);
    const { brews, gramsLeft } = await server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`);
    const heads = brews.filter(({ potId }) => potId === null);
    expect([brews.length, heads.length, gramsLeft]).toEqual([2, 1, 100 - brewDraft().doseG]);
    expect(brews.find(({ potId }) => potId !== null)?.potId).toBe(heads[0]?.id);
  });

  it('leaves an order of a bag that is gone, and takes tables and tastings that were cleared away along', async () => {
    const before = await rows();
    const bagId = await server.addBag({ name: 'Once more' });
    const { id: orderId } = await server.ok<{ id: string }>('POST', '/orders', { name: 'Once more again', bagId });
    const cup = { name: 'x', bagId, parameters: REFERENCE };
    const { id } = await server.ok<{ id: string }>('POST', '/sittings', {
      name: 'Cleared',
      kind: 'free',
      scoringScale: 'mark10',
      cups: [
        { ...cup, id: 'a' },
        { ...cup, id: 'b' },
      ],
    });
    const { seatId, secret } = await server.ok<{ seatId: string; secret: string }>('POST', `/sittings/${id}/seats`, {
      name: 'Ines',
    });
    await server.ok('PUT', `/seats/${secret}/answer`, { written: 1, table: { ranking: [] } });
    await server.ok('DELETE', `/sittings/${id}/seats/${seatId}`);
    await server.ok('DELETE', `/sittings/${id}`);
    const tasting = await server.ok<{ id: string }>('POST', '/palate/references', {
      on: TODAY,
      items: [{ wordId: 'quince' }],
    });
    await server.ok('DELETE', `/palate/references/${tasting.id}`);
    await server.ok('DELETE', `/bags/${bagId}`);
    await purgeAfter(31);
    expect(await rows()).toEqual({ ...before, bag_order: (before.bag_order ?? 0) + 1 });
    const [order] = await server.ok<{ order: { id: string; bagId: string | null } }[]>('GET', `/orders?today=${TODAY}`);
    expect(order?.order).toMatchObject({ id: orderId, bagId: null });
    await server.ok('DELETE', `/orders/${orderId}`);
  });

  it('takes traces of brews that were cleared off the bench along, and nothing that is still there', async () => {
    const bagId = await server.addBag();
    const { recipe } = liveBrewSample();
    const before = (await rows()).live_brew;
    const { id } = await server.ok<{ id: string }>('POST', '/bench', { bagId, recipe });
    await server.ok('POST', '/bench', { bagId, recipe });
    await server.ok('DELETE', `/bench/${id}`);
    await purgeAfter(31);
    expect((await rows()).live_brew).toBe((before ?? 0) + 1);
  });
});
