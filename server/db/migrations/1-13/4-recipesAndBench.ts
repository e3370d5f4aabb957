import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Recipes with versions, grinders, brews on the bench with their traces, how a brew was made, and instruments. */
export class RecipesAndBench1700000000004 implements MigrationInterface {
  name = 'TheBench1700000000004';

  async up(db: QueryRunner): Promise<void> {
    const statements = [
      'CREATE TABLE recipe_card (id varchar PRIMARY KEY NOT NULL, "isStandard" boolean NOT NULL, "createdAt" text NOT NULL, "deletedAt" text)',
      'CREATE UNIQUE INDEX recipe_card_standard ON recipe_card ("isStandard") WHERE "isStandard"',
      `CREATE TABLE recipe_version (
        id varchar PRIMARY KEY NOT NULL, "cardId" text NOT NULL REFERENCES recipe_card (id) ON DELETE CASCADE,
        version integer NOT NULL, card text NOT NULL, "createdAt" text NOT NULL, UNIQUE ("cardId", version))`,
      'CREATE TABLE grinder (id varchar PRIMARY KEY NOT NULL, name text NOT NULL COLLATE NOCASE, "burrChanges" text NOT NULL, "createdAt" text NOT NULL, "deletedAt" text)',
      `CREATE TABLE live_brew (
        id varchar PRIMARY KEY NOT NULL, "bagId" text NOT NULL REFERENCES bag (id) ON DELETE CASCADE,
        "recipeVersionId" text REFERENCES recipe_version (id) ON DELETE SET NULL, card text NOT NULL,
        ticked text NOT NULL, marks text NOT NULL, "startedAt" real, "endedS" real, vigour text, bed text, fault text, "faultNote" text NOT NULL,
        instruments text NOT NULL, seed integer NOT NULL, revision integer NOT NULL, "createdAt" text NOT NULL, "closedAt" text)`,
      `CREATE TABLE trace_piece (
        "liveId" text NOT NULL REFERENCES live_brew (id) ON DELETE CASCADE, seq integer NOT NULL,
        points text NOT NULL, flaws text NOT NULL, PRIMARY KEY ("liveId", seq))`,
      `CREATE TABLE making (
        "brewId" varchar PRIMARY KEY NOT NULL REFERENCES brew (id) ON DELETE CASCADE,
        "recipeVersionId" text REFERENCES recipe_version (id) ON DELETE SET NULL,
        "hardnessPpm" real, "grinderId" text REFERENCES grinder (id) ON DELETE SET NULL, "grinderSetting" real, "pressureBar" real,
        "iceG" real, "milkG" real, "beverageG" real, "tdsPercent" real, ph real, vigour text, bed text, tastes text NOT NULL,
        card text, "stageTimes" text NOT NULL, trace text, flaws text)`,
      'ALTER TABLE bag ADD COLUMN "referenceCardId" text REFERENCES recipe_card (id) ON DELETE SET NULL',
      'ALTER TABLE household ADD COLUMN instruments text',
    ];
    for (const statement of statements) await db.query(statement);
  }

  async down(db: QueryRunner): Promise<void> {
    const statements = [
      'ALTER TABLE household DROP COLUMN instruments',
      'ALTER TABLE bag DROP COLUMN "referenceCardId"',
      ...['making', 'trace_piece', 'live_brew', 'grinder', 'recipe_version', 'recipe_card'].map(
        (table) => `DROP TABLE ${table}`,
      ),
    ];
    for (const statement of statements) await db.query(statement);
  }
}
