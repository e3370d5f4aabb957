import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import fc from 'fast-check';
import { apiError } from '../contract/error';
import { fillStore } from '../demo/fill';
import { readConfig } from '../server/config';
import { openStore } from '../server/db/store';
import { bodyOf, filledIn, type Known } from './arbitrary';
import { ENDPOINTS, type Endpoint } from './endpoints';
import { everyPage } from './everyPage';
import { KnownIds, unsaidChanges } from './known';
import { ServerProcess } from './serverProcess';

/** Tables whose rows are worked out, or heard from an instrument: no request writes them. */
const WORKED_OUT = ['verdict', 'prediction', 'migrations', 'trace_piece'];
/** After so many accepted requests a few pages of each kind are asked for; all of them at the end. */
const PAGES_EVERY = 250;

export interface Counts {
  requests: number;
  accepted: number;
  refused: number;
  /** Everything that must not be: what was sent, and what was answered. */
  faults: string[];
  /** Accepted and refused, by method and path. */
  byEndpoint: Map<string, { accepted: number; refused: number }>;
}

/** A household with something of everything, so that requests meet what is there. */
async function fillHousehold(file: string, today: string): Promise<void> {
  const store = await openStore(file);
  await fillStore(store, today);
  await store.close();
}

/** A request as it is drawn: what it is filled with is chosen from what is there when it is sent. */
interface Drawn {
  endpoint: Endpoint;
  n: number;
  uuid: string;
  word: string;
  /** Whether an id that is nobody's stands in the path. */
  isLost: boolean;
  body: unknown;
}

/**
 * Sends requests generated from the schemas to a household of its own, one after another, with ids that are there.
 * Counts what is a fault: an answer of 5xx, a refusal that is not in our form or after which anything is changed, a
 * change of what nobody said would change, and a page that fails afterwards.
 *
 * @param seed of the generator; the same seed sends the same, as far as answers depend on nothing but the requests
 */
export async function sendRequests(count: number, seed: number): Promise<Counts> {
  const folder = mkdtempSync(join(tmpdir(), 'slow-crest-requests-'));
  const config = readConfig({ SLOW_CREST_DATA: folder, PORT: '0' }, '/');
  const today = new Date().toISOString().slice(0, 10);
  await fillHousehold(config.databaseFile, today);
  const server = new ServerProcess(folder);
  await server.start();
  const db = new Database(config.databaseFile);
  const changes = countChanges(db);
  const ids = new KnownIds(db);
  const secrets: string[] = [];
  const counts: Counts = { requests: 0, accepted: 0, refused: 0, faults: [], byEndpoint: new Map() };
  const drawn = fc.sample(requestsOf({ today }), { numRuns: count, seed });
  let sinceLooked = 0;
  for (const { endpoint, body: template, ...filled } of drawn) {
    const body = filledIn(template, (name, n) => ids.of(name, n));
    const path = filledPath(endpoint, filled, { ids, secrets, today });
    const before = changes();
    const { status, text } = await send(`${server.address}/api`, endpoint, path, body);
    counts.requests++;
    const of = counts.byEndpoint.get(`${endpoint.method} ${endpoint.path}`) ?? { accepted: 0, refused: 0 };
    counts.byEndpoint.set(`${endpoint.method} ${endpoint.path}`, of);
    const fault = (what: string): void =>
      void counts.faults.push(
        `${what}: ${endpoint.method} ${path} ${JSON.stringify(body ?? null).slice(0, 300)} → ${status} ${text.slice(0, 200)}`,
      );
    if (status >= 500) fault('a fault of ours');
    const changed = tablesChanged(before, changes());
    if (status < 400) {
      counts.accepted++;
      of.accepted++;
      const secret = /"secret":"([\w-]{32})"/.exec(text)?.[1];
      if (secret !== undefined) secrets.push(secret);
      // What happens by itself, such as a backup of the day, may fall into a request that only reads.
      const unsaid = endpoint.method === 'GET' ? [] : unsaidChanges(changed, endpoint.changes);
      if (unsaid.length > 0) fault(`${unsaid.join(', ')} changed, and nobody said so`);
      if (++sinceLooked % PAGES_EVERY > 0) continue;
      for (const bad of await everyPage(server.address, db, today, 2))
        fault(`then ${bad.path}: ${bad.status} ${bad.text}`);
      continue;
    }
    counts.refused++;
    of.refused++;
    if (!apiError.safeParse(parsed(text)).success) fault('not in our form');
    if (changed.length > 0) fault(`refused, and yet ${changed.join(', ')} changed`);
  }
  for (const bad of await everyPage(server.address, db, today))
    counts.faults.push(`at the end, ${bad.path}: ${bad.status} ${bad.text}`);
  db.close();
  await server.stop('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
  return counts;
}

function requestsOf(known: Known): fc.Arbitrary<Drawn> {
  const word = fc.oneof(
    fc.constantFrom('fig', 'quince', 'draft-one', '%', '%E0%A4%A', '..%2f..', '%00', '__proto__', 'toString'),
    fc.string({ maxLength: 30, unit: 'binary' }).map(encoded),
  );
  return fc.constantFrom(...ENDPOINTS).chain((endpoint) =>
    fc.record({
      endpoint: fc.constant(endpoint),
      n: fc.nat(),
      uuid: fc.uuid(),
      word,
      isLost: fc.nat(9).map((one) => one === 0),
      body: endpoint.body ? bodyOf(endpoint.body, known, endpoint.sound) : fc.constant(undefined),
    }),
  );
}

/** A path with what is there in its places: ids of its own kind, secrets that were given out. */
function filledPath(
  { path, query }: Endpoint,
  { n, uuid, word, isLost }: Pick<Drawn, 'n' | 'uuid' | 'word' | 'isLost'>,
  { ids, secrets, today }: { ids: KnownIds; secrets: readonly string[]; today: string },
): string {
  const [, place = ''] = path.split('/');
  const valueOf = (name: string): string => {
    if (isLost) return name === 'device' ? 'device-two' : uuid;
    if (name === 'secret') return secrets[n % Math.max(1, secrets.length)] ?? word;
    if (name === 'device') return 'device-one';
    if (name === 'key') return encoded(ids.draftKey() ?? 'draft-one');
    return encoded(ids.of(name === 'id' ? place : name, n) ?? (place === 'words' ? word : uuid));
  };
  const asked = query.map((name) => {
    const value = { today, finished: 'yes', of: 'bag', size: 'whole' }[name] ?? ids.of(name, n) ?? word;
    return `${name}=${value}`;
  });
  const filled = path.replace(/:(\w+)/g, (_, name: string) => valueOf(name));
  return asked.length === 0 ? filled : `${filled}?${asked.join('&')}`;
}

const encoded = (text: string): string =>
  encodeURIComponent(text.replace(/\p{Cs}/gu, 'x')).replaceAll('.', '%2e') || 'x';

async function send(
  address: string,
  { method, body: schema }: Endpoint,
  path: string,
  body: unknown,
): Promise<{ status: number; text: string }> {
  const answer = await fetch(address + path, {
    method,
    ...(schema ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body ?? null) } : {}),
  });
  return { status: answer.status, text: await answer.text() };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Counts the rows that anyone writes, by triggers in the database itself; returns how to read the counts by table. */
function countChanges(db: Database.Database): () => Map<string, number> {
  db.exec('CREATE TABLE change_count (name text PRIMARY KEY, n integer NOT NULL)');
  const tables = db
    .prepare(
      `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name <> 'change_count'`,
    )
    .pluck()
    .all() as string[];
  for (const table of tables.filter((name) => !WORKED_OUT.includes(name))) {
    db.prepare('INSERT INTO change_count VALUES (?, 0)').run(table);
    for (const event of ['INSERT', 'UPDATE', 'DELETE'])
      db.exec(
        `CREATE TRIGGER count_${table}_${event} AFTER ${event} ON "${table}" BEGIN
           UPDATE change_count SET n = n + 1 WHERE name = '${table}'; END`,
      );
  }
  const read = db.prepare('SELECT name, n FROM change_count').raw();
  return () => new Map(read.all() as [string, number][]);
}

const tablesChanged = (before: ReadonlyMap<string, number>, after: ReadonlyMap<string, number>): string[] =>
  [...after].flatMap(([table, n]) => (before.get(table) === n ? [] : [table]));
