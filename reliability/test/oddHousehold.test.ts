import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { ImportState } from '../../contract/keeping/archive';
import type { Shelf } from '../../contract/shelf/shelf';
import { TestServer, TODAY } from '../../server/test/support/running';
import { everyPage } from '../everyPage';

const PATIENTLY = { timeout: 30_000, interval: 20 };

/**
 * A household as the version before this one let it come about, with every oddness that was found in it: tasters and
 * words merged into each other, a mark of 11 of 10, attributes called `__proto__` and the like, JSON and a date that are
 * none, no standard recipe, a sitting without codes, a history 3 000 deep, a passage called `toString`, a control
 * character in a name, and a finished bag with cups of 9, 2, 9, 2.
 */
describe('an odd household of the version before', () => {
  let server: TestServer;
  let db: Database.Database;
  beforeAll(async () => {
    server = new TestServer();
    const file = join(server.folder, 'slow-crest.sqlite');
    const kept = join(import.meta.dirname, 'households', 'odd-schema-19.sqlite.gz');
    writeFileSync(file, gunzipSync(readFileSync(kept)));
    await server.start();
    db = new Database(file, { readonly: true });
  });
  afterAll(async () => {
    db.close();
    await server.end();
  });

  it('has every page, and can be taken along', async () => {
    expect(await everyPage(server.running.address, db, TODAY)).toEqual([]);
    await server.stop();
    await server.start();
    expect(await everyPage(server.running.address, db, TODAY)).toEqual([]);
  });

  it('says which bag cannot be read, and has the others', async () => {
    const { unreadable, lanes } = await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`);
    expect(unreadable).toMatchObject([{ why: expect.stringContaining('roastedOn') }]);
    expect(lanes.length).toBeGreaterThan(3);
    const names = db.prepare('SELECT name FROM bag').pluck().all();
    expect(names).toContain('Bell Hill');
  });

  it('has an archive that is refused, and says where it is odd', async () => {
    const archive = Buffer.from(await (await fetch(`${server.running.address}/api/archive`)).arrayBuffer());
    const { body } = await server.upload('/imports', archive);
    const { id } = body as { id: string };
    const preview = await vi.waitFor(async () => {
      const state = await server.ok<ImportState>('GET', `/imports/${id}`);
      expect(state.stage).toBe('refused');
      return state.preview;
    }, PATIENTLY);
    const said = preview?.problems.map(({ where, message }) => `${where}: ${message}`).join('\n');
    expect(said).toMatch(/levels deep, in a row of the changes/);
  });
});
