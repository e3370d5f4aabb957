import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import pino from 'pino';
import { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readConfig, StartProblem } from '../config';
import { ENTITIES } from '../db/entities';
import { MIGRATIONS } from '../db/migrations';
import { openStore } from '../db/store';
import { serve } from '../serve';
import { engineHere } from '../verdicts/engineHere';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'slow-crest-start-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const noEngine = { ...engineHere(), fit: () => Promise.reject(new Error('not asked for')) };
const silent = pino({ level: 'silent' });

describe('starting', () => {
  it('says which port is taken', async () => {
    const first = await serve(readConfig({ SLOW_CREST_DATA: join(folder, 'a'), PORT: '0' }, '/'), silent, null, {
      engine: noEngine,
    });
    const port = new URL(first.address).port;
    const second = serve(readConfig({ SLOW_CREST_DATA: join(folder, 'b'), PORT: port }, '/'), silent, null, {
      engine: noEngine,
    });
    await expect(second).rejects.toThrow(
      new StartProblem(`Port ${port} is taken. Stop what uses it, or choose another: PORT=${Number(port) + 1}.`),
    );
    expect(first.address).toContain('127.0.0.1');
    await first.close();
  });

  it('says that a folder cannot be written', () => {
    const file = join(folder, 'a-file');
    writeFileSync(file, '');
    chmodSync(file, 0o444);
    for (const path of [file, join(file, 'data'), '/proc/no-folders-here/data']) {
      expect(() => readConfig({ SLOW_CREST_DATA: path }, '/')).toThrow(/data folder .* cannot be written/);
    }
  });

  it('refuses a port that is none', () => {
    for (const PORT of ['http', '-1', '70000', '1.5'])
      expect(() => readConfig({ PORT, SLOW_CREST_DATA: folder }, '/')).toThrow(/PORT must be/);
  });

  it('says when the database is no database', async () => {
    const data = join(folder, 'broken');
    const config = readConfig({ SLOW_CREST_DATA: data, PORT: '0' }, '/');
    writeFileSync(config.databaseFile, 'this is not a database, and long enough to be looked at as one'.repeat(20));
    await expect(serve(config, silent, null, { engine: noEngine })).rejects.toThrow(/cannot be opened/);
  });
});

describe('the database', () => {
  it('writes ahead, waits for the disk and minds its references', async () => {
    const file = join(folder, 'pragmas.sqlite');
    const store = await openStore(file);
    const pragma = (name: string): Promise<Record<string, unknown>[]> => store.read((db) => db.query(`PRAGMA ${name}`));
    expect(await pragma('journal_mode')).toEqual([{ journal_mode: 'wal' }]);
    expect(await pragma('synchronous')).toEqual([{ synchronous: 2 }]);
    expect(await pragma('foreign_keys')).toEqual([{ foreign_keys: 1 }]);
    await expect(
      store.write((db) => db.query(`INSERT INTO remark (id, "cupId", text) VALUES ('n', 'no such cup', 'x')`)),
    ).rejects.toThrow(/FOREIGN KEY/);
    await store.close();
  });

  it('has the columns, keys and indices the entities declare, and runs its migrations down again', async () => {
    const source = await new DataSource({
      type: 'better-sqlite3',
      database: join(folder, 'columns.sqlite'),
      entities: ENTITIES,
      migrations: MIGRATIONS,
      migrationsRun: true,
    }).initialize();
    const pragma = async (name: string, of: string): Promise<Record<string, unknown>[]> =>
      source.query(`PRAGMA ${name}("${of}")`);
    for (const { tableName, columns, foreignKeys, indices } of source.entityMetadatas) {
      const there = (await pragma('table_info', tableName)).map(({ name }) => name);
      expect(there.sort(), tableName).toEqual(columns.map((column) => column.databaseName).sort());
      const keys = (await pragma('foreign_key_list', tableName)).map((key) => [key.from, key.table, key.on_delete]);
      const declared = foreignKeys.map((key) => [key.columnNames[0], key.referencedTablePath, key.onDelete]);
      expect(keys.sort(), tableName).toEqual(declared.sort());
      const made = (await pragma('index_list', tableName)).filter(({ origin }) => origin === 'c');
      const named = made.map(({ name, unique, partial }) => [name, unique === 1, partial === 1]);
      const wanted = indices.map(({ name, isUnique, where }) => [name, isUnique, where !== undefined]);
      expect(named.sort(), tableName).toEqual(wanted.sort());
    }
    for (const _ of MIGRATIONS) await source.undoLastMigration();
    expect(
      await source.query(`SELECT name FROM sqlite_master WHERE type = 'table' AND name IN ('bag', 'brew', 'cup')`),
    ).toEqual([]);
    await source.destroy();
  });

  it('opens a database left by the version before, brings it up to date and keeps what is in it', async () => {
    const file = join(folder, 'before.sqlite');
    const before = await new DataSource({
      type: 'better-sqlite3',
      database: file,
      entities: [],
      migrations: MIGRATIONS.slice(0, -1),
      migrationsRun: true,
    }).initialize();
    await before.query(`INSERT INTO taster (id, name, "createdAt") VALUES ('t', 'Mira', '2026-01-01')`);
    await before.destroy();
    const store = await openStore(file);
    expect(await store.read((db) => db.query('SELECT name FROM taster'))).toEqual([{ name: 'Mira' }]);
    expect(await store.read((db) => db.query('SELECT prior FROM verdict'))).toEqual([]);
    await store.close();
    const again = await openStore(file);
    expect(await again.read((db) => db.query('SELECT count(*) AS run FROM migrations'))).toEqual([
      { run: MIGRATIONS.length },
    ]);
    await again.close();
  });

  it('makes a new database of an empty file', async () => {
    const file = join(folder, 'empty.sqlite');
    new Database(file).close();
    const store = await openStore(file);
    expect(await store.read((db) => db.query('SELECT count(*) AS bags FROM bag'))).toEqual([{ bags: 0 }]);
    await store.close();
  });
});
