import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import fc from 'fast-check';
import pino from 'pino';
import { apiError } from '../contract/error';
import { readConfig } from '../server/config';
import { serve } from '../server/serve';
import { bodyOf, type Known } from './arbitrary';
import { ENDPOINTS, type Endpoint } from './endpoints';

/** Tables whose rows are worked out, not written by anyone. */
const WORKED_OUT = ['verdict', 'migrations'];

export interface Counts {
  requests: number;
  accepted: number;
  refused: number;
  /** Everything that must not be: what was sent, and what was answered. */
  faults: string[];
  /** Accepted and refused, by method and path. */
  byEndpoint: Map<string, { accepted: number; refused: number }>;
}

/**
 * Sends requests generated from the schemas to a household of its own, one after another. Counts what is a fault: an
 * answer of 5xx, a refusal that is not in our form, or one after which anything is changed in the database.
 *
 * @param seed of the generator; the same seed sends the same, as far as answers depend on nothing but the requests
 */
export async function sendRequests(count: number, seed: number): Promise<Counts> {
  const folder = mkdtempSync(join(tmpdir(), 'slow-crest-requests-'));
  const config = readConfig({ SLOW_CREST_DATA: folder, PORT: '0' }, '/');
  const running = await serve(config, pino({ level: 'silent' }), null);
  const today = new Date().toISOString().slice(0, 10);
  const db = new Database(config.databaseFile);
  const changes = countChanges(db);
  const ids: string[] = [];
  const known: Known = { ids: () => ids, today };
  const counts: Counts = { requests: 0, accepted: 0, refused: 0, faults: [], byEndpoint: new Map() };
  const word = fc.oneof(
    fc.constantFrom('fig', 'quince', 'draft-one', '%', '%E0%A4%A', '..%2f..', '%00'),
    fc.string({ maxLength: 30, unit: 'binary' }).map(encoded),
  );
  const filled = (path: string): fc.Arbitrary<string> =>
    fc.tuple(fc.nat(), fc.uuid(), word, fc.boolean()).map(([n, uuid, any, other]) =>
      path
        .replace('{id}', other || ids.length === 0 ? uuid : (ids[n % ids.length] ?? uuid))
        .replace('{word}', any)
        .replace('{day}', today),
    );
  const requests = fc.sample(
    fc
      .constantFrom(...ENDPOINTS)
      .chain((endpoint) =>
        fc.tuple(
          fc.constant(endpoint),
          filled(endpoint.path),
          endpoint.body ? bodyOf(endpoint.body, known) : fc.constant(undefined),
        ),
      ),
    { numRuns: count, seed },
  );
  for (const [endpoint, path, body] of requests) {
    const before = changes();
    const { status, text } = await send(`${running.address}/api`, endpoint, path, body);
    counts.requests++;
    const of = counts.byEndpoint.get(`${endpoint.method} ${endpoint.path}`) ?? { accepted: 0, refused: 0 };
    counts.byEndpoint.set(`${endpoint.method} ${endpoint.path}`, of);
    const fault = (what: string): void =>
      void counts.faults.push(
        `${what}: ${endpoint.method} ${path} ${JSON.stringify(body ?? null).slice(0, 300)} → ${status} ${text.slice(0, 200)}`,
      );
    if (status >= 500) fault('a fault of ours');
    if (status < 400) {
      counts.accepted++;
      of.accepted++;
      remember(ids, text);
      continue;
    }
    counts.refused++;
    of.refused++;
    if (!apiError.safeParse(parsed(text)).success) fault('not in our form');
    if (changes() !== before) fault('refused, and yet something changed');
  }
  db.close();
  await running.close();
  rmSync(folder, { recursive: true, force: true });
  return counts;
}

const encoded = (text: string): string => encodeURIComponent(text).replaceAll('.', '%2e') || 'x';

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

/** Ids of what was made are used in later requests; only the newest, so that things meet. */
function remember(ids: string[], text: string): void {
  const id = /"id":"([0-9a-f-]{36})"/.exec(text)?.[1];
  if (id === undefined || ids.includes(id)) return;
  ids.push(id);
  if (ids.length > 40) ids.shift();
}

/** Counts the rows that anyone writes, by triggers in the database itself; returns how to read the count. */
function countChanges(db: Database.Database): () => number {
  db.exec('CREATE TABLE change_count (n integer NOT NULL); INSERT INTO change_count VALUES (0)');
  const tables = db
    .prepare(
      `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name <> 'change_count'`,
    )
    .pluck()
    .all() as string[];
  for (const table of tables.filter((name) => !WORKED_OUT.includes(name))) {
    for (const event of ['INSERT', 'UPDATE', 'DELETE'])
      db.exec(
        `CREATE TRIGGER count_${table}_${event} AFTER ${event} ON "${table}" BEGIN UPDATE change_count SET n = n + 1; END`,
      );
  }
  const read = db.prepare('SELECT n FROM change_count').pluck();
  return () => read.get() as number;
}
