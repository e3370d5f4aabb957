import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createWriteStream, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { HOUSEHOLD_TABLES } from '../server/archive/householdTables';
import { lookAtArchive } from '../server/archive/look';
import { archiveZip } from '../server/archive/write';
import { PictureShelf } from '../server/pictures/shelf';
import { backupFolderOf, makeBackup } from '../server/backup/files';
import { openStore } from '../server/db/store';
import { BAGS, BREWS, largeHousehold } from './largeHousehold';
import { timed, timingText } from './timing';

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
const runs = Number(process.env.RUNS ?? 3);
for (let run = 0; run < runs; run++) {
  await measured('export', () =>
    pipeline(archiveZip(database, new PictureShelf(join(folder, 'pictures')), now), createWriteStream(file)),
  );
  const unpacked = join(folder, `import-${run}`);
  mkdirSync(unpacked);
  await measured('import, looked at', async () => {
    const { problems } = await lookAtArchive(file, unpacked, () => undefined);
    if (problems.length > 0) throw new Error(JSON.stringify(problems[0]));
  });
  await measured('import, taken in', async () => {
    const store = await openStore(database);
    await store.replaceTables(join(unpacked, 'household.sqlite'), HOUSEHOLD_TABLES);
    await store.close();
  });
  await measured('backup', () => makeBackup(database, backupFolderOf(folder), 'asked', now));
}

// The same over the wire, with somebody looking at the shelf meanwhile, as `npm start` runs it.
const main = ['dist/server/main.js'];
const server = spawn(process.execPath, main, {
  env: { ...process.env, SLOW_CREST_DATA: folder, PORT: '0', HOST: '' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise<string>((resolve) => {
  let said = '';
  server.stdout.on('data', (part: Buffer) => {
    said += part.toString();
    const ready = /http:\/\/\S+/.exec(said);
    if (ready) resolve(ready[0]);
  });
});
const ask = async (path: string, init: RequestInit = {}): Promise<Response> => {
  const response = await fetch(`${address}/api${path}`, init);
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
  return response;
};
const bytes = { 'content-type': 'application/octet-stream' };
const shelf = async (): Promise<unknown> => (await ask(`/shelf?today=${now.toISOString().slice(0, 10)}`)).json();
for (let judging = 1; judging > 0;) judging = ((await (await ask('/judging')).json()) as { waiting: number }).waiting;
const memory = (): string => {
  const status = readFileSync(`/proc/${server.pid}/status`, 'utf8');
  return `${(Number(/VmHWM:\s+(\d+)/.exec(status)?.[1]) / 1024).toFixed(0)} MB at most`;
};
console.log(`shelf alone: ${timingText(await timed(9, 2, shelf))}; server ${memory()}`);

/** Between two looks at the shelf, ms: more often than anyone looks. */
const EVERY_MS = 250;

/** Does something while the shelf is asked for again and again. */
async function beside(what: string, work: () => Promise<unknown>): Promise<void> {
  const begun = performance.now();
  const shelves: number[] = [];
  const over = new AbortController();
  const watching = (async () => {
    while (!over.signal.aborted) {
      shelves.push(...(await timed(1, 0, shelf)));
      await new Promise((resolve) => setTimeout(resolve, EVERY_MS));
    }
  })();
  await work();
  over.abort();
  const took = (performance.now() - begun) / 1000;
  await watching;
  console.log(
    `${what} over the wire: ${took.toFixed(1)} s; shelf meanwhile: ${timingText(shelves)}; server ${memory()}`,
  );
}
for (let run = 0; run < runs; run++) {
  let archive = new ArrayBuffer(0);
  await beside('export', async () => (archive = await (await ask('/archive')).arrayBuffer()));
  await beside('import', async () => {
    const { id } = (await (await ask('/imports', { method: 'POST', headers: bytes, body: archive })).json()) as {
      id: string;
    };
    for (let stage = 'checking'; stage === 'checking';) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      ({ stage } = (await (await ask(`/imports/${id}`)).json()) as { stage: string });
    }
    await ask(`/imports/${id}/household`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
  });
}
const table = ['Date,Coffee,Roasted,Dose,Water,Score,Notes'];
for (let i = 0; i < 1000; i++) {
  const day = new Date(Date.UTC(2025, 0, 1 + Math.floor(i / 3))).toISOString().slice(0, 10);
  table.push(
    `${day},Table ${Math.floor(i / 30)},2024-12-2${Math.floor(i / 400)},15,240,${7 + (i % 20) / 10},"quince, fig ${i}"`,
  );
}
await beside('a table of 1000 brews', async () => {
  const sent = await ask('/imports?name=table.csv', { method: 'POST', headers: bytes, body: table.join('\n') });
  const { id } = (await sent.json()) as { id: string };
  for (let stage = 'checking'; stage === 'checking';)
    ({ stage } = (await (await ask(`/imports/${id}`)).json()) as { stage: string });
  await (await ask(`/imports/${id}/notebook`)).json();
  await ask(`/imports/${id}/brews`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' });
});
server.kill();
await once(server, 'exit');
console.log(
  `archive of ${(statSync(file).size / 1e6).toFixed(1)} MB; at most ${(process.resourceUsage().maxRSS / 1e3).toFixed(0)} MB`,
);
rmSync(folder, { recursive: true, force: true });
