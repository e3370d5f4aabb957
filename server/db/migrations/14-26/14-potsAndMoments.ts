import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Table, column and its type in SQL. */
const COLUMNS: readonly (readonly [table: string, column: string, type: string])[] = [
  ['brew', 'potId', 'text'],
  ['cup', 'progress', 'text'],
  ['cup_descriptor', 'moment', 'text'],
  ['cup_descriptor', 'seat', 'text'],
  ['bag', 'publishedRecipe', 'text'],
  ['bag', 'finalLevels', `text NOT NULL DEFAULT '[]'`],
  ['bag', 'agreedWords', `text NOT NULL DEFAULT ''`],
  ['word', 'like', `text NOT NULL DEFAULT ''`],
  ['word', 'reference', `text NOT NULL DEFAULT ''`],
  ['word', 'near', `text NOT NULL DEFAULT '[]'`],
  ['word', 'allergens', `text NOT NULL DEFAULT '[]'`],
  ['word', 'knownBy', 'text'],
  ['household', 'backupFolder', 'text'],
  ['word', 'substitute', `text NOT NULL DEFAULT ''`],
];
const RECIPES = ['recipe_version', 'live_brew', 'making'];
const OF_STAGES: readonly (readonly [field: string, value: string])[] = [
  ['waitsFor', `'time'`],
  ['waitsUntil', `''`],
  ['waitsForG', 'NULL'],
  ['pourHeight', `''`],
  ['flow', `''`],
  ['kettle', `''`],
];

/** The stages of a kept recipe, each changed by one function of SQLite's JSON. */
const stagesBy = (change: string): string =>
  `(SELECT json_group_array(json(${change})) FROM json_each(recipe, '$.stages'))`;

/** Cups of one brew, words that say more, recipes for several grinders, stages that wait for more than the clock. */
export class PotsAndMoments1700000000014 implements MigrationInterface {
  name = 'TheFineGrain1700000000014';

  async up(db: QueryRunner): Promise<void> {
    for (const [table, column, type] of COLUMNS)
      await db.query(`ALTER TABLE "${table}" ADD COLUMN "${column}" ${type}`);
    const set = OF_STAGES.map(([field, value]) => `'$.${field}', ${value}`).join(', ');
    for (const table of RECIPES)
      await db.query(
        `UPDATE ${table} SET recipe = json_set(recipe, '$.otherGrinds', json('[]'),
           '$.stages', json(${stagesBy(`json_set(value, ${set})`)})) WHERE recipe IS NOT NULL`,
      );
  }

  async down(db: QueryRunner): Promise<void> {
    for (const [table, column] of COLUMNS) await db.query(`ALTER TABLE "${table}" DROP COLUMN "${column}"`);
    const fields = OF_STAGES.map(([field]) => `'$.${field}'`).join(', ');
    for (const table of RECIPES)
      await db.query(
        `UPDATE ${table} SET recipe = json_set(json_remove(recipe, '$.otherGrinds'),
           '$.stages', json(${stagesBy(`json_remove(value, ${fields})`)})) WHERE recipe IS NOT NULL`,
      );
  }
}
