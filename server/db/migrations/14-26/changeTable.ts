import type Database from 'better-sqlite3';
import type { QueryRunner } from 'typeorm';

/**
 * Changes words of a table's definition that say nothing of how its rows are kept: a rule, or what a column refers to.
 * The table is not built anew, for that would delete it once, and with it whatever refers to it: the words are changed
 * where SQLite keeps them, as its documentation of ALTER TABLE gives it.
 */
export async function changeTable(runner: QueryRunner, table: string, from: string, to: string): Promise<void> {
  const db = (await runner.connect()) as Database.Database;
  db.unsafeMode(true);
  try {
    db.pragma('writable_schema = ON');
    const { changes } = db
      .prepare(`UPDATE sqlite_schema SET sql = replace(sql, ?, ?) WHERE type = 'table' AND name = ? AND instr(sql, ?)`)
      .run(from, to, table, from);
    if (changes !== 1) throw new Error(`The table ${table} is not what it was made as: ${from}`);
  } finally {
    // Read anew, so that it holds at once.
    db.pragma('writable_schema = RESET');
    db.unsafeMode(false);
  }
}
