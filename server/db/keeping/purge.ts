import type { EntityManager } from 'typeorm';

/** What was deleted can be brought back for so many days. */
export const KEPT_DAYS = 30;

const DAY_MS = 86_400_000;

/** Brews that go, with all that hangs on them. */
const BREWS_GONE = `SELECT id FROM brew WHERE "deletedAt" < :1
  OR "bagId" IN (SELECT id FROM bag WHERE "deletedAt" < :1)`;
const BENCH_GONE = `SELECT id FROM live_brew WHERE "closedAt" < :1
  OR "bagId" IN (SELECT id FROM bag WHERE "deletedAt" < :1)`;
const CUPS_GONE = `SELECT id FROM cup WHERE "brewId" IN (${BREWS_GONE})`;
const BAGS_GONE = `SELECT id FROM bag WHERE "deletedAt" < :1`;
const SEATS_GONE = `SELECT id FROM sitting_seat WHERE "deletedAt" < :1
  OR "sittingId" IN (SELECT id FROM sitting WHERE "deletedAt" < :1)`;

/** In an order in which nothing is left behind that refers to what is gone. */
const STEPS = [
  `DELETE FROM trace_piece WHERE "liveId" IN (${BENCH_GONE})`,
  `DELETE FROM live_brew WHERE id IN (${BENCH_GONE})`,
  `DELETE FROM cup_descriptor WHERE "cupId" IN (${CUPS_GONE})`,
  `DELETE FROM remark WHERE "cupId" IN (${CUPS_GONE})`,
  `DELETE FROM cup WHERE "brewId" IN (${BREWS_GONE})`,
  `DELETE FROM prediction WHERE "brewId" IN (${BREWS_GONE})`,
  `DELETE FROM making WHERE "brewId" IN (${BREWS_GONE})`,
  `DELETE FROM picture WHERE "brewId" IN (${BREWS_GONE})`,
  `DELETE FROM brew WHERE id IN (${BREWS_GONE})`,
  // A pot whose first cup is gone goes by the next.
  `UPDATE brew SET "potId" = head.id
     FROM (SELECT "potId", MIN(id) AS id FROM brew WHERE "potId" IS NOT NULL GROUP BY "potId") AS head
     WHERE brew."potId" = head."potId" AND brew."potId" NOT IN (SELECT id FROM brew)`,
  `UPDATE brew SET "potId" = NULL WHERE "potId" = id`,
  `DELETE FROM storage_spell WHERE "bagId" IN (${BAGS_GONE})`,
  `DELETE FROM brew_parameters WHERE "bagId" IN (${BAGS_GONE})`,
  `DELETE FROM verdict WHERE "bagId" IN (${BAGS_GONE})`,
  `DELETE FROM change_record WHERE "at" < :1 OR "bagId" IN (${BAGS_GONE})`,
  `DELETE FROM picture WHERE "deletedAt" < :1 OR "bagId" IN (${BAGS_GONE})`,
  `DELETE FROM plan_mark WHERE "bagId" IN (${BAGS_GONE})`,
  // What is wished for may be had again, though the bag it was is gone.
  `UPDATE bag_order SET "bagId" = NULL WHERE "bagId" IN (${BAGS_GONE})`,
  `DELETE FROM bag WHERE id IN (${BAGS_GONE})`,
  `DELETE FROM sitting_answer WHERE "seatId" IN (${SEATS_GONE})`,
  `DELETE FROM seat_secret WHERE "seatId" IN (${SEATS_GONE})`,
  `DELETE FROM sitting_seat WHERE id IN (${SEATS_GONE})`,
  `DELETE FROM sitting WHERE "deletedAt" < :1`,
  `DELETE FROM reference_tasting WHERE "deletedAt" < :1`,
  `DELETE FROM write_up_version WHERE "writeUpId" IN (SELECT id FROM write_up WHERE "deletedAt" < :1)`,
  `DELETE FROM write_up WHERE "deletedAt" < :1`,
];

/**
 * Lets go for good of what was deleted, or cleared off the bench, more than thirty days ago. Recipes and grinders stay:
 * old brews name them.
 */
export async function purge(db: EntityManager, now: Date): Promise<void> {
  const before = new Date(now.getTime() - KEPT_DAYS * DAY_MS).toISOString();
  for (const step of STEPS) {
    const times = step.split(':1').length - 1;
    await db.query(step.replaceAll(':1', '?'), Array<string>(times).fill(before));
  }
}
