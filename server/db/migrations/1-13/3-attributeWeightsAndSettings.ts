import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What a taster means by best (weights on the attributes), two more attributes, blind cups, filter and brewing water of
 * a recipe, and the household's settings.
 */
export class AttributeWeightsAndSettings1700000000003 implements MigrationInterface {
  name = 'WhatBestMeans1700000000003';

  async up(db: QueryRunner): Promise<void> {
    const statements = [
      'ALTER TABLE bag ADD COLUMN weights text',
      'ALTER TABLE cup ADD COLUMN sweetness real',
      'ALTER TABLE cup ADD COLUMN cleanness real',
      'ALTER TABLE cup ADD COLUMN blind boolean NOT NULL DEFAULT 0',
      ...['recipe', 'brew'].flatMap((table) => [
        `ALTER TABLE ${table} ADD COLUMN filter text`,
        `ALTER TABLE ${table} ADD COLUMN "waterRecipe" text`,
      ]),
      'CREATE TABLE household (id integer PRIMARY KEY NOT NULL CHECK (id = 1), brewers text, "oneChange" boolean NOT NULL)',
    ];
    for (const statement of statements) await db.query(statement);
  }

  async down(db: QueryRunner): Promise<void> {
    const statements = [
      'DROP TABLE household',
      ...['brew', 'recipe'].flatMap((table) => [
        `ALTER TABLE ${table} DROP COLUMN "waterRecipe"`,
        `ALTER TABLE ${table} DROP COLUMN filter`,
      ]),
      ...['blind', 'cleanness', 'sweetness'].map((column) => `ALTER TABLE cup DROP COLUMN ${column}`),
      'ALTER TABLE bag DROP COLUMN weights',
    ];
    for (const statement of statements) await db.query(statement);
  }
}
