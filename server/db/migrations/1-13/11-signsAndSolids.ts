import type { MigrationInterface, QueryRunner } from 'typeorm';

const RECIPES = ['recipe_version', 'live_brew', 'making'];

/** Whether a household reads the table of signs, and the dissolved solids a recipe wants. */
export class SignsAndSolids1700000000011 implements MigrationInterface {
  name = 'LikingFirst1700000000011';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`ALTER TABLE household ADD COLUMN "readsSigns" boolean NOT NULL DEFAULT 1`);
    for (const table of RECIPES)
      await db.query(`UPDATE ${table} SET recipe = json_set(recipe, '$.tdsTarget', NULL) WHERE recipe IS NOT NULL`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE household DROP COLUMN "readsSigns"');
    for (const table of RECIPES)
      await db.query(`UPDATE ${table} SET recipe = json_remove(recipe, '$.tdsTarget') WHERE recipe IS NOT NULL`);
  }
}
