import { randomBytes, randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import type { Order, OrderInput } from '../../../contract/shelf/order';
import type { PlanMark } from '../../../contract/shelf/plan';
import { notFound } from '../../../application/problem';
import { CalendarAddressEntity } from '../keeping/accessEntities';
import { BagEntity } from '../entities';
import { OrderEntity, PlanMarkEntity } from './planEntities';
import { mustExist } from '../refs';

/** What the taster has set on the plan, orders, and the address of the calendar. */

export async function loadMarks(db: EntityManager): Promise<PlanMark[]> {
  return db.find(PlanMarkEntity, { order: { on: 'ASC', id: 'ASC' } });
}

export async function addMark(db: EntityManager, mark: Omit<PlanMark, 'id'>): Promise<string> {
  await mustExist(db, BagEntity, mark.bagId, 'bagId', 'bag');
  const id = randomUUID();
  await db.insert(PlanMarkEntity, { id, ...mark });
  return id;
}

/** Throws a not-found Problem. */
export async function removeMark(db: EntityManager, id: string): Promise<void> {
  const { affected } = await db.delete(PlanMarkEntity, { id });
  if (!affected) throw notFound('This mark');
}

export async function loadOrders(db: EntityManager): Promise<Order[]> {
  return db.find(OrderEntity, { order: { name: 'ASC', id: 'ASC' } });
}

export async function addOrder(db: EntityManager, order: OrderInput): Promise<string> {
  await mustExist(db, BagEntity, order.bagId, 'bagId', 'bag');
  const id = randomUUID();
  await db.insert(OrderEntity, { id, ...order });
  return id;
}

/** Throws a not-found Problem. */
export async function changeOrder(db: EntityManager, id: string, order: OrderInput): Promise<void> {
  await mustExist(db, BagEntity, order.bagId, 'bagId', 'bag');
  const { affected } = await db.update(OrderEntity, { id }, order);
  if (!affected) throw notFound('This order');
}

/** Throws a not-found Problem. */
export async function removeOrder(db: EntityManager, id: string): Promise<void> {
  const { affected } = await db.delete(OrderEntity, { id });
  if (!affected) throw notFound('This order');
}

const ONLY = 1;

export async function loadCalendarSecret(db: EntityManager): Promise<string | null> {
  return (await db.findOneBy(CalendarAddressEntity, { id: ONLY }))?.secret ?? null;
}

/** A new address; the one before opens nothing any more. */
export async function renewCalendarSecret(db: EntityManager): Promise<string> {
  const secret = randomBytes(24).toString('base64url');
  await db.upsert(CalendarAddressEntity, { id: ONLY, secret }, ['id']);
  return secret;
}

export async function dropCalendarSecret(db: EntityManager): Promise<void> {
  await db.delete(CalendarAddressEntity, { id: ONLY });
}
