import type { MigrationInterface, QueryRunner } from 'typeorm';

const TEXTS = ['processName', 'lot', 'harvest', 'link', 'shop'];

/** More of the label, where a bag was bought, and the taster's own final marks. */
export class LabelDetails1700000000025 implements MigrationInterface {
  name = 'LabelDetails1700000000025';

  async up(db: QueryRunner): Promise<void> {
    for (const column of TEXTS) await db.query(`ALTER TABLE bag ADD COLUMN "${column}" text NOT NULL DEFAULT ''`);
    await db.query(`ALTER TABLE bag ADD COLUMN "finalMarks" text NOT NULL DEFAULT '[]'`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const column of ['finalMarks', ...TEXTS.toReversed()])
      await db.query(`ALTER TABLE bag DROP COLUMN "${column}"`);
  }
}
