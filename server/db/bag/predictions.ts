import { In, type EntityManager } from 'typeorm';
import type { ForetoldCupRow, Prediction } from '../../../contract/palate/palate';
import { judgedScore } from '../../../core/cup';
import { CupEntity } from './cupEntities';
import { PredictionEntity } from '../keeping/keepingEntities';

/** What was foretold of each cup: written once, before it was tasted, and never again. */

export async function keepPrediction(db: EntityManager, row: Prediction): Promise<void> {
  await db.insert(PredictionEntity, row);
}

/**
 * The cups that were foretold, the latest first, with what each then was; of all bags, or of one. Faulted and deleted
 * ones are left out: what happened to them nobody could foretell.
 */
export async function loadForetoldCups(db: EntityManager, bagId?: string): Promise<ForetoldCupRow[]> {
  const brews = await db.query<{ id: string; bagId: string; bagName: string; brewedAt: string }[]>(
    `SELECT brew.id, bag.id AS "bagId", bag.name AS "bagName", brew."brewedAt" FROM prediction
       JOIN brew ON brew.id = prediction."brewId" AND brew."deletedAt" IS NULL AND brew.fault IS NULL
       JOIN bag ON bag.id = brew."bagId" AND bag."deletedAt" IS NULL
       ${bagId === undefined ? '' : 'WHERE bag.id = ?'}`,
    bagId === undefined ? [] : [bagId],
  );
  const ids = brews.map(({ id }) => id);
  const predictions = new Map((await db.findBy(PredictionEntity, { brewId: In(ids) })).map((row) => [row.brewId, row]));
  const cups = new Map((await db.findBy(CupEntity, { brewId: In(ids) })).map((cup) => [cup.brewId, cup]));
  return brews
    .flatMap((brew): ForetoldCupRow[] => {
      const [row, cup] = [predictions.get(brew.id), cups.get(brew.id)];
      if (!row || !cup) return [];
      const said = new Map(cup.comparisons.map(({ thanId, was }) => [thanId, was]));
      return [
        {
          ...row,
          against: row.against.flatMap((one) => {
            const was = said.get(one.thanId);
            return was ? [{ ...one, was }] : [];
          }),
          bagId: brew.bagId,
          bagName: brew.bagName,
          brewedAt: brew.brewedAt,
          score: judgedScore(cup, row.weights),
        },
      ];
    })
    .sort((a, b) => Date.parse(b.brewedAt) - Date.parse(a.brewedAt) || (a.brewId < b.brewId ? -1 : 1));
}
