import type { MigrationInterface, QueryRunner } from 'typeorm';

const WRITE_UP = `"id" varchar PRIMARY KEY NOT NULL, "kind" text NOT NULL, "subject" text NOT NULL, "content" text NOT NULL,
  "finalOn" text, "createdAt" text NOT NULL, "changedAt" text NOT NULL, "revision" integer NOT NULL, "deletedAt" text`;

const VERSION = `"id" varchar PRIMARY KEY NOT NULL, "writeUpId" text NOT NULL REFERENCES write_up(id), "number" integer NOT NULL,
  "reason" text NOT NULL, "content" text NOT NULL, "finalOn" text, "createdAt" text NOT NULL`;

const RECIPES = ['recipe_version', 'live_brew', 'making'];

/** Write-ups and their versions; words that stay in the household; why a recipe is so, and its grind elsewhere. */
export class WriteUps1700000000019 implements MigrationInterface {
  name = 'TheWriteUp1700000000019';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE "write_up" (${WRITE_UP})`);
    await db.query(`CREATE TABLE "write_up_version" (${VERSION})`);
    await db.query('CREATE INDEX "write_up_version_write_up" ON "write_up_version" ("writeUpId")');
    await db.query('ALTER TABLE "cup" ADD COLUMN "remarksPrivate" boolean NOT NULL DEFAULT 0');
    for (const table of RECIPES)
      await db.query(
        `UPDATE ${table} SET recipe = json_set(recipe, '$.grindsElsewhere', json('[]'), '$.why', '')
           WHERE recipe IS NOT NULL`,
      );
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of RECIPES)
      await db.query(
        `UPDATE ${table} SET recipe = json_remove(recipe, '$.grindsElsewhere', '$.why') WHERE recipe IS NOT NULL`,
      );
    await db.query('ALTER TABLE "cup" DROP COLUMN "remarksPrivate"');
    await db.query('DROP TABLE "write_up_version"');
    await db.query('DROP TABLE "write_up"');
  }
}
