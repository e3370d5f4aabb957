import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { largeHousehold } from '../../benchmarks/largeHousehold';
import type { CrestFit, CrestInput } from '../../core/crest';
import { readConfig } from '../../server/config';
import { serve, type Running } from '../../server/serve';
import { brewDraft } from '../../server/test/support/running';
import { engineHere } from '../../server/verdicts/engineHere';
import { everyPage } from '../everyPage';
import { scansInLoops, WatchedStatements } from '../statements';

const NOW = new Date('2026-03-01T12:00:00Z');
const TODAY = '2026-03-01';
const folder = mkdtempSync(join(tmpdir(), 'slow-crest-statements-'));
const file = join(folder, 'slow-crest.sqlite');
let running: Running;
let watched: WatchedStatements;
let db: Database.Database;

beforeAll(async () => {
  await largeHousehold(file, NOW, { bags: 600, brews: 20_000, inUse: 20 });
  watched = new WatchedStatements();
  const here = engineHere();
  const known = new Map<string, CrestFit>();
  /** What is asked of the database is of interest, not what comes of thirty cups: bags of a kind are judged alike. */
  const fit = async (input: CrestInput): Promise<CrestFit> => {
    const kind = `${input.roastLevel} ${input.process} ${input.brews.length > 0}`;
    const one = known.get(kind) ?? (await here.fit({ ...input, brews: input.brews.slice(0, 2) }));
    known.set(kind, one);
    const brews = input.brews.map(({ id, age, overall }) => ({
      id,
      age,
      asScored: overall,
      by: 'mark' as const,
      atReference: overall,
      leftOut: null,
    }));
    return { ...one, brews };
  };
  running = await serve(readConfig({ SLOW_CREST_DATA: folder, PORT: '0' }, '/'), pino({ level: 'silent' }), null, {
    now: () => NOW,
    engine: { ...here, fit },
  });
  db = new Database(file, { readonly: true });
});
afterAll(async () => {
  watched.stop();
  db.close();
  await running.close();
  rmSync(folder, { recursive: true, force: true });
});

const send = (method: string, path: string, body: unknown): Promise<Response> =>
  fetch(`${running.address}/api${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

describe('a household of 20 000 brews', () => {
  it('is read and written without going through a whole table for each row of another', async () => {
    expect(await everyPage(running.address, db, TODAY)).toEqual([]);
    const bagId = db.prepare('SELECT id FROM bag WHERE "finishedOn" IS NULL LIMIT 1').pluck().get() as string;
    const added = await send('POST', `/bags/${bagId}/brews`, brewDraft({ brewedAt: '2026-02-28T08:00:00Z' }));
    expect(added.status).toBe(201);
    const { id } = (await added.json()) as { id: string };
    expect((await send('DELETE', `/brews/${id}`, {})).status).toBe(204);
    expect((await send('POST', '/backups', {})).status).toBeLessThan(300);
    const ours = watched.all().filter((sql) => !sql.includes('backup_manifest'));
    const scans = ours.flatMap((sql) => scansInLoops(db, sql).map((scan) => ({ scan, sql })));
    expect(scans).toEqual([]);
    expect(ours.length).toBeGreaterThan(60);
  }, 300_000);

  it('would be told of a statement that does', () => {
    expect(scansInLoops(db, 'SELECT 1 FROM brew a JOIN brew b ON b."faultNote" > a."faultNote"')).toHaveLength(1);
    expect(
      scansInLoops(
        db,
        'SELECT 1 FROM brew WHERE style = 1 OR EXISTS (SELECT 1 FROM cup WHERE cup."milkKind" = brew.brewer)',
      ),
    ).toHaveLength(1);
    expect(scansInLoops(db, 'SELECT 1 FROM brew JOIN bag ON bag.id = brew."bagId"')).toEqual([]);
  });
});
