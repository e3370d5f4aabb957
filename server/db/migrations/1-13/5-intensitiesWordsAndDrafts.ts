import type { MigrationInterface, QueryRunner } from 'typeorm';

const CUP_COLUMNS = [
  'finish real',
  'character real',
  'balance real',
  'bitterness real',
  'defects real',
  "levels text NOT NULL DEFAULT '[]'",
  '"markAt" text',
  '"finishS" real',
  'dryness text',
  "textures text NOT NULL DEFAULT '[]'",
  `"milkKind" text NOT NULL DEFAULT ''`,
  'company text',
  'nag text',
];
const BREW_COLUMNS = ['revision integer NOT NULL DEFAULT 1'];
const BAG_COLUMNS = ['"perceivedRoast" text', '"betMark" real', '"betHeld" text'];
const HOUSEHOLD_COLUMNS = ["school text NOT NULL DEFAULT 'mark10'", '"levelAttributes" text', 'coaching boolean'];

/**
 * Levels, looks and words of a cup; the household's vocabulary; bets and perceived roast; drafts, and which state of a
 * brew a change was written over.
 */
export class IntensitiesWordsAndDrafts1700000000005 implements MigrationInterface {
  name = 'TheCup1700000000005';

  async up(db: QueryRunner): Promise<void> {
    const statements = [
      ...CUP_COLUMNS.map((column) => `ALTER TABLE cup ADD COLUMN ${column}`),
      ...BREW_COLUMNS.map((column) => `ALTER TABLE brew ADD COLUMN ${column}`),
      ...BAG_COLUMNS.map((column) => `ALTER TABLE bag ADD COLUMN ${column}`),
      ...HOUSEHOLD_COLUMNS.map((column) => `ALTER TABLE household ADD COLUMN ${column}`),
      'CREATE TABLE word (id varchar PRIMARY KEY NOT NULL, name text NOT NULL, family text, "mergedInto" text, "createdAt" text NOT NULL)',
      `CREATE TABLE cup_word (
        "cupId" text NOT NULL REFERENCES cup (id) ON DELETE CASCADE, place integer NOT NULL,
        "wordId" text NOT NULL, typed text NOT NULL, line text NOT NULL, PRIMARY KEY ("cupId", place))`,
      'CREATE INDEX cup_word_word ON cup_word ("wordId")',
      `CREATE TABLE draft (
        key text NOT NULL, device text NOT NULL, counts text NOT NULL, title text NOT NULL, href text NOT NULL,
        typed text NOT NULL, "updatedAt" text NOT NULL, PRIMARY KEY (key, device))`,
    ];
    for (const statement of statements) await db.query(statement);
  }

  async down(db: QueryRunner): Promise<void> {
    const name = (column: string): string => column.split(' ')[0] ?? '';
    const statements = [
      ...['draft', 'cup_word', 'word'].map((table) => `DROP TABLE ${table}`),
      ...HOUSEHOLD_COLUMNS.map((column) => `ALTER TABLE household DROP COLUMN ${name(column)}`),
      ...BREW_COLUMNS.map((column) => `ALTER TABLE brew DROP COLUMN ${name(column)}`),
      ...BAG_COLUMNS.map((column) => `ALTER TABLE bag DROP COLUMN ${name(column)}`),
      ...CUP_COLUMNS.map((column) => `ALTER TABLE cup DROP COLUMN ${name(column)}`),
    ];
    for (const statement of statements) await db.query(statement);
  }
}
