import type Database from 'better-sqlite3';
import type { MigrationInterface, QueryRunner } from 'typeorm';

const BEFORE = `CHECK ("roastedOn" IS NOT NULL OR "bestBefore" IS NOT NULL)`;
const NOW = `CHECK (COALESCE("roastedOn", "bestBefore", "arrivedOn", "openedOn") IS NOT NULL)`;

/**
 * A bag may have no date but that of its arrival or opening.
 *
 * Its table is not built anew: that would delete it once, and with it whatever refers to a bag. The words of the rule
 * are changed where SQLite keeps them, as its documentation of ALTER TABLE gives it.
 */
export class AnyDateWillDo1700000000022 implements MigrationInterface {
  name = 'AnyDateWillDo1700000000022';

  async up(db: QueryRunner): Promise<void> {
    changeRule(db, BEFORE, NOW);
    // How much gas a brew let go tells the age of such a bag.
    await db.query('DELETE FROM verdict');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query(
      `UPDATE bag SET "bestBefore" = date(COALESCE("arrivedOn", "openedOn"), '+353 days')
       WHERE "roastedOn" IS NULL AND "bestBefore" IS NULL`,
    );
    changeRule(db, NOW, BEFORE);
  }
}

function changeRule(runner: QueryRunner, from: string, to: string): void {
  const db = (runner.dataSource.driver as unknown as { databaseConnection: Database.Database }).databaseConnection;
  db.unsafeMode(true);
  try {
    db.pragma('writable_schema = ON');
    const { changes } = db
      .prepare(
        `UPDATE sqlite_schema SET sql = replace(sql, ?, ?) WHERE type = 'table' AND name = 'bag' AND instr(sql, ?)`,
      )
      .run(from, to, from);
    if (changes !== 1) throw new Error('The rule on the dates of a bag is not what it was made as');
  } finally {
    // Read anew, so that it holds at once.
    db.pragma('writable_schema = RESET');
    db.unsafeMode(false);
  }
}
