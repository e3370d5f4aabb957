import type { MigrationInterface, QueryRunner } from 'typeorm';

const SITTING = `"id" varchar PRIMARY KEY NOT NULL, "name" text NOT NULL, "kind" text NOT NULL, "timing" text NOT NULL,
  "blindToCup" boolean NOT NULL, "blindToLabel" boolean NOT NULL, "scoringScale" text NOT NULL,
  "agreedWords" text NOT NULL, "kettles" integer NOT NULL, "yardstick" text, "cups" text NOT NULL,
  "codes" text NOT NULL, "drawn" text NOT NULL, "createdAt" text NOT NULL, "revealedAt" text, "keySeenAt" text,
  "deletedAt" text`;

const SEAT = `"id" varchar PRIMARY KEY NOT NULL, "sittingId" text NOT NULL REFERENCES sitting(id), "name" text NOT NULL,
  "tasterId" text REFERENCES taster(id), "place" integer NOT NULL, "isGuest" boolean NOT NULL, "doneAt" text,
  "createdAt" text NOT NULL, "deletedAt" text`;

const ANSWER = `"seatId" varchar NOT NULL REFERENCES sitting_seat(id), "cupId" varchar NOT NULL, "written" integer NOT NULL,
  "answer" text NOT NULL, "firstAt" text NOT NULL, PRIMARY KEY ("seatId", "cupId")`;

const REFERENCE = `"id" varchar PRIMARY KEY NOT NULL, "on" text NOT NULL, "items" text NOT NULL, "remarks" text NOT NULL,
  "createdAt" text NOT NULL, "deletedAt" text`;

const CARD = `"key" varchar PRIMARY KEY NOT NULL, "dueAt" text NOT NULL, "stability" real NOT NULL, "difficulty" real NOT NULL,
  "reps" integer NOT NULL, "lapses" integer NOT NULL, "state" integer NOT NULL, "askedAt" text`;

/** Reference tastings and what is asked back; cups side by side: sittings, who sits at them, and what each wrote. */
export class Sittings1700000000018 implements MigrationInterface {
  name = 'TheTable1700000000018';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE "sitting" (${SITTING})`);
    await db.query(`CREATE TABLE "sitting_seat" (${SEAT})`);
    await db.query('CREATE INDEX "sitting_seat_sitting" ON "sitting_seat" ("sittingId")');
    await db.query(`CREATE TABLE "sitting_answer" (${ANSWER})`);
    await db.query(`CREATE TABLE "reference_tasting" (${REFERENCE})`);
    await db.query(`CREATE TABLE "trainer_card" (${CARD})`);
    await db.query('CREATE TABLE "seat_secret" ("seatId" varchar PRIMARY KEY NOT NULL, "digest" text NOT NULL)');
    await db.query('CREATE UNIQUE INDEX "seat_secret_digest" ON "seat_secret" ("digest")');
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of [
      'trainer_card',
      'reference_tasting',
      'seat_secret',
      'sitting_answer',
      'sitting_seat',
      'sitting',
    ])
      await db.query(`DROP TABLE "${table}"`);
  }
}
