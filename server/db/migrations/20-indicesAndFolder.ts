import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is looked for row by row: the cups of one pot, and what goes with a bag. */
const INDICES = [
  ['brew_pot', 'brew ("potId") WHERE "potId" IS NOT NULL'],
  ['brew_parameters_bag', 'brew_parameters ("bagId")'],
  ['bag_order_bag', 'bag_order ("bagId")'],
  ['plan_mark_bag', 'plan_mark ("bagId")'],
  ['live_brew_bag', 'live_brew ("bagId")'],
] as const;

/** Indices for what is looked for row by row, and a name of its own for each data folder. */
export class IndicesAndFolder1700000000020 implements MigrationInterface {
  name = 'IndicesAndFolder1700000000020';

  async up(db: QueryRunner): Promise<void> {
    for (const [name, on] of INDICES) await db.query(`CREATE INDEX "${name}" ON ${on}`);
    await db.query(
      'CREATE TABLE "data_folder" ("id" integer PRIMARY KEY NOT NULL CHECK ("id" = 1), "household" text NOT NULL, "sharing" text)',
    );
    await db.query('INSERT INTO "data_folder" ("id", "household") VALUES (1, lower(hex(randomblob(4))))');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE "data_folder"');
    for (const [name] of INDICES) await db.query(`DROP INDEX "${name}"`);
  }
}
