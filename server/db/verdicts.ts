import { chunk } from 'es-toolkit';
import type { EntityManager } from 'typeorm';
import { ENGINE_VERSION, type CrestFit } from '../../core/crest';
import { VerdictEntity, type VerdictRow } from './entities';

/** Fits that were worked out, one for each bag. Read as raw rows: there may be hundreds, each of several kilobytes. */

/** SQLite takes so many values in one statement. */
const MOST_IDS = 500;

/** What a finished bag teaches. */
export type BagLikelihood = Pick<CrestFit, 'usable' | 'bagLikelihood'>;

async function rowsOf<T>(db: EntityManager, bagIds: readonly string[], columns: string): Promise<T[]> {
  const rows: T[] = [];
  for (const ids of chunk([...bagIds], MOST_IDS)) {
    const places = ids.map(() => '?').join(',');
    rows.push(
      ...(await db.query<T[]>(`SELECT ${columns} FROM verdict WHERE "engineVersion" = ? AND "bagId" IN (${places})`, [
        ENGINE_VERSION,
        ...ids,
      ])),
    );
  }
  return rows;
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
