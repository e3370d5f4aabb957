import { statSync } from 'node:fs';
import Database from 'better-sqlite3';
import { MIGRATION_NAMES } from '../db/migrations';
import { sqliteCode } from '../db/storageProblem';

/**
 * What a backup says of itself, in a table of its own: how many rows each table had when it was made. A file is a
 * backup only where it has this application's migrations and tables, nothing that runs by itself, and as much as its
 * manifest says.
 */

const MANIFEST = 'backup_manifest';

const namesOf = (db: Database.Database, types: string): string[] =>
  db.prepare(`SELECT name FROM sqlite_master WHERE type IN (${types}) ORDER BY name`).pluck().all() as string[];

const tablesOf = (db: Database.Database): string[] =>
  namesOf(db, `'table'`).filter((name) => !name.startsWith('sqlite_') && name !== MANIFEST);

const rowsIn = (db: Database.Database, table: string): number =>
  Number(
    db
      .prepare(`SELECT COUNT(*) FROM "${table.replaceAll('"', '""')}"`)
      .pluck()
      .get(),
  );

/** Writes the manifest of a copy into it. */
export function manifestOf(db: Database.Database, now: Date): void {
  db.transaction(() => {
    db.exec(`DROP TABLE IF EXISTS ${MANIFEST}; CREATE TABLE ${MANIFEST} (name text PRIMARY KEY, held text NOT NULL)`);
    const insert = db.prepare(`INSERT INTO ${MANIFEST} VALUES (?, ?)`);
    insert.run('made at', now.toISOString());
    for (const table of tablesOf(db)) insert.run(`rows in ${table}`, String(rowsIn(db, table)));
  })();
}

/** Tables every version of the application had. */
const ALWAYS = ['migrations', 'bag', 'brew', 'taster'];

/**
 * Why a file is no backup of this application, in a sentence; null where it is one. Reads the file and changes nothing.
 * Backups from before there were manifests are held to the rest.
 */
export function whyNoBackup(file: string): string | null {
  if (statSync(file).size === 0) return 'This file is empty.';
  let db: Database.Database | null = null;
  try {
    db = new Database(file, { readonly: true, fileMustExist: true });
    db.pragma('trusted_schema = OFF');
    return whyForeign(db) ?? whyIncomplete(db);
  } catch (error) {
    return sqliteCode(error) === 'SQLITE_NOTADB'
      ? 'This is not a database.'
      : `This file is damaged (${error instanceof Error ? error.message : String(error)}).`;
  } finally {
    db?.close();
  }
}

function whyForeign(db: Database.Database): string | null {
  const tables = tablesOf(db);
  const lacks = ALWAYS.filter((table) => !tables.includes(table));
  if (lacks.length > 0) return 'This database is not a household of Slow Crest.';
  const run = db.prepare('SELECT name FROM migrations').pluck().all() as string[];
  if (run.length === 0 || !run.some((name) => MIGRATION_NAMES.has(name)))
    return 'This database is not a household of Slow Crest.';
  if (!run.every((name) => MIGRATION_NAMES.has(name)))
    return 'A newer version of Slow Crest made this. Restore it with that one.';
  const [active] = namesOf(db, `'view', 'trigger'`);
  if (active !== undefined) return `This database holds something that no backup holds: ${active.slice(0, 60)}.`;
  const virtual = db.prepare(`SELECT name FROM sqlite_master WHERE sql LIKE 'CREATE VIRTUAL%'`).pluck().get();
  return virtual === undefined ? null : 'This database holds a virtual table, which no backup does.';
}

function whyIncomplete(db: Database.Database): string | null {
  if (!namesOf(db, `'table'`).includes(MANIFEST)) return null;
  const said = db.prepare(`SELECT name, held FROM ${MANIFEST} WHERE name LIKE 'rows in %'`).all() as {
    name: string;
    held: string;
  }[];
  const tables = new Set(tablesOf(db));
  for (const { name, held } of said) {
    const table = name.slice('rows in '.length);
    if (!tables.has(table)) return `This backup lacks what its manifest names: the table ${table.slice(0, 60)}.`;
    const rows = rowsIn(db, table);
    if (rows !== Number(held)) return `This backup holds ${rows} rows of ${table}; its manifest says ${held}.`;
  }
  return null;
}
