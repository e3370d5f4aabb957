import Database from 'better-sqlite3';
import { setImmediate } from 'node:timers/promises';
import { openStore } from '../db/store';
import { ONE_FOR_EACH, quoted, REFERENCES, storedValues, tableNamed, TABLES } from './collections';
import type { FileProblem, Progress, ReadArchive } from './read';

/** Rows written before everyone else gets their turn. */
const AT_ONCE = 1000;

/**
 * Writes the rows of an archive into a new database `file`, and looks whether what refers to each other is all there.
 * Answers with what is not; the database is a household's only where nothing is.
 */
export async function fillFrom(
  { collections }: Pick<ReadArchive, 'collections'>,
  file: string,
  { on, signal }: Progress,
): Promise<FileProblem[]> {
  await (await openStore(file)).close();
  const db = new Database(file);
  try {
    // The file is thrown away unless all of it is well.
    db.pragma('synchronous = OFF');
    // What refers to what is looked at at the end, and named.
    db.pragma('foreign_keys = OFF');
    const problems: FileProblem[] = [];
    const of = TABLES.reduce((sum, { collection }) => sum + collections[collection].length, 0);
    let done = 0;
    db.exec('BEGIN');
    for (const table of TABLES) {
      const columns = table.columns.map(({ name }) => quoted(name));
      const insert = db.prepare(
        `INSERT INTO ${quoted(table.name)} (${columns.join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`,
      );
      for (const [i, row] of collections[table.collection].entries()) {
        try {
          insert.run(storedValues(table, row));
        } catch {
          problems.push({ where: `${table.collection}, row ${i + 1}`, message: 'It is there twice' });
        }
        if (++done % AT_ONCE > 0) continue;
        on(done, of);
        await setImmediate();
        signal.throwIfAborted();
      }
    }
    db.exec('COMMIT');
    return [...problems, ...strays(db)];
  } finally {
    db.close();
  }
}

/** What refers to something that is not there, or lacks what each must have one of. */
function strays(db: Database.Database): FileProblem[] {
  const count = (sql: string): number => Number(db.prepare(sql).pluck().get());
  const lost = REFERENCES.flatMap(([from, column, to]) => {
    const n = count(
      `SELECT COUNT(*) FROM ${tableNamed(from)} WHERE ${quoted(column)} IS NOT NULL
         AND ${quoted(column)} NOT IN (SELECT id FROM ${tableNamed(to)})`,
    );
    return n === 0 ? [] : [{ where: from, message: `${column}: ${n} of them name one that is not among the ${to}` }];
  });
  const lacking = ONE_FOR_EACH.flatMap(([of, column, each]) => {
    const n = count(
      `SELECT COUNT(*) FROM ${tableNamed(each)} WHERE
         (SELECT COUNT(*) FROM ${tableNamed(of)} one WHERE one.${quoted(column)} = ${tableNamed(each)}.id) <> 1`,
    );
    return n === 0 ? [] : [{ where: each, message: `${n} of them have not one of the ${of} each` }];
  });
  return [...lost, ...lacking];
}
