import type { EntityManager } from 'typeorm';
import type { Draft, DraftHead, DraftInput } from '../../../contract/keeping/draft';
import { follows, type ChangeCounts } from '../../../core/draft';
import { DraftEntity } from '../bag/cupEntities';

/** Sheets that are written on and not saved, one copy for each device. */

/** Every device's copy of one sheet, the one written last first. */
export async function loadDrafts(db: EntityManager, key: string): Promise<Draft[]> {
  const rows = await db.find(DraftEntity, { where: { key }, order: { written: 'DESC' } });
  return rows.map(({ written: _, ...row }) => ({ ...row, typed: JSON.parse(row.typed) as Draft['typed'] }));
}

/** Of each sheet the copy that was written on last. */
export async function loadUnfinished(db: EntityManager): Promise<DraftHead[]> {
  const all = await db.find(DraftEntity, {
    select: { key: true, device: true, title: true, href: true, updatedAt: true },
    order: { written: 'DESC' },
  });
  const latest = new Map<string, DraftHead>();
  for (const { key, device, title, href, updatedAt } of all)
    if (!latest.has(key)) latest.set(key, { key, device, title, href, updatedAt });
  return [...latest.values()];
}

/** Keeps a device's copy of a sheet, unless a later one of the same device is kept already. */
export async function keepDraft(
  db: EntityManager,
  key: string,
  device: string,
  { typed, ...draft }: DraftInput,
  now: Date,
): Promise<void> {
  const before = await db.findOneBy(DraftEntity, { key, device });
  if (before && !follows(draft.counts, before.counts)) return;
  const written = ((await db.maximum(DraftEntity, 'written')) ?? 0) + 1;
  await db.upsert(
    DraftEntity,
    { key, device, ...draft, typed: JSON.stringify(typed), updatedAt: now.toISOString(), written },
    ['key', 'device'],
  );
}

/** Forgets a device's copy of a sheet, and those of other devices that it has taken over in full. */
export async function dropDraft(db: EntityManager, key: string, device: string, counts: ChangeCounts): Promise<void> {
  for (const draft of await db.findBy(DraftEntity, { key }))
    if (draft.device === device || follows(counts, draft.counts))
      await db.delete(DraftEntity, { key, device: draft.device });
}
