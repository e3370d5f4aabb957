import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import Database from 'better-sqlite3';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import type { ImportState } from '../contract/keeping/archive';
import { readConfig } from '../server/config';
import { ServerProcess } from './serverProcess';

const WRITERS = 4;
const reference = { style: 'filter', brewer: 'cone', doseG: 16, waterG: 250, waterC: 93, grindStep: 0 };

export interface Replacing {
  rounds: number;
  acknowledged: number;
  /** Bags that were acknowledged and are neither in the household nor in a backup. */
  lost: string[];
}

/**
 * Has another household take the place of one that is being written, by an import and by a backup in turn, again and
 * again: what was acknowledged must be in the household afterwards, or in the backup that was made first.
 */
export async function whileReplacing(rounds: number, seed: number): Promise<Replacing> {
  const folder = mkdtempSync(join(tmpdir(), 'slow-crest-replacing-'));
  const config = readConfig({ SLOW_CREST_DATA: folder, PORT: '0' }, '/');
  const server = new ServerProcess(folder);
  await server.start();
  const random = xoroshiro128plus(seed);
  const told: Replacing = { rounds: 0, acknowledged: 0, lost: [] };
  const today = new Date().toISOString().slice(0, 10);

  const send = async (method: string, path: string, body: unknown): Promise<Response> =>
    fetch(`${server.address}/api${path}`, {
      method,
      headers: { 'content-type': body instanceof ArrayBuffer ? 'application/octet-stream' : 'application/json' },
      body: body instanceof ArrayBuffer ? body : JSON.stringify(body),
    });
  const json = async <T>(answer: Response): Promise<T> => {
    if (!answer.ok) throw new Error(`${answer.url}: ${answer.status} ${await answer.text()}`);
    return (answer.status === 204 ? null : await answer.json()) as T;
  };
  const archive = await (await fetch(`${server.address}/api/archive`)).arrayBuffer();

  const replaceByImport = async (): Promise<void> => {
    const { id } = await json<{ id: string }>(await send('POST', '/imports', archive));
    let stage = 'checking';
    while (stage === 'checking') {
      await setTimeout(20);
      ({ stage } = await json<ImportState>(await fetch(`${server.address}/api/imports/${id}`)));
    }
    await setTimeout(uniformInt(random, 0, 60));
    await json(await send('POST', `/imports/${id}/household`, {}));
  };
  const replaceByBackup = async (): Promise<void> => {
    const { name } = await json<{ name: string }>(await send('POST', '/backups', {}));
    await setTimeout(uniformInt(random, 0, 60));
    await json(await send('POST', `/backups/${name}/household`, {}));
  };

  for (let round = 0; round < rounds; round++) {
    const acknowledged: string[] = [];
    let over = false;
    const writers = Array.from({ length: WRITERS }, async (_, w) => {
      for (let i = 0; !over; i++) {
        const bag = { name: `${round} ${w} ${i}`, roastedOn: today, reference };
        const answer = await send('POST', '/bags', bag);
        if (answer.status === 201) acknowledged.push(((await answer.json()) as { id: string }).id);
        else await answer.text();
      }
    });
    await (round % 2 === 0 ? replaceByImport() : replaceByBackup());
    over = true;
    await Promise.all(writers);
    told.rounds++;
    told.acknowledged += acknowledged.length;
    const backups = join(folder, 'backups');
    const files = [
      config.databaseFile,
      ...readdirSync(backups).flatMap((name) => (name.endsWith('.sqlite') ? [join(backups, name)] : [])),
    ];
    const kept = new Set(files.flatMap(bagsIn));
    told.lost.push(...acknowledged.filter((id) => !kept.has(id)).map((id) => `round ${round}: bag ${id}`));
    // What earlier rounds left behind is looked at no more.
    for (const name of readdirSync(backups)) rmSync(join(backups, name), { recursive: true });
    // Reading them kept this process from hearing that the server closed connections nobody used.
    await setTimeout(20);
  }
  await server.stop('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
  return told;
}

function bagsIn(file: string): string[] {
  const db = new Database(file, { readonly: true });
  try {
    return db.prepare('SELECT id FROM bag').pluck().all() as string[];
  } finally {
    db.close();
  }
}
