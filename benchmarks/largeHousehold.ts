import { bagInput } from '../contract/bag';
import { brewInput } from '../contract/brew';
import { addDays } from '../core/rest';
import { addBag } from '../server/db/bags';
import { addBrew } from '../server/db/brews';
import { ensureStarters } from '../server/db/recipes';
import { openStore } from '../server/db/store';

/** How much a large household has: `BAGS` (600), `BREWS` (20 000), and of the bags `IN_USE` (100). */
export const BAGS = Number(process.env.BAGS ?? 600);
export const BREWS = Number(process.env.BREWS ?? 20_000);
export const IN_USE = Number(process.env.IN_USE ?? 100);
const reference = { style: 'filter', brewer: 'cone', doseG: 16, waterG: 250, waterC: 93, grindStep: 0 } as const;
const ROASTS = ['light', 'medium-light', 'medium', 'medium-dark'] as const;
const PROCESSES = ['washed', 'natural', 'honey'] as const;

/** Writes a large household into a new database, none of its bags judged yet. */
export async function largeHousehold(database: string, now: Date): Promise<void> {
  const today = now.toISOString().slice(0, 10);
  const store = await openStore(database);
  await store.write((db) => ensureStarters(db, now));
  for (let b = 0; b < BAGS; b++) {
    await store.write(async (db) => {
      const inUse = b >= BAGS - IN_USE;
      const age = inUse ? 10 + (b % 40) : 60 + ((b * 3) % 900);
      const roastedOn = addDays(today, -age);
      const label = {
        name: `Bag ${b}`,
        roaster: 'Fernhill',
        roastedOn,
        roastLevel: ROASTS[b % ROASTS.length],
        process: PROCESSES[b % PROCESSES.length],
        weightG: 1000,
        reference,
      };
      const id = await addBag(db, bagInput.parse({ ...label, finishedOn: inUse ? null : addDays(roastedOn, 45) }), now);
      const first = Math.floor((b * BREWS) / BAGS);
      for (let k = first; k < Math.floor(((b + 1) * BREWS) / BAGS); k++) {
        const day = inUse ? (k - first) % age : Math.min(44, k - first);
        const cup = {
          scoringScale: 'mark10' as const,
          mark: 7 + ((k * 7) % 20) / 10,
          remarks: k % 3 ? 'fig, cedar' : 'quince',
          descriptors: [{ typed: 'fig', slot: 'cup' as const }],
        };
        const made = { brewer: k % 4 ? 'cone' : 'press', waterC: 93 - (k % 3) };
        const brewedAt = `${addDays(roastedOn, day)}T08:00:00Z`;
        await addBrew(db, id, brewInput.parse({ ...reference, ...made, brewedAt, cup }), now);
      }
    });
  }
  await store.close();
}
