import { uniq } from 'es-toolkit';
import type { EntityManager } from 'typeorm';
import { brewInput, type BrewInput } from '../../contract/bag/brew';
import { cupsToLog } from '../../application/sitting';
import { wallInstant } from '../dates';
import { loadBag } from '../db/bag/bags';
import { addBrew, loadLogs } from '../db/bag/brews';
import { recordAdded } from '../db/keeping/history';
import { keepRevealed, loadSeats, loadSitting, openSitting, tastersOfSeats } from '../db/table/sittings';
import { wordResolver } from '../db/palate/words';
import type { KeptCup } from '../verdicts/foreteller';

/**
 * Reveals a sitting: logs its cups on their bags, a brew once however many cups it gave, and marks it as revealed.
 * Returns the cups that were kept, each with what stood of its bag before.
 */
export async function revealSitting(db: EntityManager, id: string, now: Date): Promise<KeptCup[]> {
  const sitting = await loadSitting(db, id);
  const seats = await loadSeats(db, id);
  openSitting(sitting);
  const cups = cupsToLog(sitting, seats, wallInstant(now));
  const bagIds = uniq(cups.map(({ bagId }) => bagId));
  const bags = new Map(await Promise.all(bagIds.map(async (bagId) => [bagId, await loadBag(db, bagId)] as const)));
  const logs = await loadLogs(db, bagIds);
  const tasters = await tastersOfSeats(db, seats, now);
  const idOfWord = await wordResolver(db, now);
  const brewOfPot = new Map<string, string>();
  const logged = new Map<string, { id: string; brew: BrewInput }>();
  const kept: KeptCup[] = [];
  for (const { seatId, cupId, bagId, brewOf, draft, against } of cups) {
    const bag = bags.get(bagId);
    if (!bag) continue;
    const others = against.flatMap((one) => {
      const other = logged.get(`${seatId} ${one.cupId}`);
      return other ? [{ ...one, other }] : [];
    });
    const potId = brewOfPot.get(brewOf) ?? null;
    const written = brewInput.parse({ ...draft, tasterId: tasters.get(seatId) ?? null, potId });
    const comparisons = others.map(({ other, was }) => ({ thanId: other.id, was }));
    const brew = { ...written, cup: { ...written.cup, comparisons } };
    const brewId = await addBrew(db, bag, brew, now, idOfWord);
    await recordAdded(db, { subject: 'brew', id: brewId, bagId }, now);
    logged.set(`${seatId} ${cupId}`, { id: brewId, brew });
    if (potId === null) brewOfPot.set(brewOf, brewId);
    kept.push({ bag, before: logs[bagId] ?? [], brewId, brew, beside: others.map(({ other }) => other) });
  }
  await keepRevealed(db, id, now);
  return kept;
}
