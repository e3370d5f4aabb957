import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { StartProblem } from './config';
import { sqliteCode } from './db/storageProblem';

/** Who uses a data folder: its process and, once it listens, its address. */
interface Holder {
  pid: number;
  since: string;
  address: string | null;
}

/** A data folder held by this process alone. */
export interface FolderLock {
  /** Says where the holder can be reached, for whoever is refused. */
  announce(address: string): void;
  release(): void;
}

/**
 * Holds a data folder, so that two servers never write into one household. The lock is SQLite's own on a file beside
 * the database: the system lets go of it however the process ends. Throws a StartProblem that names the holder.
 */
export function lockFolder(folder: string, now: Date): FolderLock {
  const holderFile = join(folder, 'slow-crest.running.json');
  const db = new Database(join(folder, 'slow-crest.lock'), { timeout: 0 });
  try {
    db.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    db.close();
    if (!/^SQLITE_(BUSY|LOCKED)/.test(sqliteCode(error))) throw error;
    throw new StartProblem(
      `The data folder ${folder} is in use already${described(holderFile)}. Use that one, or stop it first; or choose another folder with SLOW_CREST_DATA.`,
    );
  }
  const write = (address: string | null): void => {
    try {
      writeFileSync(
        holderFile,
        JSON.stringify({ pid: process.pid, since: now.toISOString(), address } satisfies Holder),
      );
    } catch {
      // The lock holds without it; whoever is refused is told less.
    }
  };
  write(null);
  return {
    announce: write,
    release: () => {
      rmSync(holderFile, { force: true });
      db.close();
    },
  };
}

function described(holderFile: string): string {
  try {
    const { pid, address } = JSON.parse(readFileSync(holderFile, 'utf8')) as Holder;
    return address === null
      ? ` by another Slow Crest (process ${pid})`
      : ` by the Slow Crest at ${address} (process ${pid})`;
  } catch {
    return ' by another Slow Crest';
  }
}
