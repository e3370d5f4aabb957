import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { ImportState } from '../contract/keeping/archive';
import type { Judging, Shelf } from '../contract/shelf/shelf';
import { openStore } from '../server/db/store';
import { BAGS, BREWS, IN_USE, largeHousehold } from './largeHousehold';
import { Report } from './report';
import { stolenShare, timed, timingText } from './timing';

/**
 * A household right after an import of 20 000 brews in 600 bags, none of them judged yet, served as it is always
 * served: how long the first shelf, any bag page and the health check take while it is judged in the background, and
 * after.
 */
const ROOT = fileURLToPath(new URL('..', import.meta.url));
/** A folder given keeps its household, to be measured again; what was judged is forgotten each time. */
const given = process.env.FOLDER;
const folder = given ?? mkdtempSync(join(tmpdir(), 'slow-crest-large-'));
const made = existsSync(join(folder, 'slow-crest.sqlite'));
const now = new Date();
const today = now.toISOString().slice(0, 10);

const database = join(folder, 'slow-crest.sqlite');
if (!made) await largeHousehold(database, now);
const store = await openStore(database);
await store.write((db) => db.query('DELETE FROM verdict'));
const ids = (await store.read((db) => db.query<{ id: string }[]>('SELECT id FROM bag ORDER BY rowid'))).map(
  ({ id }) => id,
);
await store.close();

// As `npm start` runs it.
const main = ['dist/server/main.js'];
const server = spawn(process.execPath, main, {
  cwd: ROOT,
  env: { ...process.env, SLOW_CREST_DATA: folder, PORT: '0', HOST: '' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const begun = performance.now();
const stolen = stolenShare();
const address = await new Promise<string>((resolve) => {
  let said = '';
  server.stdout.on('data', (part: Buffer) => {
    said += part.toString();
    const ready = /http:\/\/\S+/.exec(said);
    if (ready) resolve(ready[0]);
  });
});
const report = new Report();
report.say('Household', `${BAGS} bags (${IN_USE} in use), ${BREWS} brews`);
report.say('Ready after', `${((performance.now() - begun) / 1000).toFixed(1)} s`);

async function ask<T>(path: string, init: RequestInit = {}): Promise<T> {
  const response = await fetch(`${address}/api${path}`, { headers: { 'content-type': 'application/json' }, ...init });
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
  return (response.status === 204 ? null : await response.json()) as T;
}
const text = async (path: string): Promise<string> => (await fetch(`${address}/api${path}`)).text();
const shelf = (): Promise<Shelf> => ask<Shelf>(`/shelf?today=${today}`);

/** Memory of the server now and at its most, MB; only where the system tells. */
function memory(): string {
  const status = readFileSync(`/proc/${server.pid}/status`, 'utf8');
  const mb = (name: string): string =>
    (Number(new RegExp(`${name}:\\s+(\\d+)`).exec(status)?.[1] ?? NaN) / 1024).toFixed(0);
  return `${mb('VmRSS')} MB, at most ${mb('VmHWM')} MB`;
}

const [first = NaN] = await timed(1, 0, shelf);
report.say('First shelf, nothing judged yet', `${first.toFixed(0)} ms`);

// While it is judged: the health check every 50 ms, and a bag nobody looked at before, every half second.
const [health, pages, shelves]: number[][] = [[], [], []];
const judgingSince = performance.now();
let judging = await ask<Judging>('/judging');
const watch = async (each: number[] | undefined, everyMs: number, work: () => Promise<unknown>): Promise<void> => {
  while (judging.waiting > 0) {
    const [took = NaN] = await timed(1, 0, work);
    each?.push(took);
    if (process.env.SLOW && took > Number(process.env.SLOW))
      console.log(
        `    ${(performance.now() - judgingSince).toFixed(0)} ms in: ${took.toFixed(0)} ms for ${String(work)}`,
      );
    await new Promise((resolve) => setTimeout(resolve, everyMs));
  }
};
let next = 0;
await Promise.all([
  watch(health, 50, () => ask('/health')),
  watch(pages, 500, () => ask(`/bags/${ids[(next += 37) % ids.length] ?? ''}?today=${today}`)),
  watch(shelves, 2000, shelf),
  watch(undefined, 1000, async () => (judging = await ask<Judging>('/judging'))),
]);
report.say('All judged after', `${((performance.now() - judgingSince) / 1000).toFixed(1)} s`);
report.say('Health meanwhile', timingText(health ?? []));
report.say('A bag page meanwhile', timingText(pages ?? []));
report.say('The shelf meanwhile', timingText(shelves ?? []));
report.say('Memory meanwhile', memory());
/** Resolves once every lane is judged as it is. */
async function settled(): Promise<void> {
  for (;;) {
    const { lanes } = await shelf();
    if (lanes.every(({ judged }) => judged === 'now')) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
await settled();
// What the household's past teaches is worked out of finished bags once.
await ask('/palate/crests');
await settled();
const QUIET: readonly [what: string, path: string][] = [
  ['The shelf, quiet', `/shelf?today=${today}`],
  ['A bag page, quiet', `/bags/${ids.at(-1) ?? ''}?today=${today}`],
  ['Finished bags, quiet', `/shelf?today=${today}&finished=yes`],
  ['Standings, quiet', '/palate/standings'],
  ['Crests, quiet', '/palate/crests'],
  ['The record, quiet', '/palate/record'],
  ['Liking, quiet', '/palate/liking'],
  ['The plan, quiet', `/plan?today=${today}`],
  ['A search, quiet', '/search?q=quince'],
];
/** One more cup on a bag in use, taken back so that each is logged on as much as the one before. */
async function logCup(i: number): Promise<number> {
  const bag = ids.at(-1 - (i % IN_USE)) ?? '';
  const cup = { scoringScale: 'mark10', mark: 7 + (i % 20) / 10, descriptors: [{ typed: 'fig', slot: 'cup' }] };
  const made = { style: 'filter', brewer: 'cone', doseG: 16, waterG: 250, brewedAt: `${today}T00:00:00Z`, cup };
  const begun = performance.now();
  const { id } = await ask<{ id: string }>(`/bags/${bag}/brews`, { method: 'POST', body: JSON.stringify(made) });
  const took = performance.now() - begun;
  await ask(`/brews/${id}`, { method: 'DELETE', body: '{}' });
  await settled();
  return took;
}
const logged: number[] = [];
for (let i = 0; i < 25; i++) logged.push(await logCup(i));
report.say('Logging a cup, quiet', timingText(logged));
for (const [what, path] of QUIET) report.say(what, timingText(await timed(15, 3, () => ask(path))));
report.say('The calendar, quiet', timingText(await timed(15, 3, () => text('/calendar'))));

const finishing = performance.now();
await ask(`/bags/${ids.at(-2) ?? ''}`, { method: 'PATCH', body: JSON.stringify({ finishedOn: today }) });
const [after = NaN] = await timed(1, 0, shelf);
let anew = 0;
for (let i = 0; i < 10; i++) anew = Math.max(anew, (await ask<Judging>('/judging')).of);
report.say(
  'One bag finished',
  `the next shelf takes ${after.toFixed(0)} ms, with ${anew} of ${IN_USE} bags to judge anew`,
);
await settled();
report.say('Settled after', `${((performance.now() - finishing) / 1000).toFixed(1)} s`);

// A table of 4 000 rows is sent, looked at and taken in, with the health check every 20 ms.
const rows = Array.from({ length: 4000 }, (_, i) => {
  const brewedOn = new Date(Date.UTC(2025, 0, 1 + (i % 60))).toISOString().slice(0, 10);
  return `${brewedOn},Row ${Math.floor(i / 40)},2024-12-20,15,250,${6 + (i % 30) / 10}`;
});
const table = `Date,Coffee,Roasted,Dose g,Water g,Score\n${rows.join('\n')}\n`;
const waits: number[] = [];
const taken = new AbortController();
const watching = (async () => {
  while (!taken.signal.aborted) {
    waits.push(...(await timed(1, 0, () => ask('/health'))));
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
})();
const sending = performance.now();
const { id } = await ask<{ id: string }>('/imports?name=table.csv', {
  method: 'POST',
  headers: { 'content-type': 'application/octet-stream' },
  body: table,
});
let stage = 'checking';
while (stage === 'checking') {
  await new Promise((resolve) => setTimeout(resolve, 50));
  ({ stage } = await ask<ImportState>(`/imports/${id}`));
}
const { brews } = await ask<{ brews: number }>(`/imports/${id}/brews`, { method: 'POST' });
taken.abort();
await watching;
report.say(
  'A table of 4 000 rows',
  `${brews} brews taken in ${((performance.now() - sending) / 1000).toFixed(1)} s; health meanwhile ${timingText(waits)}`,
);
report.say('Memory of the server', memory());
const share = stolen();
if (share !== null) report.say('Time that other machines on the host took of ours', share);
report.end();
const ended = new Promise((resolve) => server.once('exit', resolve));
server.kill('SIGTERM');
await ended;
if (given === undefined) rmSync(folder, { recursive: true, force: true });
