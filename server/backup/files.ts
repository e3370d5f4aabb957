import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { backupHead, backupName, outdatedBackups, type BackupHead, type BackupReason } from '../../core/keeping';
import type { HouseholdCounts } from '../../contract/archive';
import { countsIn } from '../archive/snapshot';
import { whyNotOpened } from '../db/inspect';

/** Backups: whole copies of the database, each opened and looked through before it counts as one. */

export const backupFolderOf = (dataFolder: string): string => join(dataFolder, 'backups');

/** The backups in a folder, the newest first; of two of one second the one that was finished later. */
export function backupsIn(folder: string): BackupHead[] {
  const names = existsSync(folder) ? readdirSync(folder) : [];
  return names
    .flatMap((name) => backupHead(name) ?? [])
    .map((head) => ({ head, finished: statSync(join(folder, head.name)).mtimeMs }))
    .sort((a, b) =>
      a.head.madeAt === b.head.madeAt ? b.finished - a.finished : a.head.madeAt < b.head.madeAt ? 1 : -1,
    )
    .map(({ head }) => head);
}

/**
 * Copies a database, whoever is writing it, into `folder` and looks through the copy. Nothing but a whole copy ever
 * stands under a backup's name. Throws where the disk does not take it or the copy is not whole.
 */
export async function makeBackup(database: string, folder: string, reason: BackupReason, now: Date): Promise<string> {
  mkdirSync(folder, { recursive: true });
  const name = freeName(folder, backupName(now, reason));
  const [made, unfinished] = [join(folder, name), join(folder, `${name}.unfinished`)];
  const db = new Database(database, { readonly: true, fileMustExist: true });
  try {
    await db.backup(unfinished);
    // One file, without a journal beside it.
    const copy = new Database(unfinished);
    copy.pragma('journal_mode = DELETE');
    copy.close();
    const why = whyNotOpened(unfinished);
    if (why !== null) throw new Error(why);
    renameSync(unfinished, made);
  } finally {
    db.close();
    for (const suffix of ['', '-wal', '-shm', '-journal']) rmSync(`${unfinished}${suffix}`, { force: true });
  }
  for (const old of outdatedBackups(backupsIn(folder), now)) rmSync(join(folder, old.name), { force: true });
  return name;
}

/**
 * Copies a backup to a folder of the taster's choice as well, a stick or a synchronised one. Throws where that cannot be
 * written.
 */
export function copyBackup(folder: string, name: string, to: string, now: Date): void {
  const unfinished = join(to, `${name}.unfinished`);
  copyFileSync(join(folder, name), unfinished);
  renameSync(unfinished, join(to, name));
  for (const old of outdatedBackups(backupsIn(to), now)) rmSync(join(to, old.name), { force: true });
}

function freeName(folder: string, name: string): string {
  let free = name;
  for (let i = 2; existsSync(join(folder, free)); i++) free = name.replace('.sqlite', `-${i}.sqlite`);
  return free;
}

/** What a backup holds, and how large it is, bytes. */
export function lookInto(folder: string, name: string): { counts: HouseholdCounts; bytes: number } {
  const file = join(folder, name);
  return { counts: countsIn(file), bytes: statSync(file).size };
}
