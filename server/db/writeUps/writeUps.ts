import { randomUUID } from 'node:crypto';
import { groupBy, isEqual } from 'es-toolkit';
import { IsNull, type EntityManager } from 'typeorm';
import type { VERSION_REASONS, WriteUpContent, WriteUpSubject } from '../../../contract/writeUps/writeUp';
import type { WriteUpKind } from '../../../core/writeUp';
import { notFound } from '../../../application/problem';
import { WriteUpEntity, WriteUpVersionEntity, type WriteUpRow, type WriteUpVersionRow } from './writeUpEntities';

/** Write-ups, and how each once stood. */

/** A version without what stood in it, which is long. */
export type VersionHead = Omit<WriteUpVersionRow, 'content'>;
const HEAD = { id: true, writeUpId: true, number: true, reason: true, finalOn: true, createdAt: true } as const;

/** All write-ups, the one changed last first, with the versions of each, the newest first. */
export async function loadWriteUps(db: EntityManager): Promise<(WriteUpRow & { versions: VersionHead[] })[]> {
  const rows = await db.find(WriteUpEntity, {
    where: { deletedAt: IsNull() },
    order: { changedAt: 'DESC', id: 'ASC' },
  });
  const versions = groupBy(
    await db.find(WriteUpVersionEntity, { select: HEAD, order: { number: 'DESC' } }),
    ({ writeUpId }) => writeUpId,
  );
  return rows.map((row) => ({ ...row, versions: versions[row.id] ?? [] }));
}

/** Throws a not-found Problem. */
export async function loadWriteUp(db: EntityManager, id: string): Promise<WriteUpRow> {
  const row = await db.findOneBy(WriteUpEntity, { id, deletedAt: IsNull() });
  if (!row) throw notFound('This write-up');
  return row;
}

/** The newest first. */
export async function loadVersionsOf(db: EntityManager, writeUpId: string): Promise<VersionHead[]> {
  return db.find(WriteUpVersionEntity, { select: HEAD, where: { writeUpId }, order: { number: 'DESC' } });
}

/** Throws a not-found Problem. */
export async function loadVersionOf(db: EntityManager, writeUpId: string, id: string): Promise<WriteUpVersionRow> {
  const row = await db.findOneBy(WriteUpVersionEntity, { id, writeUpId });
  if (!row) throw notFound('This version');
  return row;
}

export async function addWriteUp(
  db: EntityManager,
  { kind, subject, content }: { kind: WriteUpKind; subject: WriteUpSubject; content: WriteUpContent },
  now: Date,
): Promise<string> {
  const id = randomUUID();
  const at = now.toISOString();
  await db.insert(WriteUpEntity, {
    id,
    kind,
    subject,
    content,
    finalOn: null,
    createdAt: at,
    changedAt: at,
    revision: 1,
    deletedAt: null,
  });
  return id;
}

/** Keeps what stands as a version, unless the newest says just the same for the same reason. */
export async function keepVersion(
  db: EntityManager,
  { id, content }: Pick<WriteUpRow, 'id' | 'content'>,
  reason: (typeof VERSION_REASONS)[number],
  finalOn: string | null,
  now: Date,
): Promise<void> {
  const [newest] = await db.find(WriteUpVersionEntity, {
    where: { writeUpId: id },
    order: { number: 'DESC' },
    take: 1,
  });
  if (newest && isEqual(newest.content, content) && newest.finalOn === finalOn) return;
  await db.insert(WriteUpVersionEntity, {
    id: randomUUID(),
    writeUpId: id,
    number: (newest?.number ?? 0) + 1,
    reason,
    content,
    finalOn,
    createdAt: now.toISOString(),
  });
}

/** What stands in a write-up from now on; nothing where it is the same. What is changed is no longer final. */
export async function changeWriteUp(
  db: EntityManager,
  row: WriteUpRow,
  content: WriteUpContent,
  now: Date,
): Promise<void> {
  if (isEqual(row.content, content)) return;
  await db.update(
    WriteUpEntity,
    { id: row.id },
    { content, finalOn: null, changedAt: now.toISOString(), revision: row.revision + 1 },
  );
}

export async function setFinal(db: EntityManager, id: string, finalOn: string): Promise<void> {
  await db.update(WriteUpEntity, { id }, { finalOn });
}

/** Throws a not-found Problem. */
export async function setWriteUpDeleted(db: EntityManager, id: string, deletedAt: string | null): Promise<void> {
  const { affected } = await db.update(WriteUpEntity, { id }, { deletedAt });
  if (!affected) throw notFound('This write-up');
}
