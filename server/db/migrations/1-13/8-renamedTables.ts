import type { MigrationInterface, QueryRunner } from 'typeorm';
import { EARLIER_NAMES, renamedKeys } from '../../../../core/draft';

/** Tables and columns by the names they had, and the ones they have now. A table is renamed before its columns. */
const TABLES = [
  ['recipe', 'brew_parameters'],
  ['recipe_card', 'recipe'],
  ['note', 'remark'],
  ['cup_word', 'cup_descriptor'],
] as const;
const COLUMNS = [
  ['recipe_version', 'cardId', 'recipeId'],
  ['recipe_version', 'card', 'recipe'],
  ['live_brew', 'card', 'recipe'],
  ['making', 'card', 'recipe'],
  ['bag', 'school', 'scoringScale'],
  ['bag', 'referenceCardId', 'referenceRecipeId'],
  ['household', 'school', 'scoringScale'],
  ['household', 'levelAttributes', 'intensityAttributes'],
  ['cup', 'school', 'scoringScale'],
  ['cup', 'levels', 'intensities'],
  ['cup_descriptor', 'line', 'slot'],
] as const;

const reversed = Object.fromEntries(Object.entries(EARLIER_NAMES).map(([before, now]) => [now, before]));

/** Every term means one thing, from the database to the screen. What the engine worked out is worked out anew. */
export class RenamedTables1700000000008 implements MigrationInterface {
  name = 'PlainWords1700000000008';

  async up(db: QueryRunner): Promise<void> {
    for (const [before, now] of TABLES) await db.query(`ALTER TABLE ${before} RENAME TO ${now}`);
    for (const [table, before, now] of COLUMNS)
      await db.query(`ALTER TABLE ${table} RENAME COLUMN "${before}" TO "${now}"`);
    await renameKeys(db, 'cup', 'intensities', EARLIER_NAMES);
    await renameKeys(db, 'draft', 'typed', EARLIER_NAMES);
    await db.query('DELETE FROM verdict');
  }

  async down(db: QueryRunner): Promise<void> {
    await renameKeys(db, 'cup', 'intensities', reversed);
    await renameKeys(db, 'draft', 'typed', reversed);
    for (const [table, before, now] of [...COLUMNS].reverse())
      await db.query(`ALTER TABLE ${table} RENAME COLUMN "${now}" TO "${before}"`);
    for (const [before, now] of [...TABLES].reverse()) await db.query(`ALTER TABLE ${now} RENAME TO ${before}`);
    await db.query('DELETE FROM verdict');
  }
}

async function renameKeys(
  db: QueryRunner,
  table: string,
  column: string,
  names: Readonly<Record<string, string>>,
): Promise<void> {
  const rows = (await db.query(`SELECT rowid, "${column}" AS json FROM ${table} WHERE "${column}" <> '[]'`)) as {
    rowid: number;
    json: string;
  }[];
  for (const { rowid, json } of rows)
    await db.query(`UPDATE ${table} SET "${column}" = ? WHERE rowid = ?`, [
      JSON.stringify(renamedKeys(JSON.parse(json), names)),
      rowid,
    ]);
}
