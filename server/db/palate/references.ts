import { randomUUID } from 'node:crypto';
import { IsNull, type EntityManager } from 'typeorm';
import type { ReferenceInput, ReferenceTasting } from '../../../contract/palate/reference';
import { notFound } from '../../../application/problem';
import type { TrainerCard } from '../../../core/palate';
import { ReferenceEntity, TrainerCardEntity } from '../table/sittingEntities';

/** Reference tastings, and what is asked back. */

export async function loadReferences(db: EntityManager): Promise<ReferenceTasting[]> {
  const rows = await db.find(ReferenceEntity, {
    where: { deletedAt: IsNull() },
    order: { on: 'DESC', createdAt: 'DESC', id: 'ASC' },
  });
  return rows.map(({ deletedAt: _, ...tasting }) => tasting);
}

export async function addReference(db: EntityManager, input: ReferenceInput, now: Date): Promise<string> {
  const id = randomUUID();
  await db.insert(ReferenceEntity, { id, ...input, createdAt: now.toISOString(), deletedAt: null });
  return id;
}

/** Throws a not-found Problem. */
export async function changeReference(db: EntityManager, id: string, input: ReferenceInput): Promise<void> {
  const { affected } = await db.update(ReferenceEntity, { id }, input);
  if (!affected) throw notFound('This tasting');
}

/** Takes a tasting away, or brings it back. Throws a not-found Problem. */
export async function setReferenceDeleted(db: EntityManager, id: string, deletedAt: string | null): Promise<void> {
  const { affected } = await db.update(ReferenceEntity, { id }, { deletedAt });
  if (!affected) throw notFound('This tasting');
}

/** What was asked back so far, by its key. */
export async function loadCards(db: EntityManager): Promise<Map<string, TrainerCard>> {
  return new Map((await db.find(TrainerCardEntity)).map(({ key, ...card }) => [key, card]));
}

export async function keepCard(db: EntityManager, key: string, card: TrainerCard): Promise<void> {
  await db.upsert(TrainerCardEntity, { key, ...card }, ['key']);
}
