import { randomUUID } from 'node:crypto';
import { isEqual, isPlainObject, keyBy, omit, pick } from 'es-toolkit';
import { In, IsNull, type EntityManager } from 'typeorm';
import type { Change, ChangeKind, ChangeSubject, History } from '../../../contract/keeping/history';
import { descriptorFields } from '../../../contract/bag/cup';
import { makingFields } from '../../../contract/bag/making';
import { notFound } from '../../../application/problem';
import { BagEntity, BrewEntity } from '../entities';
import { loadBag } from '../bag/bags';
import { loadBrew } from '../bag/brews';
import { ChangeEntity, type ChangeRow } from './keepingEntities';
import { loadMakings } from '../bag/making';

/** What was changed of bags and brews: kept as what differs, so that each change can be taken back by itself. */

/** A bag or a brew. */
export interface Subject {
  subject: ChangeSubject;
  id: string;
}

/** Changes shown at once. */
const PAGE = 60;

/** What is written of a bag, as it could be written anew. */
export async function writtenBag(db: EntityManager, id: string): Promise<object> {
  return omit(await loadBag(db, id), ['id', 'createdAt', 'revision', 'freezerRate']);
}

/** What is written of a brew, as it could be written anew. */
export async function writtenBrew(db: EntityManager, id: string): Promise<object> {
  const { cup, ...brew } = omit(await loadBrew(db, id), ['id', 'bagId', 'score', 'createdAt', 'revision']);
  const making = (await loadMakings(db, [id])).get(id);
  return {
    ...brew,
    cup: { ...cup, descriptors: cup.descriptors.map((one) => pick(one, keysOf(descriptorFields))) },
    making: making ? pick(making, keysOf(makingFields)) : null,
  };
}

const keysOf = <T extends object>(fields: T): (keyof T)[] => Object.keys(fields) as (keyof T)[];

/** The same of either; null for one that is deleted. */
async function written(db: EntityManager, { subject, id }: Subject): Promise<object | null> {
  const alive = { id, deletedAt: IsNull() };
  const isThere = subject === 'bag' ? await db.existsBy(BagEntity, alive) : await db.existsBy(BrewEntity, alive);
  if (!isThere) return null;
  return subject === 'bag' ? writtenBag(db, id) : writtenBrew(db, id);
}

/** Makes a change and keeps what it changed; nothing where it changed nothing. */
export async function recordChange<T>(db: EntityManager, what: Subject, now: Date, work: () => Promise<T>): Promise<T> {
  const before = await written(db, what);
  const result = await work();
  const after = await written(db, what);
  if (before === null || after === null) {
    if (before !== after) await keep(db, what, before === null ? 'restored' : 'deleted', null, now);
  } else {
    const apart = differing(before, after);
    if (apart) await keep(db, what, 'changed', apart, now);
  }
  return result;
}

/** Keeps that something was added. */
export async function recordAdded(db: EntityManager, what: Subject & { bagId: string }, now: Date): Promise<void> {
  await keep(db, what, 'added', null, now);
}

async function keep(
  db: EntityManager,
  { subject, id: subjectId, bagId: known }: Subject & { bagId?: string },
  kind: ChangeKind,
  apart: Apart | null,
  now: Date,
): Promise<void> {
  const bagId =
    known ?? (subject === 'bag' ? subjectId : (await db.findOneByOrFail(BrewEntity, { id: subjectId })).bagId);
  const [before, after] = [apart?.before ?? null, apart?.after ?? null];
  await db.insert(ChangeEntity, {
    id: randomUUID(),
    at: now.toISOString(),
    subject,
    subjectId,
    bagId,
    kind,
    before,
    after,
    undoneBy: null,
  });
}

interface Apart {
  before: Record<string, unknown>;
  after: Record<string, unknown>;
}

/** The fields in which two things differ, down to fields of fields; null where in none. */
export function differing(a: object, b: object): Apart | null {
  const apart: Apart = { before: {}, after: {} };
  const [one, other] = [a, b] as Record<string, unknown>[];
  for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) {
    const [was, is] = [one?.[key], other?.[key]];
    if (isEqual(was, is)) continue;
    const inner = isPlainObject(was) && isPlainObject(is) ? differing(was, is) : { before: was, after: is };
    Object.assign(apart.before, { [key]: inner?.before ?? null });
    Object.assign(apart.after, { [key]: inner?.after ?? null });
  }
  return Object.keys(apart.before).length === 0 ? null : apart;
}

/** One change. Throws a not-found Problem. */
export async function loadChange(db: EntityManager, id: string): Promise<ChangeRow> {
  const change = await db.findOneBy(ChangeEntity, { id });
  if (!change) throw notFound('This change');
  return change;
}

/** Marks a change as taken back by the last that was made of its subject. */
export async function markUndone(db: EntityManager, { id, subjectId }: ChangeRow): Promise<void> {
  const last = await db
    .createQueryBuilder(ChangeEntity, 'change')
    .where('change."subjectId" = :subjectId', { subjectId })
    .orderBy('change.rowid', 'DESC')
    .limit(1)
    .getOne();
  await db.update(ChangeEntity, { id }, { undoneBy: last?.id ?? null });
}

/** What was changed, the newest first, of a bag and its brews or of all; from before a change on. */
export async function loadHistory(
  db: EntityManager,
  { bag, before }: { bag?: string | undefined; before?: string | undefined },
): Promise<History> {
  const query = db
    .createQueryBuilder(ChangeEntity, 'change')
    .orderBy('change.rowid', 'DESC')
    .limit(PAGE + 1);
  if (bag !== undefined) query.andWhere('change."bagId" = :bag', { bag });
  if (before !== undefined)
    query.andWhere('change.rowid < (SELECT rowid FROM change_record WHERE id = :before)', { before });
  const rows = await query.getMany();
  const page = rows.slice(0, PAGE);
  const bags = keyBy(await db.findBy(BagEntity, { id: In(page.map((row) => row.bagId)) }), ({ id }) => id);
  const brews = keyBy(await db.findBy(BrewEntity, { id: In(page.map((row) => row.subjectId)) }), ({ id }) => id);
  const changes = page.map((row): Change => {
    const [ofBag, ofBrew] = [bags[row.bagId], row.subject === 'brew' ? brews[row.subjectId] : undefined];
    return {
      ...pick(row, ['id', 'at', 'subject', 'subjectId', 'bagId', 'kind']),
      bagName: ofBag?.name ?? '',
      brewedAt: ofBrew?.brewedAt ?? null,
      fields: flat('', row.before, row.after),
      isUndone: row.undoneBy !== null,
      isDeleted: (ofBag?.deletedAt ?? null) !== null || (ofBrew?.deletedAt ?? null) !== null,
    };
  });
  return { changes, hasMore: rows.length > PAGE };
}

/** Field by field with dotted paths. */
function flat(path: string, before: unknown, after: unknown): Change['fields'] {
  if (!isPlainObject(before) || !isPlainObject(after)) return path === '' ? [] : [{ path, before, after }];
  return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((key) =>
    flat(path === '' ? key : `${path}.${key}`, before[key], after[key]),
  );
}
