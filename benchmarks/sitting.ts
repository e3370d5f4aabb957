import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { EMPTY_ANSWER, seatView, sharing, takenSeat, type SittingDraft } from '../contract/table/sitting';
import { random } from './simulate/random';
import { timingText } from './timing';

/**
 * A table of twelve phones and six cups on the built server: how long from a taster's stroke to its answer, and from
 * the
 * first word of a cup and from being through to every other phone that hears of it. Each phone drops twice, in the
 * middle of what it sends and of what it hears; what was written last must stand in the end.
 */
const TASTERS = 12;
const CUPS = 6;
const STROKES = 4;
const DROPS = 2;
/** A taster writes about so often, ms: every half second, all of them at once. */
const THINKS_MS = 500;
const ROOT = fileURLToPath(new URL('..', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'slow-crest-sitting-'));
const rng = random(12);

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

async function started(): Promise<{ server: ChildProcess; address: string }> {
  const server = spawn(process.execPath, ['dist/server/main.js'], {
    cwd: ROOT,
    env: { ...process.env, SLOW_CREST_DATA: folder, PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  for await (const part of server.stdout) {
    said += String(part);
    const address = /ready at (http:\/\/\S+)/.exec(said)?.[1];
    if (address) return { server, address };
  }
  throw new Error('The server did not start');
}

async function sent(
  address: string,
  method: string,
  path: string,
  body: unknown,
  signal?: AbortSignal,
): Promise<unknown> {
  const answer = await fetch(`${address}/api${path}`, {
    method,
    ...(method === 'GET' ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    ...(signal && { signal }),
  });
  const text = await answer.text();
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text}`);
  return text === '' ? null : JSON.parse(text);
}

/** What a phone hears, each with the moment it came, until it is hung up. */
function hear(address: string, secret: string, heard: (at: number, done: number) => void): () => void {
  const hungUp = new AbortController();
  const listening = async (): Promise<void> => {
    const { body } = await fetch(`${address}/api/seats/${secret}/stream`, { signal: hungUp.signal });
    const decoder = new TextDecoder();
    for await (const part of body as unknown as AsyncIterable<Uint8Array>)
      for (const [, done] of decoder.decode(part).matchAll(/"done":(\d+)/g)) heard(performance.now(), Number(done));
  };
  listening().catch(() => undefined);
  return () => hungUp.abort();
}

const answered: number[] = [];
const told: number[] = [];

async function taste(address: string, secret: string, doneAt: Map<number, number>): Promise<number> {
  const view = seatView.parse(await sent(address, 'GET', `/seats/${secret}`, null));
  const seen = new Set<number>();
  const onHeard = (at: number, done: number): void => {
    const since = doneAt.get(done);
    if (since === undefined || seen.has(done)) return;
    seen.add(done);
    told.push(at - since);
  };
  let hangUp = hear(address, secret, onHeard);
  const dropsAt = new Set(Array.from({ length: DROPS }, (_, i) => Math.floor(((i + 0.5) * CUPS * STROKES) / DROPS)));
  const last = new Map<string, number>();
  let stroke = 0;
  for (const cup of view.cups) {
    for (let i = 1; i <= STROKES; i++, stroke++) {
      await pause(2 * THINKS_MS * rng.uniform());
      const mark = Math.round(100 * rng.uniform()) / 10;
      const body = { written: i, cup: { code: cup.code, answer: { ...EMPTY_ANSWER, mark } } };
      if (dropsAt.has(stroke)) {
        // The network goes while the stroke is on its way, and comes back a moment later.
        hangUp();
        await sent(address, 'PUT', `/seats/${secret}/answer`, body, AbortSignal.timeout(1)).catch(() => undefined);
        await pause(300);
        hangUp = hear(address, secret, onHeard);
      }
      const begun = performance.now();
      await sent(address, 'PUT', `/seats/${secret}/answer`, body);
      answered.push(performance.now() - begun);
      last.set(cup.code, mark);
    }
  }
  const kept = seatView.parse(await sent(address, 'GET', `/seats/${secret}`, null));
  const lost = kept.cups.filter((cup) => cup.answer.mark !== last.get(cup.code)).length;
  // One after another, so that each is told of by a number of its own.
  doneAt.set(doneAt.size + 1, performance.now());
  await sent(address, 'PUT', `/seats/${secret}/done`, { isDone: true });
  await pause(500);
  hangUp();
  return lost;
}

const { server, address } = await started();
const reference = { style: 'filter', brewer: 'cone', doseG: 16, waterG: 256, waterC: 93, grindStep: 0 } as const;
const bag = { name: 'Table', roastedOn: new Date(Date.now() - 12 * 86_400_000).toISOString().slice(0, 10), reference };
const { id: bagId } = (await sent(address, 'POST', '/bags', bag)) as { id: string };
const cups: SittingDraft['cups'] = Array.from({ length: CUPS }, (_, i) => ({
  id: `cup-${i}`,
  name: `Cup ${i}`,
  bagId,
  parameters: { ...reference, waterC: 90 + i },
}));
const draft: SittingDraft = { name: 'Twelve', kind: 'free', scoringScale: 'mark10', cups };
const { id } = (await sent(address, 'POST', '/sittings', draft)) as { id: string };
const { addresses, code } = sharing.parse(await sent(address, 'POST', `/sittings/${id}/share`, {}));
const guests = addresses[0] ?? address;
const doneAt = new Map<number, number>();
// One after another: here all phones share an address, which may not try many codes at once.
const secrets: string[] = [];
for (let n = 0; n < TASTERS; n++)
  secrets.push(takenSeat.parse(await sent(guests, 'POST', '/seats', { code, name: `Taster ${n}` })).secret);
const lost = await Promise.all(secrets.map((secret) => taste(guests, secret, doneAt)));
const begun = performance.now();
await sent(address, 'POST', `/sittings/${id}/reveal`, {});
console.log(`${TASTERS} tasters, ${CUPS} cups, ${STROKES} strokes a cup, each phone dropped ${DROPS} times`);
console.log(`a stroke, until it is kept        ${timingText(answered)}`);
console.log(`being through, until others hear  ${timingText(told)}`);
console.log(`reveal, all cups logged           ${(performance.now() - begun).toFixed(0)} ms`);
console.log(`answers lost                      ${lost.reduce((sum, one) => sum + one, 0)}`);
server.kill('SIGTERM');
rmSync(folder, { recursive: true, force: true });
