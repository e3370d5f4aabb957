import { randomUUID } from 'node:crypto';
import { In, IsNull, type EntityManager } from 'typeorm';
import type { NotebookMapping } from '../../../contract/keeping/notebook';
import type { KnownBag, NotebookDraft } from '../../../application/notebook';
import { notFound, Problem } from '../../../application/problem';
import { plain } from '../../../core/notebook';
import { roastDate } from '../../../core/rest';
import { addBag, loadBag, loadBagHeads, touchBag } from '../bag/bags';
import { GrinderEntity } from '../bench/benchEntities';
import { addBrew, loadLogs } from '../bag/brews';
import { BagEntity, BrewEntity, TasterEntity } from '../entities';
import { addGrinder } from '../bench/grinders';
import { NotebookImportEntity, NotebookMappingEntity, type NotebookImportRow } from './keepingEntities';
import { addTaster } from '../palate/tasters';
import { wordResolver } from '../palate/words';

/**
 * Tables of brews that are brought in: what they are held against, and how they are kept, taken back and remembered.
 */

/** The bags of the household that go by some names, with their brews. */
export async function loadKnownBags(db: EntityManager, names: readonly string[]): Promise<KnownBag[]> {
  const wanted = new Set(names.map(plain));
  const alike = (await loadBagHeads(db)).filter(({ name }) => wanted.has(plain(name)));
  const logs = await loadLogs(
    db,
    alike.map(({ id }) => id),
  );
  return alike.map((bag) => {
    const { id, name, roaster } = bag;
    return { id, name, roaster, roastedOn: roastDate(bag).roastedOn, brews: logs[id] ?? [] };
  });
}

/** Keeps what a table brings: all of it in the transaction it is called in. */
export async function keepNotebook(
  db: EntityManager,
  drafts: readonly NotebookDraft[],
  fileName: string,
  now: Date,
): Promise<NotebookImportRow> {
  const taster = byName(await db.findBy(TasterEntity, { mergedInto: IsNull() }), async (name) => {
    return (await addTaster(db, name, now)).id;
  });
  const grinder = byName(await db.findBy(GrinderEntity, { deletedAt: IsNull() }), async (name) => {
    return (await addGrinder(db, { name, burrChanges: [], grindWords: [] }, now)).id;
  });
  const idOfWord = await wordResolver(db, now);
  const bagIds: string[] = [];
  const brewIds: string[] = [];
  for (const { bagId, bag, brews } of drafts) {
    const id = bagId ?? (await addBag(db, bag, now));
    if (bagId === null) bagIds.push(id);
    const whole = await loadBag(db, id);
    for (const { row, brew, ...names } of brews) {
      const making = brew.making && { ...brew.making, grinderId: await grinder(names.grinder) };
      const input = { ...brew, making, tasterId: await taster(names.taster) };
      brewIds.push(await addBrew(db, whole, input, now, idOfWord).catch((error: unknown) => inRow(row, error)));
    }
  }
  const kept = { id: randomUUID(), fileName, takenAt: now.toISOString(), bagIds, brewIds, undoneAt: null };
  await db.insert(NotebookImportEntity, kept);
  return kept;
}

/** The id of whoever goes by a name, added where nobody does; null for an empty name. */
function byName(
  known: readonly { id: string; name: string }[],
  add: (name: string) => Promise<string>,
): (name: string) => Promise<string | null> {
  const ids = new Map(known.map(({ id, name }) => [plain(name), id]));
  return async (name) => {
    const short = name.slice(0, 60).trim();
    if (short === '') return null;
    const id = ids.get(plain(short)) ?? (await add(short));
    ids.set(plain(short), id);
    return id;
  };
}

function inRow(row: number, error: unknown): never {
  if (!(error instanceof Problem)) throw error;
  throw new Problem(error.code, `Row ${row}: ${error.message}`, error.fields);
}

/** The tables that were brought in, the newest first. */
export async function loadNotebookImports(db: EntityManager): Promise<NotebookImportRow[]> {
  return db.createQueryBuilder(NotebookImportEntity, 'taken').orderBy('taken.rowid', 'DESC').getMany();
}

/**
 * Takes back what a table brought, or (null) brings it back. A bag that was brewed since stays, with those brews.
 * Throws a not-found Problem, and a conflict Problem where it went for good.
 */
export async function setNotebookUndone(
  db: EntityManager,
  id: string,
  undoneAt: string | null,
): Promise<NotebookImportRow> {
  const row = await db.findOneBy(NotebookImportEntity, { id });
  if (!row) throw notFound('This table');
  const { bagIds, brewIds } = row;
  if (undoneAt === null && (await db.countBy(BrewEntity, { id: In(brewIds) })) < brewIds.length)
    throw new Problem('conflict', 'What this table brought went for good thirty days after it was taken back.');
  await db.update(BrewEntity, { id: In(brewIds) }, { deletedAt: undoneAt });
  const brewed = await db.findBy(BrewEntity, { bagId: In(bagIds), deletedAt: IsNull() });
  const stay = new Set(brewed.map(({ bagId }) => bagId));
  const go = undoneAt === null ? bagIds : bagIds.filter((bagId) => !stay.has(bagId));
  await db.update(BagEntity, { id: In(go) }, { deletedAt: undoneAt });
  const touched = await db.find(BrewEntity, { select: { bagId: true }, where: { id: In(brewIds) } });
  for (const bagId of new Set(touched.map((brew) => brew.bagId))) await touchBag(db, bagId);
  await db.update(NotebookImportEntity, { id }, { undoneAt });
  return { ...row, undoneAt };
}

/** How a table with these headings was read the last time; null for never. */
export async function rememberedMapping(db: EntityManager, signature: string): Promise<NotebookMapping | null> {
  return (await db.findOneBy(NotebookMappingEntity, { signature }))?.mapping ?? null;
}

export async function rememberMapping(
  db: EntityManager,
  signature: string,
  mapping: NotebookMapping,
  now: Date,
): Promise<void> {
  const kept = { signature, mapping: { ...mapping, leaveOut: [] }, usedAt: now.toISOString() };
  await db.upsert(NotebookMappingEntity, kept, ['signature']);
}
