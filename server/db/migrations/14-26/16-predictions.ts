import type { MigrationInterface, QueryRunner } from 'typeorm';

const PREDICTION = `"brewId" varchar PRIMARY KEY NOT NULL REFERENCES brew(id), "madeAt" text NOT NULL,
  "engineVersion" integer NOT NULL, "mean" real NOT NULL, "lo" real NOT NULL, "hi" real NOT NULL, "beatsBest" real,
  "last" real, "best" real, "against" text NOT NULL, "weights" text`;

const EXCHANGE = `"id" varchar PRIMARY KEY NOT NULL, "name" text NOT NULL, "readAt" text NOT NULL,
  "bags" text NOT NULL`;

/**
 * Cups held against others, what was foretold of each cup, crests of others, and whether finished bags teach how the
 * next run.
 */
export class Predictions1700000000016 implements MigrationInterface {
  name = 'WhatWasForetold1700000000016';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE "prediction" (${PREDICTION})`);
    await db.query(`CREATE TABLE "crest_exchange" (${EXCHANGE})`);
    await db.query(`ALTER TABLE "cup" ADD COLUMN "comparisons" text NOT NULL DEFAULT '[]'`);
    await db.query(`ALTER TABLE "household" ADD COLUMN "learnsShapes" boolean NOT NULL DEFAULT 1`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE "household" DROP COLUMN "learnsShapes"');
    await db.query('ALTER TABLE "cup" DROP COLUMN "comparisons"');
    await db.query('DROP TABLE "crest_exchange"');
    await db.query('DROP TABLE "prediction"');
  }
}
