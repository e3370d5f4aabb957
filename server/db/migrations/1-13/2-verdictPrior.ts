import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A kept verdict also belongs to the prior it was worked out with, which the household's history moves. */
export class VerdictPrior1700000000002 implements MigrationInterface {
  name = 'VerdictPrior1700000000002';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`ALTER TABLE verdict ADD COLUMN prior text NOT NULL DEFAULT ''`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE verdict DROP COLUMN prior');
  }
}
