import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import pino from 'pino';
import type { EntityManager } from 'typeorm';
import { afterAll, describe, expect, it } from 'vitest';
import { bagInput } from '../../../contract/bag/bag';
import { brewInput } from '../../../contract/bag/brew';
import { readConfig } from '../../config';
import { addBag, loadBag } from '../../db/bag/bags';
import { addBrew } from '../../db/bag/brews';
import { ensureStarters } from '../../db/bench/recipes';
import { openStore, type Store } from '../../db/store';
import { Problem } from '../../../application/problem';
import { lockFolder } from '../../folderLock';
import { serve } from '../../serve';
import { engineHere } from '../../verdicts/engineHere';
import { cup } from '../support/cupSample';
import { FAULT_KINDS, faultyDriver } from '../support/faultyDriver';
import { bagDraft, brewDraft } from '../support/running';

const root = mkdtempSync(join(tmpdir(), 'slow-crest-storage-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));

let folders = 0;
function newFolder(): string {
  const folder = join(root, String(++folders));
  mkdirSync(folder);
  return folder;
}

const now = new Date('2026-03-01T12:00:00Z');
const noEngine = { ...engineHere(), fit: () => Promise.reject(new Error('not asked for')) };
const start = (folder: string) =>
  serve(readConfig({ SLOW_CREST_DATA: folder, PORT: '0' }, '/'), pino({ level: 'silent' }), null, { engine: noEngine });
const named = (name: string) => (db: EntityManager) => addBag(db, bagInput.parse(bagDraft({ name })), now);
const nothingThere = (db: EntityManager) => loadBag(db, '0f0e7c2e-1111-4111-8111-000000000000');

/** What another program reads in the file. */
function readElsewhere(file: string, sql: string): unknown[] {
  const db = new Database(file, { readonly: true });
  try {
    return db.prepare(sql).pluck().all();
  } finally {
    db.close();
  }
}
const namesIn = (file: string): unknown[] => readElsewhere(file, 'SELECT name FROM bag ORDER BY name');

/** A write of many statements: a bag with its parts, and a brew with its cup. */
const bagAndBrew = (name: string) => async (db: EntityManager) =>
  addBrew(
    db,
    await loadBag(db, await named(name)(db)),
    brewInput.parse(
      brewDraft({
        cup: cup({ remarks: 'fig', descriptors: [{ typed: `fig of ${name}`, slot: 'cup' }] }),
      }),
    ),
    now,
  );

async function refusal(work: Promise<unknown>): Promise<Problem> {
  const error: unknown = await work.then(
    () => new Error('it was not refused'),
    (reason: unknown) => reason,
  );
  if (!(error instanceof Problem)) throw error instanceof Error ? error : new Error(String(error));
  return error;
}

describe('a write that fails', () => {
  it.each([
    ['SQLITE_FULL', 'disk-full'],
    ['SQLITE_IOERR_FSYNC', 'storage'],
    ['SQLITE_BUSY', 'storage'],
  ])(
    'at any of its statements, with %s, leaves nothing behind, and everything acknowledged afterwards can be read by others',
    async (code, told) => {
      const file = join(newFolder(), 'faults.sqlite');
      const { driver, lay, statements } = faultyDriver();
      const store = await openStore(file, { driver });
      await store.write((db) => ensureStarters(db, now));
      lay(null);
      await store.write(bagAndBrew('A clean one'));
      const count = statements.length;
      expect(statements.at(0)).toMatch(/^BEGIN/);
      expect(statements.at(-1)).toBe('COMMIT');
      expect(count).toBeGreaterThan(15);

      const expected = ['A clean one'];
      for (const kind of FAULT_KINDS) {
        for (let at = 0; at < count; at++) {
          lay({ at, kind, code });
          const problem = await refusal(store.write(bagAndBrew(`Broken off ${kind} ${at}`)));
          expect(problem.code).toBe(told);
          lay(null);
          // An ordinary refusal inside its transaction, on whatever connection there now is.
          expect((await refusal(store.write(nothingThere))).code).toBe('not-found');
          const kept = `Kept after ${kind} ${at}`;
          await store.write(named(kept));
          // A commit that was done although it was denied is the one write that may be there: then it is there whole.
          if (kind === 'done but denied' && at === count - 1) expected.push(`Broken off ${kind} ${at}`);
          expected.push(kept);
          expect(namesIn(file)).toEqual([...expected].sort());
        }
      }
      expect(readElsewhere(file, 'SELECT count(*) FROM brew')).toEqual(readElsewhere(file, 'SELECT count(*) FROM cup'));
      await store.close();
      expect(namesIn(file)).toEqual([...expected].sort());
    },
  );

  it('for as long as the disk stays full is refused in words, reading goes on, and so does writing when there is room', async () => {
    const file = join(newFolder(), 'full.sqlite');
    const { driver, lay } = faultyDriver();
    const store = await openStore(file, { driver });
    await store.write(named('Before'));
    const commits = { at: 0, kind: 'refused', code: 'SQLITE_FULL', lasting: true } as const;
    for (let i = 0; i < 5; i++) {
      lay(commits);
      const problem = await refusal(store.write(named(`During ${i}`)));
      expect(problem).toMatchObject({
        code: 'disk-full',
        message: expect.stringMatching(
          /is full\. Nothing of this change was saved; everything saved before is safe.*goes on by itself/,
        ),
      });
      lay(null);
      expect(await store.read((db) => db.query('SELECT name FROM bag'))).toEqual([{ name: 'Before' }]);
    }
    await store.write(named('After'));
    expect(namesIn(file)).toEqual(['After', 'Before']);
    await store.close();
  });
});

/** A file system of its own, of so many kilobytes; null where this machine does not allow that. */
function smallDisk(kilobytes: number): string | null {
  const folder = newFolder();
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${kilobytes}k`, 'tmpfs', folder], { stdio: 'ignore' });
    return folder;
  } catch {
    return null;
  }
}

describe('a disk', () => {
  it('that fills up, is emptied, refuses once and then takes twenty writes has all twenty after a kill', (context) => {
    const disk = smallDisk(3072);
    if (disk === null) return context.skip('mounting a file system is not allowed here');
    try {
      const script = join(import.meta.dirname, '..', 'children', 'fillingUp.ts');
      const { stdout, signal } = spawnSync(process.execPath, ['--import', 'tsx', script, disk], {
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      expect(signal).toBe('SIGKILL');
      expect(stdout.trim().split('\n').join('; ')).toBe(
        '507 disk-full; reading 200; backup 507 disk-full; upload 507, files left 0; refused 404; acknowledged 20; killed',
      );
      expect(
        readElsewhere(join(disk, 'slow-crest.sqlite'), `SELECT count(*) FROM bag WHERE name LIKE 'After %'`),
      ).toEqual([20]);
      expect(readElsewhere(join(disk, 'slow-crest.sqlite'), 'PRAGMA integrity_check')).toEqual(['ok']);
    } finally {
      execFileSync('umount', [disk]);
    }
  }, 120_000);

  it('that is full already says so at start', async (context) => {
    const disk = smallDisk(64);
    if (disk === null) return context.skip('mounting a file system is not allowed here');
    try {
      writeFileSync(join(disk, 'full'), Buffer.alloc(60 * 1024));
      await expect(start(disk)).rejects.toThrow(/is full/);
    } finally {
      execFileSync('umount', [disk]);
    }
  });
});

describe('a database that is taken away while it is open', () => {
  const opened = async (): Promise<{ file: string; store: Store }> => {
    const file = join(newFolder(), 'here.sqlite');
    const store = await openStore(file);
    await store.write(named('Before'));
    return { file, store };
  };
  const rescued = (file: string): string[] =>
    readdirSync(join(file, '..')).filter((name) => name.includes('.rescued-'));

  it.each([
    ['deleted', (file: string) => ['', '-wal', '-shm'].forEach((suffix) => rmSync(file + suffix, { force: true }))],
    ['deleted alone', (file: string) => rmSync(file)],
    ['moved away', (file: string) => renameSync(file, `${file}.elsewhere`)],
    [
      'replaced',
      (file: string) => {
        copyFileSync(file, `${file}.copy`);
        renameSync(`${file}.copy`, file);
      },
    ],
  ])('(%s) is noticed before the next acknowledgement, and what was saved is kept beside it', async (_how, take) => {
    const { file, store } = await opened();
    take(file);
    const problem = await refusal(store.write(named('Never acknowledged')));
    expect(problem).toMatchObject({
      code: 'storage',
      message: expect.stringMatching(
        /deleted, moved or replaced.*Nothing of this change was saved.*is kept in .*rescued-/s,
      ),
    });
    expect((await refusal(store.write(named('Nor this')))).message).toBe(problem.message);
    const copies = rescued(file);
    expect(copies).toHaveLength(1);
    expect(namesIn(join(file, '..', copies[0] ?? ''))).toEqual(['Before']);
    await store.close();
  });

  it('in the middle of a write has that write not acknowledged', async () => {
    const { file, store } = await opened();
    const problem = await refusal(
      store.write(async (db) => {
        await named('Never acknowledged')(db);
        rmSync(file);
      }),
    );
    expect(problem.message).toMatch(/was deleted, moved or replaced/);
    await store.close();
  });

  it('goes on once it is back where it was', async () => {
    const { file, store } = await opened();
    renameSync(file, `${file}.elsewhere`);
    await refusal(store.write(named('Never acknowledged')));
    renameSync(`${file}.elsewhere`, file);
    await store.write(named('After'));
    expect(namesIn(file)).toEqual(['After', 'Before']);
    await store.close();
  });

  it('goes on at once where only its journal was deleted, and loses nothing', async () => {
    const { file, store } = await opened();
    rmSync(`${file}-wal`);
    await store.write(named('After'));
    expect(namesIn(file)).toEqual(['After', 'Before']);
    await store.close();
    expect(namesIn(file)).toEqual(['After', 'Before']);
  });

  it('is not begun anew by a connection that has to be opened again', async () => {
    const file = join(newFolder(), 'reopened.sqlite');
    const { driver, lay } = faultyDriver();
    const store = await openStore(file, { driver });
    await store.write(named('Before'));
    lay({ at: 0, kind: 'refused', code: 'SQLITE_IOERR' });
    await refusal(store.write(named('Broken off')));
    lay(null);
    renameSync(file, `${file}.elsewhere`);
    expect((await refusal(store.read((db) => db.query('SELECT 1')))).message).toMatch(/is not there any more/);
    expect(existsSync(file)).toBe(false);
    renameSync(`${file}.elsewhere`, file);
    expect(await store.read((db) => db.query('SELECT name FROM bag'))).toEqual([{ name: 'Before' }]);
    await store.close();
  });

  it('is not begun anew at the next start while a copy of what was in it lies beside it', async () => {
    const folder = newFolder();
    const file = join(folder, 'slow-crest.sqlite');
    const store = await openStore(file);
    await store.write(named('Before'));
    rmSync(file);
    await refusal(store.write(named('Never acknowledged')));
    await store.close();
    for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
    await expect(start(folder)).rejects.toThrow(/is not there, but what was saved .* is in .*rescued-.*Rename that to/);
    renameSync(join(folder, rescued(file)[0] ?? ''), file);
    const running = await start(folder);
    expect(await running.store.read((db) => db.query('SELECT name FROM bag'))).toEqual([{ name: 'Before' }]);
    await running.close();
  });
});

describe('starting', () => {
  const household = async (): Promise<{ folder: string; file: string }> => {
    const folder = newFolder();
    const file = join(folder, 'slow-crest.sqlite');
    const store = await openStore(file);
    await store.write(async (db) => {
      for (let i = 0; i < 200; i++) await named(`Bag ${i}`)(db);
    });
    await store.close();
    return { folder, file };
  };
  const digest = (file: string): string => createHash('sha256').update(readFileSync(file)).digest('hex');

  it('finds damaged pages, says what to do and changes nothing', async () => {
    const { folder, file } = await household();
    const fd = openSync(file, 'r+');
    const pages = statSync(file).size / 4096;
    for (let page = 20; page < pages; page += 3) writeSync(fd, Buffer.alloc(2048, 0x5a), 0, 2048, page * 4096);
    const before = digest(file);
    await expect(start(folder)).rejects.toThrow(/is damaged \(.+\)\. Nothing was changed\. Keep a copy/);
    expect(digest(file)).toBe(before);
  });

  it('finds one damaged page among hundreds, though nothing that is read at start lies on it', async () => {
    const { folder, file } = await household();
    const db = new Database(file);
    const page = db
      .prepare(`SELECT max(pageno) FROM dbstat WHERE name = 'brew_parameters' AND pagetype = 'leaf'`)
      .pluck()
      .get() as number;
    db.close();
    const fd = openSync(file, 'r+');
    writeSync(fd, Buffer.alloc(1000, 0x5a), 0, 1000, (page - 1) * 4096 + 8);
    await expect(start(folder)).rejects.toThrow(/is damaged \(/);
  });

  it('finds a database that was cut short', async () => {
    const { folder, file } = await household();
    truncateSync(file, Math.floor(statSync(file).size / 2));
    await expect(start(folder)).rejects.toThrow(/is damaged/);
  });

  it('refuses a database of a newer version and touches nothing', async () => {
    const { folder, file } = await household();
    const db = new Database(file);
    db.exec(
      `INSERT INTO migrations (timestamp, name) VALUES (1900000000000, 'FromTomorrow1900000000000'); ALTER TABLE bag ADD COLUMN tomorrow text`,
    );
    db.close();
    const before = digest(file);
    await expect(start(folder)).rejects.toThrow(/written by a newer version of Slow Crest\. Nothing was changed/);
    expect(digest(file)).toBe(before);
  });

  it('refuses a folder another server uses, and names that server', async () => {
    const folder = newFolder();
    const first = await start(folder);
    await expect(start(folder)).rejects.toThrow(
      `in use already by the Slow Crest at ${first.address} (process ${process.pid})`,
    );
    await first.close();
    const again = await start(folder);
    await again.close();
  });

  it('lets go of a folder whose holder was killed, and gives back what it took when it fails', async () => {
    const folder = newFolder();
    const held = `import { lockFolder } from ${JSON.stringify(join(import.meta.dirname, '..', '..', 'folderLock.ts'))}; lockFolder(${JSON.stringify(folder)}, new Date()); process.kill(process.pid, 'SIGKILL');`;
    expect(() =>
      execFileSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', held], { stdio: 'ignore' }),
    ).toThrow();
    expect(existsSync(join(folder, 'slow-crest.running.json'))).toBe(true);
    writeFileSync(
      join(folder, 'slow-crest.sqlite'),
      'no database at all, and long enough to be read as one'.repeat(20),
    );
    await expect(start(folder)).rejects.toThrow(/is not a database/);
    lockFolder(folder, now).release();
  });

  it('says so when the database cannot be written, not that it is ready', async () => {
    const { folder, file } = await household();
    // The superuser may write anything: as one of the others it may not.
    const asOther = process.getuid?.() === 0;
    if (asOther) execFileSync('chmod', ['-R', 'go+rx', root]);
    execFileSync('chmod', ['444', file]);
    execFileSync('chmod', ['777', folder]);
    if (asOther) process.seteuid?.(65_534);
    try {
      await expect(start(folder)).rejects.toThrow(/cannot be written at the moment .* Nothing was changed\./);
    } finally {
      if (asOther) process.seteuid?.(0);
    }
  });
});
