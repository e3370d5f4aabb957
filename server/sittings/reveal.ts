import type { EntityManager } from 'typeorm';
import { brewInput, type BrewInput } from '../../contract/bag/brew';
import type { Prediction } from '../../contract/palate/palate';
import { cupsToLog, type CupToLog } from '../../application/sitting';
import { wallInstant } from '../dates';
import { addBrew } from '../db/bag/brews';
import { recordAdded } from '../db/keeping/history';
import { keepPrediction } from '../db/bag/predictions';
import type { SittingRow } from '../db/table/sittingEntities';
import { keepRevealed, tastersOfSeats, type WrittenSeat } from '../db/table/sittings';
import { wordResolver } from '../db/palate/words';

/** A cup that a reveal logs, and what the cups before it foretold of it. */
export interface CupToReveal extends CupToLog {
  input: BrewInput;
  prediction: Omit<Prediction, 'brewId' | 'madeAt'> | null;
}

/**
 * The cups a reveal logs, nothing foretold of them yet.
 *
 * @param tasters who sits where, as far as the household knows; anybody else is somebody new
 */
export function cupsOfReveal(
  sitting: SittingRow,
  seats: readonly WrittenSeat[],
  tasters: ReadonlyMap<string, string>,
  now: Date,
): CupToReveal[] {
  return cupsToLog(sitting, seats, wallInstant(now)).map((cup) => ({
    ...cup,
    input: brewInput.parse({ ...cup.draft, tasterId: tasters.get(cup.seatId) ?? cup.seatId }),
    prediction: null,
  }));
}

/** Logs the cups of a sitting on their bags, a brew once however many cups it gave, and marks it as revealed. */
export async function logSitting(
  db: EntityManager,
  id: string,
  { seats, cups }: { seats: readonly WrittenSeat[]; cups: readonly CupToReveal[] },
  now: Date,
): Promise<void> {
  const tasters = await tastersOfSeats(db, seats, now);
  const idOfWord = await wordResolver(db, now);
  const brewOfPot = new Map<string, string>();
  const logged = new Map<string, string>();
  for (const cup of cups) {
    const brewOfCup = (cupId: string): string | undefined => logged.get(`${cup.seatId} ${cupId}`);
    const comparisons = cup.against.flatMap(({ cupId, was }) => {
      const thanId = brewOfCup(cupId);
      return thanId === undefined ? [] : [{ thanId, was }];
    });
    const against = (cup.prediction?.against ?? []).flatMap((one) => {
      const thanId = brewOfCup(one.thanId);
      return thanId === undefined ? [] : [{ ...one, thanId }];
    });
    const potId = brewOfPot.get(cup.brewOf) ?? null;
    const input = {
      ...cup.input,
      tasterId: tasters.get(cup.seatId) ?? null,
      potId,
      cup: { ...cup.input.cup, comparisons },
    };
    const brewId = await addBrew(db, cup.bagId, input, now, idOfWord);
    if (cup.prediction) await keepPrediction(db, { brewId, madeAt: now.toISOString(), ...cup.prediction, against });
    await recordAdded(db, { subject: 'brew', id: brewId }, now);
    logged.set(`${cup.seatId} ${cup.cupId}`, brewId);
    if (potId === null) brewOfPot.set(cup.brewOf, brewId);
  }
  await keepRevealed(db, id, now);
}
