import { existsSync, statSync } from 'node:fs';
import Database from 'better-sqlite3';
import { MIGRATIONS, MIGRATION_NAMES } from '../migrations';
import { newestRescued } from './rescue';
import { sqliteCode } from '../storageProblem';

/** How many problems of a damaged database are named. */
const MOST_NAMED = 3;

/**
 * Looks at a database before it is opened, and writes nothing: `null` where it can be opened (or is to be made),
 * otherwise why not, in a sentence with what to do.
 */
export function whyNotOpened(file: string): string | null {
  if (!existsSync(file)) return missing(file);
  if (statSync(file).size === 0) return null;
  let db: Database.Database | null = null;
  try {
    db = new Database(file, { readonly: true, fileMustExist: true });
    return newerThanThis(db, file) ?? damaged(db, file);
  } catch (error) {
    const code = sqliteCode(error);
    if (code.startsWith('SQLITE_CORRUPT'))
      return damagedSentence(file, [error instanceof Error ? error.message : code]);
    if (code === 'SQLITE_NOTADB')
      return `The database ${file} cannot be opened: it is not a database. Nothing was changed. Put the right file there, or choose another folder with SLOW_CREST_DATA.`;
    return `The database ${file} cannot be opened: ${error instanceof Error ? error.message : String(error)}.`;
  } finally {
    db?.close();
  }
}

function missing(file: string): string | null {
  const rescued = newestRescued(file);
  if (rescued === null) return null;
  return `The database ${file} is not there, but what was saved when it was deleted or replaced is in ${rescued}. Rename that to ${file} to go on with it, or move it away to begin anew.`;
}

/** Whether a database holds a household that an earlier version wrote: opening it migrates it. */
export function isOfEarlierVersion(file: string): boolean {
  if (!existsSync(file) || statSync(file).size === 0) return false;
  const db = new Database(file, { readonly: true, fileMustExist: true });
  try {
    const run = migrationsRun(db);
    return run.length > 0 && run.length < MIGRATIONS.length;
  } finally {
    db.close();
  }
}

/** The names of the migrations that made a database what it is; none for one that is new. */
function migrationsRun(db: Database.Database): string[] {
  const has = db.prepare(`SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'migrations'`).get();
  return has ? (db.prepare('SELECT name FROM migrations').pluck().all() as string[]) : [];
}

/** A database that knows migrations this version does not was written by a newer one. */
function newerThanThis(db: Database.Database, file: string): string | null {
  if (migrationsRun(db).every((name) => MIGRATION_NAMES.has(name))) return null;
  return `The database ${file} was written by a newer version of Slow Crest. Nothing was changed. Start it with that version, or choose another folder with SLOW_CREST_DATA.`;
}

/** Looks at every page. Keys are not compared with their tables: that takes many times as long. */
function damaged(db: Database.Database, file: string): string | null {
  const found = db.prepare(`PRAGMA quick_check(${MOST_NAMED})`).pluck().all() as string[];
  return found.length === 1 && found[0] === 'ok' ? null : damagedSentence(file, found);
}

function damagedSentence(file: string, found: readonly string[]): string {
  const named = found.flatMap((one) => one.split('\n')).slice(0, MOST_NAMED);
  return `The database ${file} is damaged (${named.join('; ')}). Nothing was changed. Keep a copy of it before anything else; then put a backup in its place, or mend the copy with SQLite's own ".recover".`;
}
