import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Indices for what is looked for row by row, and a name of its own for each data folder. */
export class IndicesAndFolder1700000000020 implements MigrationInterface {
  name = 'IndicesAndFolder1700000000020';

  async up(db: QueryRunner): Promise<void> {
    await db.query('CREATE INDEX "brew_pot" ON "brew" ("potId") WHERE "potId" IS NOT NULL');
    await db.query(
      'CREATE TABLE "data_folder" ("id" integer PRIMARY KEY NOT NULL CHECK ("id" = 1), "household" text NOT NULL)',
    );
    await db.query('INSERT INTO "data_folder" ("id", "household") VALUES (1, lower(hex(randomblob(4))))');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE "data_folder"');
    await db.query('DROP INDEX "brew_pot"');
  }
}
