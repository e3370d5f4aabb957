import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { ServerProcess } from './serverProcess';

const reference = { style: 'filter', brewer: 'cone', doseG: 16, waterG: 250, waterC: 93, grindStep: 0 };
const WRITERS = 4;

export interface Kills {
  rounds: number;
  acknowledged: number;
  lost: string[];
  /** Rounds after which SQLite found anything wrong with the file. */
  damaged: number;
}

/**
 * Kills a server under four writers, again and again, at a moment that differs each time (every tenth round it is asked
 * to stop instead), and reads the file as another program would: everything acknowledged must be in it.
 */
export async function killRounds(rounds: number, seed: number): Promise<Kills> {
  const folder = mkdtempSync(join(tmpdir(), 'slow-crest-kills-'));
  const random = xoroshiro128plus(seed);
  const server = new ServerProcess(folder);
  const told: Kills = { rounds: 0, acknowledged: 0, lost: [], damaged: 0 };
  for (let round = 0; round < rounds; round++) {
    await server.start();
    const kept: Acknowledged[] = [];
    let over = false;
    const writers = Array.from({ length: WRITERS }, (_, w) => writeOn(server, `${round}-${w}`, kept, () => over));
    await new Promise((resolve) => setTimeout(resolve, uniformInt(random, 50, 1500)));
    over = round % 10 === 9;
    await server.stop(over ? 'SIGTERM' : 'SIGKILL');
    over = true;
    await Promise.all(writers);
    told.rounds++;
    told.acknowledged += kept.length;
    const db = new Database(join(folder, 'slow-crest.sqlite'), { readonly: true });
    if (db.pragma('quick_check', { simple: true }) !== 'ok') told.damaged++;
    for (const { table, id, holds } of kept) {
      const row = db.prepare(`SELECT * FROM ${table} WHERE ${table === 'draft' ? 'key' : 'id'} = ?`).get(id) as
        Record<string, unknown> | undefined;
      if (!row || !holds(row)) told.lost.push(`round ${round}: ${table} ${id}`);
    }
    db.close();
  }
  rmSync(folder, { recursive: true, force: true });
  return told;
}

interface Acknowledged {
  table: 'bag' | 'brew' | 'draft';
  id: string;
  holds: (row: Record<string, unknown>) => boolean;
}

/**
 * One taster: adds a bag, logs on it, renames it, keeps a draft, and notes what was acknowledged; until the server is
 * gone.
 */
async function writeOn(
  server: ServerProcess,
  name: string,
  kept: Acknowledged[],
  isOver: () => boolean,
): Promise<void> {
  const today = new Date().toISOString();
  try {
    for (let i = 0; !isOver(); i++) {
      const bag = await server.send('POST', '/bags', {
        name: `${name} ${i}`,
        roastedOn: today.slice(0, 10),
        weightG: 1000,
        reference,
      });
      if (bag.status !== 201) throw new Error(`A bag was answered ${bag.status}`);
      const { id } = bag.body as { id: string };
      const added: Acknowledged = { table: 'bag', id, holds: () => true };
      kept.push(added);
      const brew = await server.send('POST', `/bags/${id}/brews`, {
        ...reference,
        brewedAt: today,
        cup: {
          scoringScale: 'mark10',
          mark: 8,
          remarks: `fig of ${name}`,
          descriptors: [{ typed: 'fig', slot: 'cup' }],
        },
      });
      if (brew.status === 201)
        kept.push({ table: 'brew', id: (brew.body as { id: string }).id, holds: (row) => row.bagId === id });
      const renamed = `${name} ${i} renamed`;
      if ((await server.send('PATCH', `/bags/${id}`, { name: renamed })).status === 200)
        added.holds = (row) => row.name === renamed;
      const typed = { notes: `of ${name} ${i}` };
      const draft = await server.send('PUT', `/drafts/${id}/device-kills`, {
        counts: { 'device-kills': i + 1 },
        title: 'A cup',
        href: `/bags/${id}/brew`,
        typed,
      });
      if (draft.status === 200) kept.push({ table: 'draft', id, holds: (row) => row.typed === JSON.stringify(typed) });
    }
  } catch (error) {
    // The server went away under a request: that one was not acknowledged.
    if (error instanceof Error && error.message.startsWith('A bag was')) throw error;
  }
}
