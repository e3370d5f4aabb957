import { spawn } from 'node:child_process';
import { once } from 'node:events';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { Backups, ImportState } from '../../../contract/keeping/archive';
import type { BagPage, Shelf } from '../../../contract/shelf/shelf';
import { MIGRATIONS } from '../../db/migrations';
import { databaseOf } from '../support/earlier';
import { REFERENCE, TestServer, TODAY, hear, newestOf } from '../support/running';

const PATIENTLY = { timeout: 30_000, interval: 20 };
let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const bagNames = async (): Promise<string[]> =>
  (await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`)).lanes.map(({ name }) => name).sort();
const backups = (): Promise<Backups> => server.ok('GET', '/backups');

async function archive(): Promise<Buffer> {
  const response = await fetch(`${server.running.address}/api/archive`);
  expect(response.headers.get('content-type')).toBe('application/zip');
  expect(response.headers.get('content-disposition')).toBe('attachment; filename="slow-crest-2026-03-01.zip"');
  return Buffer.from(await response.arrayBuffer());
}

/** Sends a file to be looked at, and waits until it was. */
async function lookedAt(file: Buffer): Promise<ImportState> {
  const { status, body } = await server.upload('/imports', file);
  expect(status).toBe(201);
  const { id } = body as { id: string };
  const isLooked = (told: unknown): boolean => told !== null && (told as ImportState).stage !== 'checking';
  const said = await hear(server.running.address, `/imports/${id}/stream`, (all) => isLooked(newestOf(all)));
  const state = await server.ok<ImportState>('GET', `/imports/${id}`);
  expect(newestOf(said)).toEqual(state);
  return state;
}

describe('an archive over the wire', () => {
  it('is looked at without a change, and stands in the place of the household once it is taken in', async () => {
    const bagId = await server.addBag({ name: 'Kept Hill' });
    await server.addBrew(bagId);
    const file = await archive();
    await server.addBag({ name: 'Later Hill' });
    await server.addBrew(bagId, { brewedAt: '2026-02-22T08:00:00Z' });

    const state = await lookedAt(file);
    expect(state).toMatchObject({
      stage: 'ready',
      preview: { brings: { bags: 1, brews: 1, newestOn: '2026-02-20' }, has: { bags: 2, brews: 2 }, problemCount: 0 },
    });
    expect(await bagNames()).toEqual(['Kept Hill', 'Later Hill']);
    await server.ok('POST', `/imports/${state.id}/household`);
    expect(await bagNames()).toEqual(['Kept Hill']);
    const page = await server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`);
    expect([page.brews.length, page.verdict.usable]).toEqual([1, 1]);
    // What was here is the newest of the backups, and nothing is left of the file.
    const [newest] = (await backups()).backups;
    expect(newest).toMatchObject({ reason: 'before-import', counts: { bags: 2, brews: 2 } });
    expect((await server.refused('GET', `/imports/${state.id}`)).status).toBe(404);
    expect(existsSync(join(server.folder, 'imports')) ? readdirSync(join(server.folder, 'imports')) : []).toEqual([]);

    await server.ok('POST', `/backups/${newest?.name}/household`);
    expect(await bagNames()).toEqual(['Kept Hill', 'Later Hill']);
    expect((await backups()).backups[0]).toMatchObject({ reason: 'before-restore', counts: { bags: 1 } });
  });

  it('that is none says why, and cannot be taken in', async () => {
    const state = await lookedAt(
      Buffer.from('{"format":"slow-crest.archive","version":1,"collections":{"bags":[{}]}}'),
    );
    expect(state).toMatchObject({ stage: 'refused', preview: { brings: null } });
    expect(state.preview?.problems).toContainEqual({ where: 'bags, row 1', message: 'name: Name must be text' });
    const before = await bagNames();
    expect(await server.refused('POST', `/imports/${state.id}/household`)).toMatchObject({ status: 409 });
    expect(await bagNames()).toEqual(before);
    await server.ok('DELETE', `/imports/${state.id}`);
    expect((await server.refused('GET', `/imports/${state.id}`)).status).toBe(404);
  });

  it('is taken as a plain file alone', async () => {
    const response = await fetch(`${server.running.address}/api/imports`, {
      method: 'POST',
      headers: { 'content-type': 'text/plain' },
      body: 'x',
    });
    expect(response.status).toBe(422);
  });
});

describe('backups', () => {
  it('are made once a day while the server runs, and whenever asked', async () => {
    await vi.waitFor(async () => {
      expect((await backups()).backups.map(({ reason }) => reason)).toContain('daily');
    }, PATIENTLY);
    const { name } = await server.ok<{ name: string }>('POST', '/backups');
    const file = new Database(join(server.folder, 'backups', name), { readonly: true });
    expect(file.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(file.pragma('journal_mode', { simple: true })).toBe('delete');
    file.close();
    expect(readdirSync(join(server.folder, 'backups')).filter((one) => !one.endsWith('.sqlite'))).toEqual([]);
  });

  it('made while the household is written are whole', async () => {
    const bagId = await server.addBag({ name: 'Busy Hill' });
    const [made] = await Promise.all([
      server.ok<{ name: string }>('POST', '/backups'),
      ...Array.from({ length: 20 }, (_, i) => server.addBrew(bagId, { brewedAt: `2026-02-20T08:${10 + i}:00Z` })),
    ]);
    const file = new Database(join(server.folder, 'backups', made.name), { readonly: true });
    expect(file.pragma('integrity_check', { simple: true })).toBe('ok');
    // Of every brew that is in it the cup is, too.
    const lost = file.prepare('SELECT COUNT(*) FROM brew WHERE id NOT IN (SELECT "brewId" FROM cup)').pluck().get();
    file.close();
    expect(lost).toBe(0);
  });

  it('of no such name, or elsewhere, are not there', async () => {
    for (const name of ['slow-crest-20200101-000000-daily.sqlite', 'slow-crest.sqlite', '..%2Fslow-crest.sqlite'])
      expect((await server.refused('POST', `/backups/${name}/household`)).status).toBe(404);
  });

  it('that are damaged are refused, and nothing is changed', async () => {
    const name = 'slow-crest-20260228-070000-asked.sqlite';
    writeFileSync(join(server.folder, 'backups', name), 'not a database at all, but long enough to look like one');
    const before = await bagNames();
    const refused = await server.refused('POST', `/backups/${name}/household`);
    expect(refused).toMatchObject({ status: 422 });
    expect(refused.message).toContain('not a database');
    expect(await bagNames()).toEqual(before);
    rmSync(join(server.folder, 'backups', name));
  });

  it('are only what this application made, as much as was made, and nothing that runs by itself', async () => {
    const folder = join(server.folder, 'backups');
    const whole = join(folder, (await server.ok<{ name: string }>('POST', '/backups')).name);
    let second = 10;
    const why = async (make: (file: string) => void): Promise<string> => {
      const name = `slow-crest-20260226-0700${second++}-asked.sqlite`;
      make(join(folder, name));
      const before = await bagNames();
      const { status, message } = await server.refused('POST', `/backups/${name}/household`);
      expect(status).toBe(422);
      expect(message).toMatch(/Nothing was changed\.$/);
      expect(await bagNames()).toEqual(before);
      const listed = (await backups()).backups.find((one) => one.name === name);
      expect(listed?.wrong).toBe(message.replace(/ Nothing was changed\.$/, ''));
      rmSync(join(folder, name), { recursive: true });
      return message;
    };
    const changed = (sql: string) => (file: string) => {
      copyFileSync(whole, file);
      const db = new Database(file);
      db.exec(sql);
      db.close();
    };
    const foreign = (file: string): void => {
      const db = new Database(file);
      db.exec('CREATE TABLE bag (id text); CREATE TABLE notes (text text)');
      db.close();
    };
    expect(await why((file) => writeFileSync(file, ''))).toContain('empty');
    expect(await why(foreign)).toContain('not a household of Slow Crest');
    expect(await why(changed('DELETE FROM migrations'))).toContain('not a household of Slow Crest');
    expect(await why(changed(`INSERT INTO migrations (timestamp, name) VALUES (9, 'Later9')`))).toContain(
      'newer version',
    );
    expect(await why(changed('DELETE FROM recipe_version'))).toContain('its manifest says');
    expect(await why(changed('DROP TABLE prediction'))).toContain('lacks what its manifest names');
    const view = `ALTER TABLE word RENAME TO w; CREATE VIEW word AS WITH RECURSIVE n(i) AS (VALUES(1) UNION ALL
      SELECT i + 1 FROM n) SELECT i AS id FROM n`;
    expect(await why(changed(view))).toMatch(/holds something|lacks what/);
    expect(await why(changed('CREATE TRIGGER t AFTER INSERT ON bag BEGIN DELETE FROM bag; END'))).toContain(
      'holds something',
    );
    expect(await why((file) => writeFileSync(file, readFileSync(whole).subarray(0, 9000)))).toContain('damaged');
  });

  it('stand each for itself: an odd file takes no other away', async () => {
    const folder = join(server.folder, 'backups');
    const odd = ['05', '06', '07', '08'].map((s) => `slow-crest-20260225-0700${s}-asked.sqlite`);
    const [empty = '', short = '', directory = '', dangling = ''] = odd.map((name) => join(folder, name));
    writeFileSync(empty, '');
    writeFileSync(short, readFileSync(join(server.folder, 'slow-crest.sqlite')).subarray(0, 5000));
    mkdirSync(directory);
    symlinkSync(join(folder, 'nowhere'), dangling);
    const { name } = await server.ok<{ name: string }>('POST', '/backups');
    const all = (await backups()).backups;
    expect(all.find((one) => one.name === name)).toMatchObject({ wrong: null });
    for (const one of odd) expect(all.find((backup) => backup.name === one)?.wrong, one).toMatch(/\.$/);
    for (const file of [empty, short, directory, dangling]) rmSync(file, { recursive: true });
  });

  it('of every earlier version are listed with what they hold', async () => {
    for (let version = 1; version < MIGRATIONS.length; version++) {
      const file = join(server.folder, 'backups', `slow-crest-20260224-0700${10 + version}-before-migration.sqlite`);
      await (await databaseOf(file, version)).destroy();
    }
    const listed = (await backups()).backups.filter((one) => one.name.includes('20260224'));
    expect(listed).toHaveLength(MIGRATIONS.length - 1);
    for (const one of listed) expect(one).toMatchObject({ wrong: null, counts: { bags: 0, brews: 0 } });
    for (const { name } of listed) rmSync(join(server.folder, 'backups', name));
  });

  it('bring back nothing that was revoked since, and leave the folder for copies as it is', async () => {
    const bagId = await server.addBag({ name: 'Seat Hill' });
    const cups = ['a', 'b'].map((id) => ({ id, name: id, bagId, parameters: REFERENCE }));
    const laid = { name: 'Table', kind: 'free', scoringScale: 'mark10', cups };
    const { id } = await server.ok<{ id: string }>('POST', '/sittings', laid);
    const seat = await server.ok<{ seatId: string; secret: string }>('POST', `/sittings/${id}/seats`, { name: 'Ines' });
    const { path: old } = await server.ok<{ path: string }>('POST', '/calendar/address');
    const { name } = await server.ok<{ name: string }>('POST', '/backups');
    const { secret } = await server.ok<{ secret: string }>('POST', `/sittings/${id}/seats/${seat.seatId}/secret`);
    const { path } = await server.ok<{ path: string }>('POST', '/calendar/address');
    const stick = join(server.folder, 'own stick');
    mkdirSync(stick);
    await server.ok('PATCH', '/settings', { backupFolder: stick });
    await server.ok('POST', `/backups/${name}/household`);
    expect((await server.send('GET', `/seats/${seat.secret}`)).status).toBe(404);
    expect((await server.send('GET', `/seats/${secret}`)).status).toBe(200);
    const feed = async (at: string): Promise<number> => (await fetch(server.running.address + at)).status;
    expect([await feed(old), await feed(path)]).toEqual([404, 200]);
    expect(await server.ok('GET', '/settings')).toMatchObject({ backupFolder: stick });
    // One's own archive as well: the calendar goes on under its address, and a folder in it is not taken over.
    const state = await lookedAt(await archive());
    await server.ok('PATCH', '/settings', { backupFolder: null });
    await server.ok('POST', `/imports/${state.id}/household`);
    expect(await feed(path)).toBe(200);
    expect(await server.ok('GET', '/settings')).toMatchObject({ backupFolder: null });
  });

  it('are copied as new files, whatever lies in their place, and only to a whole path', async () => {
    const refused = await server.refused('PATCH', '/settings', { backupFolder: 'backups' });
    expect(refused.fields[0]).toMatchObject({ path: 'backupFolder', message: expect.stringContaining('whole path') });
    const [stick, victim] = [join(server.folder, 'linked'), join(server.folder, 'victim')];
    mkdirSync(stick);
    writeFileSync(victim, 'mine');
    await server.ok('PATCH', '/settings', { backupFolder: stick });
    const { name } = await server.ok<{ name: string }>('POST', '/backups');
    const [own = ''] = readdirSync(stick);
    const next = name.replace(/-asked.*/, (end) => `-asked-${Number(/-(\d+)\.sqlite/.exec(end)?.[1] ?? 1) + 1}.sqlite`);
    symlinkSync(victim, join(stick, own, `${next}.unfinished`));
    expect((await server.ok<{ name: string }>('POST', '/backups')).name).toBe(next);
    expect(readFileSync(victim, 'utf8')).toBe('mine');
    expect(
      readFileSync(join(stick, own, next))
        .subarray(0, 15)
        .toString(),
    ).toBe('SQLite format 3');
    // Another household's copies in the same place are not thrown away.
    const foreign = join(stick, 'slow-crest-20200101-070000-asked.sqlite');
    writeFileSync(foreign, '');
    await server.ok('POST', '/backups');
    expect(existsSync(foreign)).toBe(true);
    await server.ok('PATCH', '/settings', { backupFolder: null });
  });

  it('of an earlier version are brought to this one as they are restored', async () => {
    const file = join(server.folder, 'backups', 'slow-crest-20260227-070000-before-migration.sqlite');
    const before = await databaseOf(file, 13);
    await before.query(
      `INSERT INTO taster (id, name, "createdAt") VALUES ('11111111-1111-4111-8111-111111111111', 'Oda', '2026-01-01')`,
    );
    await before.destroy();
    await server.ok('POST', '/backups/slow-crest-20260227-070000-before-migration.sqlite/household');
    expect(await server.ok('GET', '/tasters')).toMatchObject([
      { id: '11111111-1111-4111-8111-111111111111', name: 'Oda' },
    ]);
    expect(await bagNames()).toEqual([]);
  });

  it('are copied to a folder of the taster’s choice, and one that is not there is refused or told of', async () => {
    const refused = await server.refused('PATCH', '/settings', { backupFolder: join(server.folder, 'nowhere') });
    expect(refused.fields[0]?.path).toBe('backupFolder');
    const stick = join(server.folder, 'stick');
    mkdirSync(stick);
    await server.ok('PATCH', '/settings', { backupFolder: stick });
    const { name } = await server.ok<{ name: string }>('POST', '/backups');
    // Several households can use one stick: each has a folder of its own there.
    const [own = ''] = readdirSync(stick);
    expect(own).toMatch(/^slow-crest-[0-9a-f]{8}$/);
    expect(readFileSync(join(stick, own, name)).equals(readFileSync(join(server.folder, 'backups', name)))).toBe(true);
    rmSync(stick, { recursive: true });
    // The stick is pulled: the backup is made all the same, and what is missing is said.
    const second = await server.ok<{ name: string }>('POST', '/backups');
    const told = await backups();
    expect(told.trouble).toContain(`could not be copied to ${stick}`);
    expect(told.backups.map((one) => one.name)).toContain(second.name);
    await server.ok('PATCH', '/settings', { backupFolder: null });
    await server.ok('POST', '/backups');
    expect((await backups()).trouble).toBeNull();
  });

  it('are made of a household of an earlier version before it is changed', async () => {
    const other = new TestServer();
    const file = join(other.folder, 'slow-crest.sqlite');
    const before = await databaseOf(file, 13);
    await before.destroy();
    await other.start();
    const kept = readdirSync(join(other.folder, 'backups')).filter((name) => name.includes('before-migration'));
    expect(kept).toHaveLength(1);
    const copy = new Database(join(other.folder, 'backups', kept[0] ?? ''), { readonly: true });
    expect(copy.prepare('SELECT COUNT(*) FROM migrations').pluck().get()).toBe(13);
    copy.close();
    await other.end();
  });
});

describe('a power cut while a household is put in the place of another', () => {
  it('leaves the one or the other, whole', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'slow-crest-power-'));
    const source = join(server.folder, 'backups', (await server.ok<{ name: string }>('POST', '/backups')).name);
    const [here, one, other] = ['here', 'one', 'other'].map((name) => join(folder, `${name}.sqlite`)) as [
      string,
      string,
      string,
    ];
    for (const [file, letter] of [
      [one, 'a'],
      [other, 'b'],
    ] as const) {
      copyFileSync(source, file);
      const db = new Database(file);
      const insert = db.prepare(`INSERT INTO word (id, name, "createdAt") VALUES (?, ?, '2026-01-01')`);
      db.transaction(() => {
        for (let i = 0; i < 3000; i++) insert.run(`${letter}${i}`, `${letter} ${i}`);
      })();
      db.close();
    }
    copyFileSync(one, here);
    for (let cut = 0; cut < 3; cut++) {
      const child = spawn(
        process.execPath,
        ['--import', 'tsx', 'server/test/children/replacing.ts', here, one, other],
        {
          stdio: ['ignore', 'pipe', 'inherit'],
        },
      );
      await once(child.stdout, 'data');
      await new Promise((resolve) => setTimeout(resolve, 13 * cut));
      child.kill('SIGKILL');
      await once(child, 'exit');
      const db = new Database(here);
      const found = db.prepare(`SELECT SUBSTR(name, 1, 1) AS letter, COUNT(*) AS n FROM word GROUP BY 1`).all();
      db.close();
      expect([[{ letter: 'a', n: 3000 }], [{ letter: 'b', n: 3000 }]]).toContainEqual(found);
    }
    rmSync(folder, { recursive: true, force: true });
  });
});
