import type { MigrationInterface, QueryRunner } from 'typeorm';
import { changeTable } from './changeTable';

/** By table: the column, what it says of what it refers to, and what it says from now on. */
const KEYS: readonly (readonly [table: string, column: string, before: string, now: string])[] = [
  ['bag_order', '"bagId" text', ' REFERENCES bag(id)', ' REFERENCES bag(id) ON DELETE SET NULL'],
  ['brew', '"potId" text', '', ' REFERENCES brew(id) ON DELETE SET NULL'],
  ['change_record', '"bagId" text NOT NULL', '', ' REFERENCES bag(id) ON DELETE CASCADE'],
  ['picture', '"bagId" text NOT NULL', ' REFERENCES bag(id)', ' REFERENCES bag(id) ON DELETE CASCADE'],
  ['picture', '"brewId" text', '', ' REFERENCES brew(id) ON DELETE CASCADE'],
  ['plan_mark', '"bagId" text', ' REFERENCES bag(id)', ' REFERENCES bag(id) ON DELETE CASCADE'],
  [
    'prediction',
    '"brewId" varchar PRIMARY KEY NOT NULL',
    ' REFERENCES brew(id)',
    ' REFERENCES brew(id) ON DELETE CASCADE',
  ],
  ['seat_secret', '"seatId" varchar PRIMARY KEY NOT NULL', '', ' REFERENCES sitting_seat(id) ON DELETE CASCADE'],
  [
    'sitting_answer',
    '"seatId" varchar NOT NULL',
    ' REFERENCES sitting_seat(id)',
    ' REFERENCES sitting_seat(id) ON DELETE CASCADE',
  ],
  ['sitting_seat', '"sittingId" text NOT NULL', ' REFERENCES sitting(id)', ' REFERENCES sitting(id) ON DELETE CASCADE'],
  ['sitting_seat', '"tasterId" text', ' REFERENCES taster(id)', ' REFERENCES taster(id) ON DELETE SET NULL'],
  ['taster', '"mergedInto" text', '', ' REFERENCES taster(id) ON DELETE SET NULL'],
  [
    'write_up_version',
    '"writeUpId" text NOT NULL',
    ' REFERENCES write_up(id)',
    ' REFERENCES write_up(id) ON DELETE CASCADE',
  ],
];

/** Rows whose other end was let go of before its column was a key; without it nobody could reach them. */
const LEFT_BEHIND = [
  'UPDATE brew SET "potId" = NULL WHERE "potId" NOT IN (SELECT id FROM brew)',
  'UPDATE taster SET "mergedInto" = NULL WHERE "mergedInto" NOT IN (SELECT id FROM taster)',
  'DELETE FROM change_record WHERE "bagId" NOT IN (SELECT id FROM bag)',
  'DELETE FROM picture WHERE "brewId" NOT IN (SELECT id FROM brew)',
  'DELETE FROM seat_secret WHERE "seatId" NOT IN (SELECT id FROM sitting_seat)',
];

/** What refers to what, and what goes with it, is known to the database throughout. */
export class ForeignKeys1700000000026 implements MigrationInterface {
  name = 'ForeignKeys1700000000026';

  async up(db: QueryRunner): Promise<void> {
    for (const statement of LEFT_BEHIND) await db.query(statement);
    for (const [table, column, before, now] of KEYS) await changeTable(db, table, column + before, column + now);
    await db.query('CREATE INDEX "picture_brew" ON picture ("brewId")');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP INDEX "picture_brew"');
    for (const [table, column, before, now] of KEYS) await changeTable(db, table, column + now, column + before);
  }
}
