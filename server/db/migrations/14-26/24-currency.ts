import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What prices are in. */
export class Currency1700000000024 implements MigrationInterface {
  name = 'Currency1700000000024';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`ALTER TABLE household ADD COLUMN "currency" text NOT NULL DEFAULT ''`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE household DROP COLUMN "currency"');
  }
}
