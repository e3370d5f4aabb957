import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { Change, History } from '../../../contract/keeping/history';
import { oddDrinks } from '../../../contract/bag/oddDrinks';
import type { BagPage } from '../../../contract/shelf/shelf';
import { overlay } from '../../../core/change';
import { differing } from '../../db/keeping/history';
import { purge } from '../../db/keeping/purge';
import { brewDraft, REFERENCE, TestServer, TODAY } from '../support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const changesOf = async (bagId: string): Promise<Change[]> =>
  (await server.ok<History>('GET', `/history?bag=${bagId}`)).changes;
const pageOf = (bagId: string): Promise<BagPage> => server.ok('GET', `/bags/${bagId}?today=${TODAY}`);

describe('the history of a bag', () => {
  it('says what was changed, and takes it back without what was changed since', async () => {
    const bagId = await server.addBag({ name: 'First Hill' });
    await server.ok('PATCH', `/bags/${bagId}`, { name: 'Second Hill', reference: { doseG: 18 } });
    await server.ok('PATCH', `/bags/${bagId}`, { price: 12 });
    const [price, name, added] = await changesOf(bagId);
    expect(price).toMatchObject({ kind: 'changed', fields: [{ path: 'price', before: null, after: 12 }] });
    expect(name).toMatchObject({
      subject: 'bag',
      bagName: 'Second Hill',
      fields: [
        { path: 'name', before: 'First Hill', after: 'Second Hill' },
        { path: 'reference.doseG', before: 17, after: 18 },
      ],
    });
    expect(added).toMatchObject({ kind: 'added', isUndone: false });

    await server.ok('POST', `/history/${name?.id}/undo`);
    expect((await pageOf(bagId)).bag).toMatchObject({ name: 'First Hill', price: 12, reference: { doseG: 17 } });
    const [undo, , undone] = await changesOf(bagId);
    expect(undone).toMatchObject({ id: name?.id, isUndone: true });
    expect((await server.refused('POST', `/history/${name?.id}/undo`)).message).toContain('taken back already');
    // Taking it back is a change, and is taken back as any other.
    await server.ok('POST', `/history/${undo?.id}/undo`);
    expect((await pageOf(bagId)).bag.name).toBe('Second Hill');
  });

  it('takes nothing back over what was changed again since', async () => {
    const bagId = await server.addBag({ name: 'One' });
    await server.ok('PATCH', `/bags/${bagId}`, { name: 'Two' });
    const [two] = await changesOf(bagId);
    await server.ok('PATCH', `/bags/${bagId}`, { name: 'Three' });
    const refused = await server.refused('POST', `/history/${two?.id}/undo`);
    expect([refused.status, refused.message]).toEqual([409, expect.stringContaining('Three there, One here')]);
    expect((await pageOf(bagId)).bag.name).toBe('Three');
  });

  it('brings back what was deleted, over a restart too', async () => {
    const bagId = await server.addBag({ name: 'Gone' });
    await server.ok('DELETE', `/bags/${bagId}`);
    await server.stop();
    await server.start();
    const [deleted] = await changesOf(bagId);
    expect(deleted).toMatchObject({ kind: 'deleted', bagName: 'Gone', isDeleted: true });
    await server.ok('POST', `/history/${deleted?.id}/undo`);
    expect((await pageOf(bagId)).bag.name).toBe('Gone');
    expect((await changesOf(bagId))[0]).toMatchObject({ kind: 'restored', isDeleted: false });
  });
});

describe('the history of a brew and its cup', () => {
  it('takes back a mark, a word, a fault and a deletion, each by itself', async () => {
    const bagId = await server.addBag();
    const brewId = await server.addBrew(bagId);
    const brew = async () => (await pageOf(bagId)).brews[0];
    const cup = { scoringScale: 'mark10', mark: 9, remarks: 'quince', descriptors: [{ typed: 'fig', slot: 'cup' }] };
    await server.ok('PATCH', `/brews/${brewId}`, { ...brewDraft(), cup, making: { tdsPercent: 1.4 } });
    await server.ok('PUT', `/brews/${brewId}/fault`, { fault: 'spill', faultNote: '' });
    const [fault, written] = await changesOf(bagId);
    expect(fault?.fields).toEqual([{ path: 'fault', before: null, after: 'spill' }]);
    expect(written?.fields.map(({ path }) => path).sort()).toEqual(['cup.descriptors', 'cup.mark', 'making']);
    expect(written?.brewedAt).toBe('2026-02-20T08:00:00+01:00');

    await server.ok('POST', `/history/${written?.id}/undo`);
    expect(await brew()).toMatchObject({
      fault: 'spill',
      cup: { mark: 8.2, descriptors: [] },
      making: { tdsPercent: null },
    });
    await server.ok('POST', `/history/${fault?.id}/undo`);
    expect(await brew()).toMatchObject({ fault: null });
    await server.ok('DELETE', `/brews/${brewId}`);
    const [deleted] = await changesOf(bagId);
    await server.ok('POST', `/history/${deleted?.id}/undo`);
    expect(await brew()).toMatchObject({ id: brewId });
  });

  it('keeps nothing of a save that changed nothing', async () => {
    const bagId = await server.addBag();
    const brewId = await server.addBrew(bagId);
    await server.ok('PATCH', `/brews/${brewId}`, brewDraft());
    expect((await changesOf(bagId)).map(({ kind }) => kind)).toEqual(['added', 'added']);
  });
});

describe('history', () => {
  it('comes page by page, and goes for good after thirty days', async () => {
    const bagId = await server.addBag();
    for (let price = 0; price < 70; price++) await server.ok('PATCH', `/bags/${bagId}`, { price });
    const first = await server.ok<History>('GET', `/history?bag=${bagId}`);
    expect([first.changes.length, first.hasMore]).toEqual([60, true]);
    const rest = await server.ok<History>('GET', `/history?bag=${bagId}&before=${first.changes.at(-1)?.id}`);
    expect([rest.changes.length, rest.hasMore, rest.changes.at(-1)?.kind]).toEqual([11, false, 'added']);
    const later = new Date(Date.parse(`${TODAY}T12:00:00Z`) + 31 * 86_400_000);
    await server.running.store.write((db) => purge(db, later));
    expect((await server.ok<History>('GET', '/history')).changes).toEqual([]);
  });

  it('is what differs: laid over either side it gives the other', () => {
    const value = fc.oneof(fc.integer(), fc.string(), fc.constant(null), fc.array(fc.integer(), { maxLength: 3 }));
    const thing = fc.record({ a: value, b: value, c: fc.record({ d: value, e: value }) });
    fc.assert(
      fc.property(thing, thing, (one, other) => {
        const apart = differing(one, other);
        expect(overlay(one, apart?.after ?? {})).toEqual(other);
        expect(overlay(other, apart?.before ?? {})).toEqual(one);
      }),
    );
  });
});

describe('drinks that contradict their brewer', () => {
  it('are found, corrected all at once, and taken back one by one', async () => {
    const bagId = await server.addBag({ name: 'Shot Hill' });
    const machine = { brewer: 'espresso machine', doseG: 18, waterG: 38 };
    const wrong = await server.addBrew(bagId, machine);
    await server.addBrew(bagId, { ...machine, style: 'espresso' });
    const deleted = await server.addBrew(bagId, machine);
    await server.ok('DELETE', `/brews/${deleted}`);
    const other = await server.addBag({
      name: 'Steep Hill',
      reference: { ...REFERENCE, brewer: 'cold steep', waterC: 8 },
    });
    const found = oddDrinks.parse(await server.ok('GET', '/odd-drinks'));
    expect(found).toMatchObject([
      { subject: 'bag', id: other, bagName: 'Steep Hill', style: 'filter', makes: 'cold' },
      { subject: 'brew', id: wrong, bagName: 'Shot Hill', style: 'filter', makes: 'espresso' },
    ]);
    const { changeIds } = await server.ok<{ changeIds: string[] }>('POST', '/odd-drinks/correct');
    expect(changeIds).toHaveLength(2);
    expect(await server.ok('GET', '/odd-drinks')).toEqual([]);
    const styles = async (): Promise<unknown[]> => [
      (await pageOf(bagId)).brews.find(({ id }) => id === wrong)?.style,
      (await pageOf(other)).bag.reference.style,
    ];
    expect(await styles()).toEqual(['espresso', 'cold']);
    expect((await pageOf(bagId)).verdict.usable).toBe(0);
    for (const id of changeIds) await server.ok('POST', `/history/${id}/undo`);
    expect(await styles()).toEqual(['filter', 'filter']);
    expect(await server.ok('GET', '/odd-drinks')).toEqual(found);
  });
});
