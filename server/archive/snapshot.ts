import Database from 'better-sqlite3';
import type { HouseholdCounts } from '../../contract/keeping/archive';

/** A household as it stood at one moment, read beside whoever goes on writing it. */
export interface Snapshot {
  db: Database.Database;
  close: () => void;
}

/** Opens a database to be read only; what is read is of the moment at which the first thing was read. */
export function snapshotOf(file: string): Snapshot {
  const db = new Database(file, { readonly: true, fileMustExist: true });
  db.exec('BEGIN');
  return { db, close: () => void db.close() };
}

/** How much a household has that is not deleted. */
export function countsOf(db: Database.Database): HouseholdCounts {
  const one = (sql: string): unknown => db.prepare(sql).pluck().get();
  const columnsOf = (table: string): string[] =>
    (db.pragma(`table_info("${table}")`) as { name: string }[]).map(({ name }) => name);
  // A household of an earlier version lacks some of it, or called it otherwise.
  const count = (table: string): number => {
    const columns = columnsOf(table);
    if (columns.length === 0) return 0;
    return Number(
      one(`SELECT COUNT(*) FROM "${table}" ${columns.includes('deletedAt') ? 'WHERE "deletedAt" IS NULL' : ''}`),
    );
  };
  const recipes = ['recipe', 'recipe_card'].find((table) => columnsOf(table).includes('isStandard'));
  const alive = columnsOf('brew').includes('deletedAt') ? 'AND "deletedAt" IS NULL' : '';
  const newest = one(
    `SELECT MAX("brewedAt") FROM brew WHERE "brewedAt" GLOB '20[0-9][0-9]-[01][0-9]-[0-3][0-9]*' ${alive}`,
  );
  return {
    bags: count('bag'),
    brews: count('brew'),
    words: count('word'),
    recipes: recipes === undefined ? 0 : count(recipes),
    newestOn: typeof newest === 'string' ? newest.slice(0, 10) : null,
  };
}

/** The same of the household in a file. */
export function countsIn(file: string): HouseholdCounts {
  const { db, close } = snapshotOf(file);
  try {
    return countsOf(db);
  } finally {
    close();
  }
}

/** The ids of the pictures that the household in a file names; none in one from before there were pictures. */
export function picturesIn(file: string): string[] {
  const { db, close } = snapshotOf(file);
  try {
    const has = db.prepare(`SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'picture'`).get();
    return has ? (db.prepare('SELECT id FROM picture').pluck().all() as string[]) : [];
  } finally {
    close();
  }
}
