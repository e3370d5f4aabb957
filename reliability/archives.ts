import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import Database from 'better-sqlite3';
import fc from 'fast-check';
import { archiveRows, COLLECTION_NAMES, type CollectionName, type ImportState } from '../contract/keeping/archive';
import { fillStore } from '../demo/fill';
import { archiveText } from '../server/archive/write';
import { snapshotOf } from '../server/archive/snapshot';
import { readConfig } from '../server/config';
import { openStore } from '../server/db/store';
import { bodyOf } from './arbitrary';
import { everyPage } from './everyPage';
import { ServerProcess } from './serverProcess';

export interface Mutated {
  archives: number;
  takenIn: number;
  refused: number;
  /** Everything that must not be: what was changed in the archive, and what came of it. */
  faults: string[];
}

type Row = Record<string, unknown>;
type Collections = Record<CollectionName, Row[]>;
/** One thing done to an archive, in words, and how. */
type Mutation = (collections: Collections) => string;

/**
 * Brings in archives of a made-up household with a few rows changed within their schemas, or spoilt: each is refused in
 * words, or taken in and every page is there afterwards.
 *
 * @param seed of the generator
 */
export async function mutatedArchives(count: number, seed: number): Promise<Mutated> {
  const folder = mkdtempSync(join(tmpdir(), 'slow-crest-archives-'));
  const config = readConfig({ SLOW_CREST_DATA: folder, PORT: '0' }, '/');
  const today = new Date().toISOString().slice(0, 10);
  const text = await sampleArchive(join(folder, 'sample.sqlite'), today);
  const server = new ServerProcess(folder);
  await server.start();
  const told: Mutated = { archives: 0, takenIn: 0, refused: 0, faults: [] };
  const api = `${server.address}/api`;

  const looked = async (content: string): Promise<ImportState> => {
    const headers = { 'content-type': 'application/octet-stream' };
    const sent = await fetch(`${api}/imports`, { method: 'POST', headers, body: content });
    const { id } = (await sent.json()) as { id: string };
    for (;;) {
      const state = (await (await fetch(`${api}/imports/${id}`)).json()) as ImportState;
      if (state.stage !== 'checking') return state;
      await setTimeout(20);
    }
  };

  for (const mutations of fc.sample(fc.array(mutation(today), { minLength: 1, maxLength: 3 }), {
    numRuns: count,
    seed,
  })) {
    const document = JSON.parse(text) as { collections: Collections };
    const what = mutations.map((mutate) => mutate(document.collections)).join('; ');
    const state = await looked(JSON.stringify(document));
    told.archives++;
    if (state.stage !== 'ready') {
      told.refused++;
      if ((state.preview?.problems.length ?? 0) === 0) told.faults.push(`${what}: refused without a reason`);
      if (state.preview?.problems.some(({ message }) => message.includes('could not be looked at')))
        told.faults.push(`${what}: failed`);
      continue;
    }
    told.takenIn++;
    const headers = { 'content-type': 'application/json' };
    const taken = await fetch(`${api}/imports/${state.id}/household`, { method: 'POST', headers, body: '{}' });
    if (taken.status !== 204) told.faults.push(`${what}: ${taken.status} ${await taken.text()}`);
    const db = new Database(config.databaseFile, { readonly: true });
    for (const bad of await everyPage(server.address, db, today, 2))
      told.faults.push(`${what}: then ${bad.path}: ${bad.status} ${bad.text}`);
    db.close();
  }
  await server.stop('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
  return told;
}

async function sampleArchive(file: string, today: string): Promise<string> {
  const store = await openStore(file);
  await fillStore(store, today);
  await store.close();
  const snapshot = snapshotOf(file);
  let text = '';
  for await (const piece of archiveText(snapshot, `${today}T00:00:00.000Z`)) text += piece;
  snapshot.close();
  return text;
}

/** A row of a collection, by numbers that are counted round; null of an empty one. */
const rowOf = (rows: readonly Row[], n: number): Row | null =>
  rows.length === 0 ? null : (rows[n % rows.length] ?? null);

function mutation(today: string): fc.Arbitrary<Mutation> {
  const collection = fc.constantFrom(...COLLECTION_NAMES);
  const [n, m] = [fc.nat(10_000), fc.nat(10_000)];
  /** A field as its schema, or somebody hostile, would have it. */
  const field = collection.chain((name) =>
    fc.tuple(n, m, bodyOf(archiveRows[name], { today })).map(([i, j, drawn]): Mutation => (collections) => {
      const row = rowOf(collections[name], i);
      if (!row) return `${name} is empty`;
      const fields = Object.keys(row);
      const key = fields[j % fields.length] ?? '';
      row[key] = typeof drawn === 'object' && drawn !== null ? ((drawn as Row)[key] ?? null) : drawn;
      return `${name}, row ${(i % collections[name].length) + 1}, ${key}: ${JSON.stringify(row[key]).slice(0, 60)}`;
    }),
  );
  /** What names another row names a third, of the same kind or not. */
  const reference = fc
    .tuple(collection, collection, n, m, fc.nat(50))
    .map(([name, other, i, j, k]): Mutation => (collections) => {
      const [row, named] = [rowOf(collections[name], i), rowOf(collections[other], j)];
      const fields = Object.keys(row ?? {}).filter((key) => /Id$|^id$|mergedInto|undoneBy/.test(key));
      const key = fields[k % Math.max(1, fields.length)];
      if (!row || !named || key === undefined) return 'nothing';
      row[key] = named.id;
      return `${name}, ${key}: one of the ${other}`;
    });
  const removed = fc.tuple(collection, n).map(([name, i]): Mutation => (collections) => {
    const rows = collections[name];
    if (rows.length > 0) rows.splice(i % rows.length, 1);
    return `a row less of ${name}`;
  });
  const doubled = fc.tuple(collection, n, fc.uuid()).map(([name, i, id]): Mutation => (collections) => {
    const row = rowOf(collections[name], i);
    if (row) collections[name].push('id' in row ? { ...row, id } : { ...row });
    return `a row of ${name} twice`;
  });
  const emptied = collection.map((name): Mutation => (collections) => {
    collections[name] = [];
    return `none of the ${name}`;
  });
  return fc.oneof(
    { weight: 6, arbitrary: field },
    { weight: 3, arbitrary: reference },
    { weight: 2, arbitrary: removed },
    { weight: 1, arbitrary: doubled },
    { weight: 1, arbitrary: emptied },
  );
}
