import type { MigrationInterface, QueryRunner } from 'typeorm';

const PLAN_MARK = `"id" varchar PRIMARY KEY NOT NULL, "kind" text NOT NULL, "on" text NOT NULL,
  "bagId" text REFERENCES bag(id), "cups" integer NOT NULL`;

const BAG_ORDER = `"id" varchar PRIMARY KEY NOT NULL, "name" text NOT NULL, "roaster" text NOT NULL,
  "bagId" text REFERENCES bag(id), "weightG" real NOT NULL, "price" real, "roastLevel" text, "process" text,
  "availableFrom" text, "availableUntil" text, "orderedOn" text, "roastedOn" text, "arrivesOn" text`;

const ADDED = {
  household: [
    `"habits" text NOT NULL DEFAULT '[{"tasterId":null,"cups":[1,1,1,1,1,1,1],"style":null,"isDecaf":false}]'`,
    '"variety" real NOT NULL DEFAULT 0.5',
    '"hasFreezer" boolean NOT NULL DEFAULT 0',
    '"freezerRate" real NOT NULL DEFAULT 0.03',
    '"goingRate" real',
    `"roasters" text NOT NULL DEFAULT '[]'`,
    `"reminders" text NOT NULL DEFAULT '{"steeps":true,"lastGoodDays":true,"orders":true,"thaws":true}'`,
  ],
  bag: [
    `"startRule" text NOT NULL DEFAULT 'engine'`,
    `"heldPortions" text NOT NULL DEFAULT '[]'`,
    `"corrections" text NOT NULL DEFAULT '[]'`,
  ],
  brew: ['"portionId" text'],
} as const;

/** The shelf as a plan: who drinks when, what is set, portions in the freezer, orders and reminders. */
export class PlanAndOrders1700000000017 implements MigrationInterface {
  name = 'ThePlan1700000000017';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE "plan_mark" (${PLAN_MARK})`);
    await db.query(`CREATE TABLE "bag_order" (${BAG_ORDER})`);
    await db.query('CREATE TABLE "calendar_address" ("id" integer PRIMARY KEY NOT NULL, "secret" text NOT NULL)');
    for (const [table, columns] of Object.entries(ADDED))
      for (const column of columns) await db.query(`ALTER TABLE "${table}" ADD COLUMN ${column}`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const [table, columns] of Object.entries(ADDED))
      for (const column of [...columns].reverse())
        await db.query(`ALTER TABLE "${table}" DROP COLUMN ${column.split(' ')[0] ?? ''}`);
    await db.query('DROP TABLE "calendar_address"');
    await db.query('DROP TABLE "bag_order"');
    await db.query('DROP TABLE "plan_mark"');
  }
}
