import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { bagInput } from '../contract/bag/bag';
import { brewInput } from '../contract/bag/brew';
import { addDays } from '../core/rest';
import { readConfig } from '../server/config';
import { addBag, loadBag } from '../server/db/bag/bags';
import { addBrew } from '../server/db/bag/brews';
import { serve } from '../server/serve';
import { timed, timingText } from './timing';

/** How long the server takes to answer the shelf, a bag and a search with 300 bags and 4 000 brews. */
const BAGS = 300;
const BREWS = 4000;
const reference = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 } as const;

const folder = mkdtempSync(join(tmpdir(), 'slow-crest-bench-'));
const running = await serve(readConfig({ SLOW_CREST_DATA: folder, PORT: '0' }, '/'), pino({ level: 'silent' }), null);
const now = new Date();
const today = now.toISOString().slice(0, 10);

let lastBag = '';
await running.store.write(async (db) => {
  for (let b = 0; b < BAGS; b++) {
    const roastedOn = addDays(today, -(10 + (b % 60)));
    lastBag = await addBag(
      db,
      bagInput.parse({ name: `Bag ${b}`, roaster: 'Fernhill', roastedOn, weightG: 1000, reference }),
      now,
    );
    for (let k = Math.floor((b * BREWS) / BAGS); k < Math.floor(((b + 1) * BREWS) / BAGS); k++) {
      const brewedAt = `${addDays(roastedOn, k % (10 + (b % 60)))}T08:00:00Z`;
      const cup = {
        scoringScale: 'mark10' as const,
        mark: 7 + ((k * 7) % 20) / 10,
        remarks: k % 3 ? 'fig, cedar' : 'quince',
      };
      await addBrew(
        db,
        await loadBag(db, lastBag),
        brewInput.parse({ ...reference, brewer: k % 4 ? 'cone' : 'press', brewedAt, cup }),
        now,
      );
    }
  }
});

const get = (path: string) => async (): Promise<void> => {
  const response = await fetch(`${running.address}/api${path}`);
  if (!response.ok) throw new Error(`${path}: ${response.status}`);
  await response.text();
};
console.log(`${BAGS} bags, ${BREWS} brews`);
const [cold = NaN] = await timed(1, 0, get(`/shelf?today=${today}`));
console.log(`shelf, no verdict worked out yet: ${(cold / 1000).toFixed(1)} s, once`);
console.log(`shelf:  ${timingText(await timed(20, 3, get(`/shelf?today=${today}`)))}`);
console.log(`bag:    ${timingText(await timed(20, 3, get(`/bags/${lastBag}?today=${today}`)))}`);
console.log(`search: ${timingText(await timed(20, 3, get('/search?q=quince')))}`);
await running.close();
rmSync(folder, { recursive: true, force: true });
