import type { MigrationInterface, QueryRunner } from 'typeorm';

const RECIPES = ['recipe_version', 'live_brew', 'making'];
const OF_CUPS = ['liquorColour', 'liquorClarity', 'shotLayers'];

/** How far forward a descriptor stands, how the liquor looks, faults of the coffee itself, and a grind in words. */
export class ProminenceAndFlaws1700000000013 implements MigrationInterface {
  name = 'TheLiquor1700000000013';

  async up(db: QueryRunner): Promise<void> {
    for (const column of OF_CUPS) await db.query(`ALTER TABLE cup ADD COLUMN "${column}" text`);
    await db.query(`ALTER TABLE cup ADD COLUMN "coffeeFaults" text NOT NULL DEFAULT '[]'`);
    await db.query('ALTER TABLE cup_descriptor ADD COLUMN prominence text');
    await db.query(`ALTER TABLE making ADD COLUMN "grindWord" text`);
    for (const table of RECIPES)
      await db.query(`UPDATE ${table} SET recipe = json_set(recipe, '$.grindWord', NULL) WHERE recipe IS NOT NULL`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const column of [...OF_CUPS, 'coffeeFaults']) await db.query(`ALTER TABLE cup DROP COLUMN "${column}"`);
    await db.query('ALTER TABLE cup_descriptor DROP COLUMN prominence');
    await db.query('ALTER TABLE making DROP COLUMN "grindWord"');
    for (const table of RECIPES)
      await db.query(`UPDATE ${table} SET recipe = json_remove(recipe, '$.grindWord') WHERE recipe IS NOT NULL`);
  }
}
