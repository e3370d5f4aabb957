import Database from 'better-sqlite3';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { TestServer, TODAY } from '../../server/test/support/running';
import { everyPage } from '../everyPage';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.end());

const dayOf = (i: number): string => new Date(Date.parse('2026-02-06T08:00:00Z') + i * 86_400_000).toISOString();

/** A finished bag with these marks, one a day or all of them on one. */
async function finishedBag(name: string, marks: readonly number[], { onOneDay = false } = {}): Promise<void> {
  const id = await server.addBag({ name });
  for (const [i, mark] of marks.entries())
    await server.addBrew(id, {
      brewedAt: onOneDay ? dayOf(10) : dayOf(i % 20),
      cup: { scoringScale: 'mark10', mark },
    });
  await server.ok('PATCH', `/bags/${id}`, { finishedOn: TODAY });
}

/** Every page of the household, twice: with what was known, and after a restart. */
async function badPages(): Promise<unknown[]> {
  const all: unknown[] = [];
  for (const _ of ['as it runs', 'started again']) {
    const db = new Database(join(server.folder, 'slow-crest.sqlite'), { readonly: true });
    all.push(...(await everyPage(server.running.address, db, TODAY)));
    db.close();
    await server.stop();
    await server.start();
  }
  return all;
}

const repeated = (marks: readonly number[], times: number): number[] =>
  Array.from({ length: times }, () => marks).flat();

describe('a household whose finished bags have absurd cups', () => {
  it.each([
    ['9, 2, 9, 2', [9, 2, 9, 2], {}],
    ['10 and 0 by turns', repeated([10, 0], 12), {}],
    ['all 0', repeated([0], 12), {}],
    ['all 10', repeated([10], 12), {}],
    ['one cup', [7], {}],
    ['24 alike on one day', repeated([8], 24), { onOneDay: true }],
    ['24 by turns on one day', repeated([0, 10], 12), { onOneDay: true }],
  ])('has every page: %s', async (_, marks, how) => {
    await finishedBag('Absurd Hill', marks, how);
    await finishedBag('Absurd Hill again', marks, how);
    const fresh = await server.addBag({ name: 'Next Hill' });
    await server.addBrew(fresh);
    expect(await badPages()).toEqual([]);
  });
});
