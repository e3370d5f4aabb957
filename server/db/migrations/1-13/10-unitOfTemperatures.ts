import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a household writes temperatures in. */
export class UnitOfTemperatures1700000000010 implements MigrationInterface {
  name = 'UnitOfTemperatures1700000000010';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`ALTER TABLE household ADD COLUMN "temperatureUnit" text NOT NULL DEFAULT '°C'`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE household DROP COLUMN "temperatureUnit"');
  }
}
