import { In, IsNull, type EntityManager } from 'typeorm';
import type { ForetoldCupRow, Prediction } from '../../contract/palate';
import { judgedScore } from '../../core/cup';
import { loadCups } from './cups';
import { BagEntity, BrewEntity } from './entities';
import { PredictionEntity } from './keepingEntities';

/** What was foretold of each cup: written once, before it was tasted, and never again. */

export async function keepPrediction(db: EntityManager, row: Prediction): Promise<void> {
  await db.insert(PredictionEntity, row);
}

/**
 * The cups that were foretold, the latest first, with what each then was; of all bags, or of one. Faulted and deleted
 * ones are left out: what happened to them nobody could foretell.
 */
export async function loadForetoldCups(db: EntityManager, bagId?: string): Promise<ForetoldCupRow[]> {
  const bags = await db.findBy(BagEntity, { deletedAt: IsNull(), ...(bagId !== undefined && { id: bagId }) });
  const byId = new Map(bags.map((bag) => [bag.id, bag]));
  const brews = await db.findBy(BrewEntity, { bagId: In([...byId.keys()]), deletedAt: IsNull(), fault: IsNull() });
  const ids = brews.map(({ id }) => id);
  const predictions = new Map((await db.findBy(PredictionEntity, { brewId: In(ids) })).map((row) => [row.brewId, row]));
  const cups = await loadCups(db, [...predictions.keys()]);
  return brews
    .flatMap((brew): ForetoldCupRow[] => {
      const [row, cup, bag] = [predictions.get(brew.id), cups.get(brew.id), byId.get(brew.bagId)];
      if (!row || !cup || !bag) return [];
      const said = new Map(cup.comparisons.map(({ thanId, was }) => [thanId, was]));
      return [
        {
          ...row,
          against: row.against.flatMap((one) => {
            const was = said.get(one.thanId);
            return was ? [{ ...one, was }] : [];
          }),
          bagId: bag.id,
          bagName: bag.name,
          brewedAt: brew.brewedAt,
          score: judgedScore(cup, row.weights),
        },
      ];
    })
    .sort((a, b) => Date.parse(b.brewedAt) - Date.parse(a.brewedAt) || (a.brewId < b.brewId ? -1 : 1));
}
