import type { MigrationInterface, QueryRunner } from 'typeorm';

const TABLES = {
  notebook_import: `"id" varchar PRIMARY KEY NOT NULL, "fileName" text NOT NULL, "takenAt" text NOT NULL,
    "bagIds" text NOT NULL, "brewIds" text NOT NULL, "undoneAt" text`,
  notebook_mapping: `"signature" text PRIMARY KEY NOT NULL, "mapping" text NOT NULL, "usedAt" text NOT NULL`,
  change_record: `"id" varchar PRIMARY KEY NOT NULL, "at" text NOT NULL, "subject" text NOT NULL,
    "subjectId" text NOT NULL, "bagId" text NOT NULL, "kind" text NOT NULL, "before" text, "after" text,
    "undoneBy" text`,
  picture: `"id" varchar PRIMARY KEY NOT NULL, "bagId" text NOT NULL REFERENCES bag(id), "brewId" text,
    "of" text NOT NULL, "width" integer NOT NULL, "height" integer NOT NULL, "bytes" integer NOT NULL,
    "createdAt" text NOT NULL, "deletedAt" text`,
} as const;

/** Table, column and its type in SQL. */
const COLUMNS: readonly (readonly [table: string, column: string, type: string])[] = [
  ['taster', 'mergedInto', 'text'],
  ['grinder', 'grindWords', `text NOT NULL DEFAULT '[]'`],
  ['household', 'weightUnit', `text NOT NULL DEFAULT 'g'`],
  ['household', 'locale', 'text'],
  ['household', 'weekStartsOn', `text NOT NULL DEFAULT 'monday'`],
  ['household', 'kettles', `text NOT NULL DEFAULT '[]'`],
  ['household', 'filters', `text NOT NULL DEFAULT '[]'`],
  ['household', 'waters', `text NOT NULL DEFAULT '[]'`],
  ['household', 'caffeineGuideMg', 'real DEFAULT 400'],
  ['household', 'showsCautions', 'boolean NOT NULL DEFAULT 1'],
  ['household', 'keys', `text NOT NULL DEFAULT '{}'`],
];
const INDEXES = [
  ['change_record_at', 'change_record ("at")'],
  ['change_record_bag', 'change_record ("bagId", "at")'],
  ['picture_bag', 'picture ("bagId")'],
] as const;

/** What was brought in and changed, pictures, and what a household owns and how it likes things written. */
export class PicturesAndHistory1700000000015 implements MigrationInterface {
  name = 'TheStoreRoom1700000000015';

  async up(db: QueryRunner): Promise<void> {
    for (const [table, columns] of Object.entries(TABLES)) await db.query(`CREATE TABLE "${table}" (${columns})`);
    for (const [index, on] of INDEXES) await db.query(`CREATE INDEX "${index}" ON ${on}`);
    for (const [table, column, type] of COLUMNS)
      await db.query(`ALTER TABLE "${table}" ADD COLUMN "${column}" ${type}`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const [table, column] of COLUMNS) await db.query(`ALTER TABLE "${table}" DROP COLUMN "${column}"`);
    for (const table of Object.keys(TABLES)) await db.query(`DROP TABLE "${table}"`);
  }
}
