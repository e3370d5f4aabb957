import {
  constants,
  copyFileSync,
  existsSync,
  lstatSync,
  mkdirSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { backupHead, backupName, outdatedBackups, type BackupHead, type BackupReason } from '../../core/keeping';
import type { HouseholdCounts } from '../../contract/keeping/archive';
import { countsIn } from '../archive/snapshot';
import { whyNotOpened } from '../db/keeping/inspect';
import { manifestOf, whyNoBackup } from './manifest';

/** Backups: whole copies of the database, each opened and looked through before it counts as one. */

export const backupFolderOf = (dataFolder: string): string => join(dataFolder, 'backups');

/** When a file was finished, ms; 0 for what is no file or leads nowhere. */
function finishedAt(file: string): number {
  return statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? 0;
}

/** What goes by the name of a backup in a folder, the newest first; of two of one second the one finished later. */
export function backupsIn(folder: string): BackupHead[] {
  const names = existsSync(folder) ? readdirSync(folder) : [];
  return names
    .flatMap((name) => backupHead(name) ?? [])
    .map((head) => ({ head, finished: finishedAt(join(folder, head.name)) }))
    .sort((a, b) =>
      a.head.madeAt === b.head.madeAt ? b.finished - a.finished : a.head.madeAt < b.head.madeAt ? 1 : -1,
    )
    .map(({ head }) => head);
}

/** What a backup may leave beside it while it is made. */
const SUFFIXES = ['', '-wal', '-shm', '-journal'];
const UNFINISHED = /\.unfinished(?:-wal|-shm|-journal)?$/;

/** Throws away what was being made when the power went. */
export function dropUnfinished(folder: string): void {
  const names = existsSync(folder) ? readdirSync(folder) : [];
  for (const name of names.filter((one) => UNFINISHED.test(one))) rmSync(join(folder, name), { force: true });
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
    await db.backup(unfinished, { progress: pagesNext() });
    finishCopy(unfinished, now);
    const why = whyNotOpened(unfinished);
    if (why !== null) throw new Error(why);
    renameSync(unfinished, made);
  } finally {
    db.close();
    for (const suffix of SUFFIXES) rmSync(`${unfinished}${suffix}`, { force: true });
  }
  dropOutdated(folder, now);
  return name;
}

/** So many pages are copied at a time, with others served in between. */
const PAGES = 100;

/**
 * How many pages to copy next. A copy begins anew with every write of somebody else meanwhile: one that did is finished
 * in one go, or steady writing would keep it from ever being done.
 */
function pagesNext(): (at: { remainingPages: number }) => number {
  let least = Infinity;
  return ({ remainingPages }) => {
    if (remainingPages > least) return 2 ** 31 - 1;
    least = remainingPages;
    return PAGES;
  };
}

/** Makes a copy one file, without a journal beside it, that says what it holds. */
function finishCopy(file: string, now: Date): void {
  const copy = new Database(file);
  try {
    copy.pragma('journal_mode = DELETE');
    // Whatever breaks off here is thrown away whole.
    copy.pragma('journal_mode = MEMORY');
    manifestOf(copy, now);
  } finally {
    copy.close();
  }
}

function dropOutdated(folder: string, now: Date): void {
  for (const old of outdatedBackups(backupsIn(folder), now)) {
    // What is no file was not made here.
    if (lstatSync(join(folder, old.name)).isFile()) rmSync(join(folder, old.name), { force: true });
  }
}

/** Where the copies of a household lie in a folder of the taster's choice: several can use one stick. */
export const copiesOf = (folder: string, household: string): string => join(folder, `slow-crest-${household}`);

/**
 * Copies a backup to a folder of the taster's choice as well, a stick or a synchronised one. The copy is a new file,
 * never what somebody laid in its place. Throws where that cannot be written.
 *
 * @param to the household's own folder there, as `copiesOf` names it
 */
export function copyBackup(folder: string, name: string, to: string, now: Date): void {
  if (lstatSync(to, { throwIfNoEntry: false })?.isDirectory() !== true) mkdirSync(to);
  const unfinished = join(to, `${name}.unfinished`);
  rmSync(unfinished, { force: true });
  copyFileSync(join(folder, name), unfinished, constants.COPYFILE_EXCL);
  renameSync(unfinished, join(to, name));
  dropOutdated(to, now);
}

function freeName(folder: string, name: string): string {
  let free = name;
  for (let i = 2; existsSync(join(folder, free)); i++) free = name.replace('.sqlite', `-${i}.sqlite`);
  return free;
}

/** What a backup holds, how large it is, bytes, and what is wrong with it; counts are null where they cannot be had. */
export function lookInto(
  folder: string,
  name: string,
): { counts: HouseholdCounts | null; bytes: number; wrong: string | null } {
  const file = join(folder, name);
  const is = statSync(file, { throwIfNoEntry: false });
  if (!is?.isFile()) return { counts: null, bytes: 0, wrong: is ? 'This is no file.' : 'This leads to no file.' };
  const wrong = whyNoBackup(file);
  return { counts: wrong === null ? countsIn(file) : null, bytes: is.size, wrong };
}
