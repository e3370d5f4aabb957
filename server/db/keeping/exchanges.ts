import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import type { CrestLesson } from '../../../contract/keeping/exchange';
import { notFound } from '../../../application/problem';
import { ExchangeEntity, type ExchangeRow } from './keepingEntities';

/** Files of other tasters' crests that were read. */

export async function loadExchanges(db: EntityManager): Promise<ExchangeRow[]> {
  return db.find(ExchangeEntity, { order: { readAt: 'ASC' } });
}

export async function keepExchange(
  db: EntityManager,
  { name, bags }: { name: string; bags: CrestLesson[] },
  now: Date,
): Promise<string> {
  const id = randomUUID();
  await db.insert(ExchangeEntity, { id, name, readAt: now.toISOString(), bags });
  return id;
}

/** Throws a not-found Problem. */
export async function dropExchange(db: EntityManager, id: string): Promise<void> {
  const { affected } = await db.delete(ExchangeEntity, { id });
  if (!affected) throw notFound('This file of crests');
}
