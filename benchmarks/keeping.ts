import { createWriteStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { fillFrom } from '../server/archive/fill';
import { HOUSEHOLD_TABLES } from '../server/archive/household';
import { readArchive } from '../server/archive/read';
import { archiveZip } from '../server/archive/write';
import { PictureShelf } from '../server/pictures/shelf';
import { backupFolderOf, makeBackup } from '../server/backup/files';
import { openStore } from '../server/db/store';
import { BAGS, BREWS, largeHousehold } from './largeHousehold';

/**
 * Taking along, bringing in and backing up a household of 20 000 brews in 600 bags: how long each takes, how long
 * everyone else waits at most meanwhile, and the most memory the process had. Prints one line each.
 */
const folder = mkdtempSync(join(tmpdir(), 'slow-crest-keeping-'));
const database = join(folder, 'slow-crest.sqlite');
const now = new Date();
await largeHousehold(database, now);
console.log(`${BAGS} bags, ${BREWS} brews, ${(statSync(database).size / 1e6).toFixed(0)} MB`);

async function measured<T>(what: string, work: () => Promise<T>): Promise<T> {
  const delay = monitorEventLoopDelay({ resolution: 5 });
  delay.enable();
  const begun = performance.now();
  const result = await work();
  const took = (performance.now() - begun) / 1000;
  delay.disable();
  const waits = `others wait ${(delay.percentile(99) / 1e6).toFixed(0)} ms in 99 of 100, ${(delay.max / 1e6).toFixed(0)} at most`;
  console.log(`${what}: ${took.toFixed(1)} s; ${waits}; ${(process.memoryUsage.rss() / 1e6).toFixed(0)} MB`);
  return result;
}

const file = join(folder, 'household.zip');
const quiet = { on: () => undefined, signal: new AbortController().signal };
for (let run = 0; run < 3; run++) {
  await measured('export', () =>
    pipeline(archiveZip(database, new PictureShelf(join(folder, 'pictures')), now), createWriteStream(file)),
  );
  const filled = join(folder, `filled-${run}.sqlite`);
  await measured('import, looked at', async () => {
    const archive = await readArchive(file, quiet);
    if (archive.problemCount > 0) throw new Error(JSON.stringify(archive.problems[0]));
    const problems = await fillFrom(archive, filled, quiet);
    if (problems.length > 0) throw new Error(JSON.stringify(problems[0]));
  });
  await measured('import, taken in', async () => {
    const store = await openStore(database);
    await store.replaceTables(filled, HOUSEHOLD_TABLES);
    await store.close();
  });
  await measured('backup', () => makeBackup(database, backupFolderOf(folder), 'asked', now));
}
console.log(
  `archive of ${(statSync(file).size / 1e6).toFixed(1)} MB; at most ${(process.resourceUsage().maxRSS / 1e3).toFixed(0)} MB`,
);
rmSync(folder, { recursive: true, force: true });
