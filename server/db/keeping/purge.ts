import { LessThan, type EntityManager } from 'typeorm';
import { LiveBrewEntity } from '../bench/benchEntities';
import { BagEntity, BrewEntity } from '../entities';
import { ReferenceEntity, SeatEntity, SittingEntity } from '../table/sittingEntities';
import { WriteUpEntity } from '../writeUps/writeUpEntities';
import { ChangeEntity, PictureEntity } from './keepingEntities';

/** What was deleted can be brought back for so many days. */
export const KEPT_DAYS = 30;

const DAY_MS = 86_400_000;

/** What is kept for a while after it was deleted. Whatever hangs on it goes with it, as its columns say. */
const KEPT_FOR_A_WHILE = [
  BrewEntity,
  BagEntity,
  PictureEntity,
  SeatEntity,
  SittingEntity,
  ReferenceEntity,
  WriteUpEntity,
];

/**
 * Lets go for good of what was deleted, or cleared off the bench, more than thirty days ago. Recipes and grinders stay:
 * old brews name them.
 */
export async function purge(db: EntityManager, now: Date): Promise<void> {
  const before = LessThan(new Date(now.getTime() - KEPT_DAYS * DAY_MS).toISOString());
  await handOnPots(db, before.value);
  for (const entity of KEPT_FOR_A_WHILE) await db.delete(entity, { deletedAt: before });
  await db.delete(LiveBrewEntity, { closedAt: before });
  await db.delete(ChangeEntity, { at: before });
}

/** A pot whose first cup goes is known by the next. */
async function handOnPots(db: EntityManager, before: string): Promise<void> {
  await db.query(
    `UPDATE brew SET "potId" = next.id
     FROM (SELECT "potId", MIN(id) AS id FROM brew WHERE "potId" IS NOT NULL
             AND ("deletedAt" IS NULL OR "deletedAt" >= ?) GROUP BY "potId") AS next,
          brew AS head
     WHERE brew."potId" = next."potId" AND head.id = next."potId" AND head."deletedAt" < ?`,
    [before, before],
  );
  await db.query('UPDATE brew SET "potId" = NULL WHERE "potId" = id');
}
