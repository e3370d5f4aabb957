import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import type { Taster } from '../../../contract/table/taster';
import { invalidField, notFound, Problem } from '../../../application/problem';
import { nameKey } from '../../../core/text';
import { touchBag } from '../bag/bags';
import { BrewEntity, TasterEntity } from '../entities';

/** The tasters of the household. One that was merged into another stays, so that it can be taken back. */

/** By name, with how many cups each has; what was merged counts with whom it was merged into. */
export async function loadTasters(db: EntityManager): Promise<Taster[]> {
  const rows = await db.find(TasterEntity, { order: { name: 'ASC' } });
  const counts = await db
    .createQueryBuilder(BrewEntity, 'brew')
    .select(['brew."tasterId" AS id', 'COUNT(*) AS cups'])
    .where('brew."deletedAt" IS NULL AND brew."tasterId" IS NOT NULL')
    .groupBy('brew."tasterId"')
    .getRawMany<{ id: string; cups: number }>();
  const stands = standsFor(rows);
  const cups = new Map<string, number>();
  for (const one of counts) cups.set(stands(one.id), (cups.get(stands(one.id)) ?? 0) + one.cups);
  return rows.map(({ id, name, mergedInto }) => ({ id, name, mergedInto, cups: mergedInto ? 0 : (cups.get(id) ?? 0) }));
}

/** Who each taster is, by whoever they were merged into. */
export async function loadTasterIdentity(db: EntityManager): Promise<(id: string) => string> {
  return standsFor(await db.find(TasterEntity));
}

function standsFor(rows: readonly { id: string; mergedInto: string | null }[]): (id: string) => string {
  const into = new Map(rows.map(({ id, mergedInto }) => [id, mergedInto]));
  return (id) => {
    const seen = new Set<string>();
    let one = id;
    // Two that were merged into each other, however that came about, are each who they are.
    for (let next = into.get(one); next && !seen.has(next); next = into.get(one)) {
      seen.add(next);
      one = next;
    }
    return one;
  };
}

/** Adds a taster. Throws a conflict Problem for a name that is taken. */
export async function addTaster(db: EntityManager, name: string, now: Date): Promise<{ id: string; name: string }> {
  await refuseTaken(db, name, null);
  const taster = { id: randomUUID(), name };
  await db.insert(TasterEntity, { ...taster, createdAt: now.toISOString(), mergedInto: null });
  return taster;
}

/** Calls a taster otherwise. Throws a not-found or conflict Problem. */
export async function renameTaster(db: EntityManager, id: string, name: string): Promise<void> {
  await refuseTaken(db, name, id);
  const { affected } = await db.update(TasterEntity, { id }, { name });
  if (!affected) throw notFound('This taster');
}

/** Merges a taster into another, or (null) lets it stand for itself again. What they tasted is judged anew. */
export async function mergeTaster(db: EntityManager, id: string, into: string | null): Promise<void> {
  const rows = await db.find(TasterEntity);
  if (!rows.some((one) => one.id === id)) throw notFound('This taster');
  const other = rows.find((one) => one.id === into);
  if (into !== null && (other?.mergedInto !== null || into === id))
    throw invalidField('into', 'This is nobody a taster can be merged into');
  if (into !== null && rows.some((one) => one.mergedInto === id))
    throw new Problem('conflict', 'Somebody was merged into this taster: take that back first.');
  await db.update(TasterEntity, { id }, { mergedInto: into });
  const brews = await db.find(BrewEntity, { select: { bagId: true }, where: { tasterId: id } });
  for (const bagId of new Set(brews.map((brew) => brew.bagId))) await touchBag(db, bagId);
}

async function refuseTaken(db: EntityManager, name: string, except: string | null): Promise<void> {
  const all = await db.find(TasterEntity);
  const taken = all.find((one) => one.id !== except && nameKey(one.name) === nameKey(name));
  if (!taken) return;
  const into = all.find(({ id }) => id === taken.mergedInto);
  throw new Problem(
    'conflict',
    into
      ? `${taken.name} was merged into ${into.name}. Take that back first, or choose another name.`
      : `There is a taster called ${taken.name} already. Merge the two instead.`,
    [{ path: 'name', message: 'This name is taken' }],
  );
}
