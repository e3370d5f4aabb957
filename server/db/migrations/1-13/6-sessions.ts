import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Browsers that are signed in; and drafts in the order in which they were written, whatever the clock said. */
export class Sessions1700000000006 implements MigrationInterface {
  name = 'WhoIsLetIn1700000000006';

  async up(db: QueryRunner): Promise<void> {
    await db.query(
      'CREATE TABLE session (token varchar PRIMARY KEY NOT NULL, passphrase text NOT NULL, "expiresAt" real NOT NULL)',
    );
    await db.query('ALTER TABLE draft ADD COLUMN written integer NOT NULL DEFAULT 0');
    await db.query(
      'UPDATE draft SET written = (SELECT count(*) FROM draft other WHERE other."updatedAt" <= draft."updatedAt")',
    );
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE draft DROP COLUMN written');
    await db.query('DROP TABLE session');
  }
}
