import Database from 'better-sqlite3';
import type { CollectionName } from '../../contract/keeping/archive';
import { openStore } from '../db/store';
import { ONE_FOR_EACH, quoted, storedValues, TABLES, tableNamed, type Table } from './collections';
import type { FileProblem } from './read';

/** Where a row stands in its archive: the rows of each collection were written in their order. */
export const rowAt = (collection: CollectionName, number: number): string => `${collection}, row ${number}`;

/** So many of one kind of problem are named. */
const MOST_OF_A_KIND = 20;

/** Writes the rows of an archive into a new database; it is a household's only where nothing is wrong with it. */
export class HouseholdFiller {
  readonly #problems: FileProblem[] = [];
  readonly #inserts = new Map<CollectionName, { table: Table; insert: Database.Statement }>();

  private constructor(private readonly db: Database.Database) {
    // The file is thrown away unless all of it is well.
    db.pragma('synchronous = OFF');
    // What refers to what is looked at at the end, and named.
    db.pragma('foreign_keys = OFF');
    for (const table of TABLES) {
      const columns = ['rowid', ...table.columns.map(({ name }) => quoted(name))];
      const insert = db.prepare(
        `INSERT INTO ${quoted(table.name)} (${columns.join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`,
      );
      this.#inserts.set(table.collection, { table, insert });
    }
    db.exec('BEGIN');
  }

  static async into(file: string): Promise<HouseholdFiller> {
    await (await openStore(file)).close();
    return new HouseholdFiller(new Database(file));
  }

  /** Adds a row under its number in its collection, which is its rowid. */
  add(collection: CollectionName, row: Record<string, unknown>, number: number): void {
    const { table, insert } = this.#inserts.get(collection) ?? {};
    if (!table || !insert) throw new RangeError(`There is no collection ${collection}`);
    try {
      insert.run(number, ...storedValues(table, row));
    } catch {
      this.#problems.push({ where: rowAt(collection, number), message: 'It is there twice' });
    }
  }

  /** Keeps what was added; answers with what was there twice, what refers to nothing and what lacks its other half. */
  end(): FileProblem[] {
    this.db.exec('COMMIT');
    return [...this.#problems, ...danglingReferences(this.db), ...missingHalves(this.db)];
  }

  close(): void {
    this.db.close();
  }
}

const rowsOf = (db: Database.Database, sql: string): number[] =>
  db.prepare(`${sql} LIMIT ${MOST_OF_A_KIND}`).pluck().all() as number[];

/** Rows that name one which is not there, each by its field. */
function danglingReferences(db: Database.Database): FileProblem[] {
  const collectionOf = new Map(TABLES.map(({ name, collection }) => [name, collection]));
  const broken = db.pragma('foreign_key_check') as { table: string; rowid: number; parent: string; fkid: number }[];
  return broken.slice(0, MOST_OF_A_KIND).flatMap(({ table, rowid, parent, fkid }) => {
    const keys = db.pragma(`foreign_key_list("${table}")`) as { id: number; from: string }[];
    const from = collectionOf.get(table);
    const column = keys.find(({ id }) => id === fkid)?.from ?? '';
    const message = `${column}: It names one that is not among the ${collectionOf.get(parent) ?? parent}`;
    return from ? [{ where: rowAt(from, rowid), message }] : [];
  });
}

/** Rows that lack what each must have one of. */
function missingHalves(db: Database.Database): FileProblem[] {
  return ONE_FOR_EACH.flatMap(([of, column, each]) =>
    rowsOf(
      db,
      `SELECT rowid FROM ${tableNamed(each)} WHERE
         (SELECT COUNT(*) FROM ${tableNamed(of)} one WHERE one.${quoted(column)} = ${tableNamed(each)}.id) <> 1`,
    ).map((row) => ({ where: rowAt(each, row), message: `It has not exactly one of the ${of}` })),
  );
}
