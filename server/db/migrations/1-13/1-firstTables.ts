import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Tasters, bags, storage spells, recipes, brews, cups, notes, and the verdicts kept for them. */
export class FirstTables1700000000001 implements MigrationInterface {
  name = 'FirstTables1700000000001';

  async up(db: QueryRunner): Promise<void> {
    const statements = [
      `CREATE TABLE taster (id varchar PRIMARY KEY NOT NULL, name text NOT NULL COLLATE NOCASE UNIQUE, "createdAt" text NOT NULL)`,
      `CREATE TABLE bag (
        id varchar PRIMARY KEY NOT NULL,
        name text NOT NULL, roaster text NOT NULL, origin text NOT NULL, variety text NOT NULL,
        process text, "roastLevel" text, "printedNotes" text NOT NULL,
        "roastedOn" text, "bestBefore" text, "shelfLifeDays" integer, "restAdviceDays" real,
        "weightG" real NOT NULL CHECK ("weightG" > 0), price real,
        school text NOT NULL, bet text NOT NULL, "finishedOn" text,
        "createdAt" text NOT NULL, "deletedAt" text, revision integer NOT NULL,
        CHECK ("roastedOn" IS NOT NULL OR "bestBefore" IS NOT NULL))`,
      `CREATE TABLE recipe (
        id varchar PRIMARY KEY NOT NULL, "bagId" text NOT NULL REFERENCES bag (id) ON DELETE CASCADE,
        "isReference" boolean NOT NULL, style text NOT NULL, brewer text NOT NULL,
        "doseG" real NOT NULL CHECK ("doseG" > 0), "waterG" real NOT NULL CHECK ("waterG" > 0), "waterC" real, "grindStep" real)`,
      `CREATE UNIQUE INDEX recipe_reference ON recipe ("bagId") WHERE "isReference"`,
      `CREATE TABLE storage_spell (
        id varchar PRIMARY KEY NOT NULL, "bagId" text NOT NULL REFERENCES bag (id) ON DELETE CASCADE,
        place text NOT NULL, "from" text NOT NULL, "to" text)`,
      `CREATE INDEX storage_spell_bag ON storage_spell ("bagId")`,
      `CREATE TABLE brew (
        id varchar PRIMARY KEY NOT NULL, "bagId" text NOT NULL REFERENCES bag (id) ON DELETE CASCADE,
        "tasterId" text REFERENCES taster (id) ON DELETE SET NULL, "brewedAt" text NOT NULL,
        style text NOT NULL, brewer text NOT NULL,
        "doseG" real NOT NULL CHECK ("doseG" > 0), "waterG" real NOT NULL CHECK ("waterG" > 0), "waterC" real, "grindStep" real, "drainS" real,
        "recordedFrom" text NOT NULL, fault text, "faultNote" text NOT NULL, "createdAt" text NOT NULL, "deletedAt" text)`,
      `CREATE INDEX brew_bag ON brew ("bagId", "brewedAt")`,
      `CREATE TABLE cup (
        id varchar PRIMARY KEY NOT NULL, "brewId" text NOT NULL UNIQUE REFERENCES brew (id) ON DELETE CASCADE,
        school text NOT NULL, mark real, aroma real, acidity real, body real)`,
      `CREATE TABLE note (id varchar PRIMARY KEY NOT NULL, "cupId" text NOT NULL REFERENCES cup (id) ON DELETE CASCADE, text text NOT NULL)`,
      `CREATE INDEX note_cup ON note ("cupId")`,
      `CREATE TABLE verdict (
        "bagId" varchar PRIMARY KEY NOT NULL REFERENCES bag (id) ON DELETE CASCADE,
        revision integer NOT NULL, "engineVersion" integer NOT NULL, summary text NOT NULL, detail text NOT NULL)`,
    ];
    for (const statement of statements) await db.query(statement);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of ['verdict', 'note', 'cup', 'brew', 'storage_spell', 'recipe', 'bag', 'taster'])
      await db.query(`DROP TABLE ${table}`);
  }
}
