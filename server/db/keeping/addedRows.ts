import Database from 'better-sqlite3';
import { withAttached } from '../attach';

/**
 * What a copy of a household has and the household it was copied from had not: found in a process of its own and kept
 * in a file, so that adding it takes the serving thread no more than its own rows.
 */

/** Bags that were there before and were changed in the copy. */
const CHANGED_BAGS = 'changed_bag';

/** Writes the rows of `grown` that `before` has not, table by table, to the new file `added`. */
export function keepAddedRows(
  { grown, before, added }: { grown: string; before: string; added: string },
  tables: readonly string[],
): void {
  const db = new Database(added);
  try {
    withAttached(db, { grown, before }, () => {
      for (const table of tables) {
        const keys = (db.pragma(`grown.table_info("${table}")`) as { name: string; pk: number }[])
          .flatMap(({ name, pk }) => (pk > 0 ? [`old."${name}" = new."${name}"`] : []))
          .join(' AND ');
        db.exec(
          `CREATE TABLE main."${table}" AS SELECT * FROM grown."${table}" AS new
             WHERE NOT EXISTS (SELECT 1 FROM before."${table}" AS old WHERE ${keys})`,
        );
      }
      db.exec(
        `CREATE TABLE main.${CHANGED_BAGS} AS SELECT new.id FROM grown.bag AS new
           JOIN before.bag AS old ON old.id = new.id WHERE new.revision <> old.revision`,
      );
    });
  } finally {
    db.close();
  }
}

/** Adds the rows kept in the file `added`: all of them, or none. Bags that changed there are marked as changed here. */
export function insertAddedRows(db: Database.Database, added: string, tables: readonly string[]): void {
  withAttached(db, { added }, () => {
    db.transaction(() => {
      db.pragma('defer_foreign_keys = ON');
      for (const table of tables) {
        const columns = db.pragma(`main.table_info("${table}")`) as { name: string }[];
        const named = columns.map(({ name }) => `"${name}"`).join(', ');
        db.exec(`INSERT OR REPLACE INTO main."${table}" (${named}) SELECT ${named} FROM added."${table}"`);
      }
      db.exec(`UPDATE main.bag SET revision = revision + 1 WHERE id IN (SELECT id FROM added.${CHANGED_BAGS})`);
    }).immediate();
  });
}
