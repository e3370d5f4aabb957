import type { EntityManager } from 'typeorm';
import { ENGINE_VERSION, type CrestFit } from '../../../core/crest';
import { VerdictEntity, type VerdictRow } from '../entities';
import { inParts } from '../inParts';

/** Fits that were worked out, one for each bag. Read as raw rows: there may be hundreds, each of several kilobytes. */

/** What a finished bag teaches. */
export type BagLikelihood = Pick<CrestFit, 'usable' | 'bagLikelihood'>;

function rowsOf<T>(db: EntityManager, bagIds: readonly string[], columns: string): Promise<T[]> {
  return inParts(bagIds, (ids) => {
    const places = ids.map(() => '?').join(',');
    return db.query<T[]>(`SELECT ${columns} FROM verdict WHERE "engineVersion" = ? AND "bagId" IN (${places})`, [
      ENGINE_VERSION,
      ...ids,
    ]);
  });
}

/** The fits of bags by this version of the engine; without `detail` that part of each is empty. */
export function loadVerdicts(db: EntityManager, bagIds: readonly string[], detail: boolean): Promise<VerdictRow[]> {
  return rowsOf(
    db,
    bagIds,
    `"bagId", revision, "engineVersion", prior, summary, ${detail ? 'detail' : `'' AS detail`}`,
  );
}

/** What bags teach, and of which revision of each that is. */
export async function loadBagLikelihoods(
  db: EntityManager,
  bagIds: readonly string[],
): Promise<(BagLikelihood & Pick<VerdictRow, 'bagId' | 'revision'>)[]> {
  const rows = await rowsOf<{ bagId: string; revision: number; usable: number; bagLikelihood: string }>(
    db,
    bagIds,
    `"bagId", revision, summary ->> '$.usable' AS usable, summary -> '$.bagLikelihood' AS "bagLikelihood"`,
  );
  return rows.map((row) => ({ ...row, bagLikelihood: JSON.parse(row.bagLikelihood) as CrestFit['bagLikelihood'] }));
}

export async function keepVerdict(db: EntityManager, row: VerdictRow): Promise<void> {
  await db.upsert(VerdictEntity, row, ['bagId']);
}
