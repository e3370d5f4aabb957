import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The score that was asked about and is meant. */
export class IntendedScore1700000000021 implements MigrationInterface {
  name = 'MeantScore1700000000021';

  async up(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE "cup" ADD COLUMN "meantScore" real');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE "cup" DROP COLUMN "meantScore"');
  }
}
