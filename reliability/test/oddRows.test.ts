import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fillStore } from '../../demo/fill';
import type { Shelf } from '../../contract/shelf/shelf';
import { openStore } from '../../server/db/store';
import { TestServer, TODAY } from '../../server/test/support/running';
import { everyPage } from '../everyPage';

let server: TestServer;
let db: Database.Database;
let bagId: string;
beforeAll(async () => {
  server = new TestServer();
  const file = join(server.folder, 'slow-crest.sqlite');
  const store = await openStore(file);
  await fillStore(store, TODAY);
  await store.close();
  await server.start();
  db = new Database(file);
  // What the table itself would refuse came by another version.
  db.pragma('ignore_check_constraints = ON');
  bagId = db.prepare('SELECT id FROM bag WHERE "finishedOn" IS NULL ORDER BY rowid LIMIT 1').pluck().get() as string;
});
afterAll(async () => {
  db.close();
  await server.end();
});

/** Puts something odd into the database as another program would, and takes it out again after `then`. */
async function oddly(table: string, changes: Record<string, unknown>, where: string, then: () => Promise<void>) {
  const rows = db.prepare(`SELECT rowid AS rowid, * FROM ${table} WHERE ${where}`).all() as Record<string, unknown>[];
  expect(rows.length).toBeGreaterThan(0);
  const set = (row: Record<string, unknown>): void => {
    const columns = Object.keys(changes).map((column) => `"${column}" = ?`);
    db.prepare(`UPDATE ${table} SET ${columns.join(', ')} WHERE rowid = ?`).run(
      ...Object.keys(changes).map((column) => row[column]),
      row.rowid,
    );
  };
  // Found out to be odd only where it was not known before.
  if (table === 'bag' || table === 'brew')
    db.prepare(`UPDATE ${table} SET revision = revision + 1 WHERE ${where}`).run();
  for (const { rowid } of rows) set({ ...changes, rowid });
  try {
    await then();
  } finally {
    for (const row of rows) set(row);
  }
  if (table === 'bag' || table === 'brew')
    db.prepare(`UPDATE ${table} SET revision = revision + 1 WHERE ${where}`).run();
}

/** Nothing fails, and everything can be taken along. */
async function expectAllPages(): Promise<void> {
  expect(await everyPage(server.running.address, db, TODAY, 2)).toEqual([]);
}

describe('one bad row', () => {
  it.each([
    ['a date that is none', { roastedOn: 'garbage' }],
    ['no date at all', { roastedOn: null, bestBefore: null }],
    ['a weight in words', { weightG: 'heavy' }],
    ['JSON that is none', { corrections: '{"broken' }],
    ['a list of nothing', { heldPortions: '[null]' }],
  ])('of a bag (%s) spoils its own page only, and says which', async (_, changes) => {
    await oddly('bag', changes, `id = '${bagId}'`, async () => {
      const [field = ''] = Object.keys(changes);
      const refused = await server.refused('GET', `/bags/${bagId}?today=${TODAY}`);
      expect(refused).toMatchObject({ status: 409, message: expect.stringContaining(`(${field}`) });
      const shelf = await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`);
      expect(shelf.unreadable).toMatchObject([{ id: bagId, why: expect.stringContaining(field) }]);
      expect(shelf.lanes.length).toBeGreaterThan(3);
      await expectAllPages();
    });
    expect((await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`)).unreadable).toEqual([]);
  });

  it.each([
    ['brew', { brewedAt: 'yesterday' }, `"bagId" = '%'`],
    ['brew', { doseG: -1 }, `"bagId" = '%'`],
    ['cup', { intensities: 'garbage' }, `"brewId" IN (SELECT id FROM brew WHERE "bagId" = '%')`],
    ['cup', { parts: '[{"most":null}]' }, `"brewId" IN (SELECT id FROM brew WHERE "bagId" = '%')`],
    ['cup', { scoringScale: 'stones' }, `"brewId" IN (SELECT id FROM brew WHERE "bagId" = '%')`],
  ])('of a %s (%o) is kept, counts for nothing, and is named on its bag', async (table, changes, where) => {
    db.prepare('UPDATE brew SET revision = revision + 1 WHERE "bagId" = ?').run(bagId);
    await oddly(
      table,
      changes,
      `rowid = (SELECT MIN(rowid) FROM ${table} WHERE ${where.replace('%', bagId)})`,
      async () => {
        const page = await server.ok<{ unreadable: { why: string }[]; brews: unknown[] }>(
          'GET',
          `/bags/${bagId}?today=${TODAY}`,
        );
        expect(page.unreadable).toHaveLength(1);
        expect(page.unreadable[0]?.why).toContain(Object.keys(changes)[0]);
        expect(page.brews.length).toBeGreaterThan(0);
        await expectAllPages();
      },
    );
    db.prepare('UPDATE brew SET revision = revision + 1 WHERE "bagId" = ?').run(bagId);
  });

  it.each<[string, string, Record<string, unknown>, string]>([
    ['a mark of 11 out of 10', 'cup', { mark: 11 }, `"scoringScale" = 'mark10'`],
    ['no standard recipe', 'recipe', { isStandard: 0 }, '"isStandard"'],
    ['a sitting without codes', 'sitting', { codes: '{}', drawn: '[]' }, '1'],
    ['a history nested deeply', 'change_record', { before: '{"a":'.repeat(900) + '1' + '}'.repeat(900) }, '1'],
  ])('%s: every page is there, and an archive can be taken', async (_, table, changes, where) => {
    await oddly(table, changes, where, expectAllPages);
  });

  it('of tasters merged into each other: every page is there', async () => {
    const [one, other] = db.prepare('SELECT id FROM taster LIMIT 2').pluck().all() as [string, string];
    const merge = db.prepare('UPDATE taster SET "mergedInto" = ? WHERE id = ?');
    merge.run(other, one);
    merge.run(one, other);
    await expectAllPages();
    merge.run(null, one);
    merge.run(null, other);
  });
});
