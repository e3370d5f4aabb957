import { randomUUID } from 'node:crypto';
import { IsNull, type EntityManager } from 'typeorm';
import type { GrinderInput } from '../../../contract/bench/recipe';
import type { Grinder } from '../../../core/brew';
import { notFound } from '../../../application/problem';
import { GrinderEntity } from './benchEntities';

/** The grinders of the household, by name. */
export async function loadGrinders(db: EntityManager): Promise<Grinder[]> {
  const rows = await db.find(GrinderEntity, { where: { deletedAt: IsNull() }, order: { name: 'ASC' } });
  return rows.map(({ id, name, burrChanges, grindWords }) => ({ id, name, burrChanges, grindWords }));
}

/** One grinder. Throws a not-found Problem. */
export async function loadGrinder(db: EntityManager, id: string): Promise<Grinder> {
  const grinder = (await loadGrinders(db)).find((one) => one.id === id);
  if (!grinder) throw notFound('This grinder');
  return grinder;
}

export async function addGrinder(db: EntityManager, input: GrinderInput, now: Date): Promise<Grinder> {
  const id = randomUUID();
  await db.insert(GrinderEntity, { id, ...input, createdAt: now.toISOString(), deletedAt: null });
  return { id, ...input };
}

/** Renames a grinder or records a change of its burrs. Throws a not-found Problem. */
export async function changeGrinder(db: EntityManager, id: string, input: GrinderInput): Promise<Grinder> {
  const { affected } = await db.update(GrinderEntity, { id, deletedAt: IsNull() }, { ...input });
  if (!affected) throw notFound('This grinder');
  return { id, ...input };
}

/** Deletes a grinder so that it can be brought back, or brings it back. */
export async function setGrinderDeleted(db: EntityManager, id: string, deletedAt: string | null): Promise<void> {
  const { affected } = await db.update(GrinderEntity, { id }, { deletedAt });
  if (!affected) throw notFound('This grinder');
}
