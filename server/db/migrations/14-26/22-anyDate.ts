import type { MigrationInterface, QueryRunner } from 'typeorm';
import { changeTable } from './changeTable';

const BEFORE = `CHECK ("roastedOn" IS NOT NULL OR "bestBefore" IS NOT NULL)`;
const NOW = `CHECK (COALESCE("roastedOn", "bestBefore", "arrivedOn", "openedOn") IS NOT NULL)`;

/**
 * A bag may have no date but that of its arrival or opening.
 */
export class AnyDate1700000000022 implements MigrationInterface {
  name = 'AnyDateWillDo1700000000022';

  async up(db: QueryRunner): Promise<void> {
    await changeTable(db, 'bag', BEFORE, NOW);
    // How much gas a brew let go tells the age of such a bag.
    await db.query('DELETE FROM verdict');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query(
      `UPDATE bag SET "bestBefore" = date(COALESCE("arrivedOn", "openedOn"), '+353 days')
       WHERE "roastedOn" IS NULL AND "bestBefore" IS NULL`,
    );
    await changeTable(db, 'bag', NOW, BEFORE);
  }
}
