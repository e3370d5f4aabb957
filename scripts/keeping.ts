import { createWriteStream, existsSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { HouseholdCounts } from '../contract/keeping/archive';
import { householdText, notebookText } from '../core/text';
import { HOUSEHOLD_TABLES } from '../server/archive/householdTables';
import type { lookAtFile, LookedArchive } from '../server/archive/look';
import { adoptPictures } from '../server/archive/pictures';
import type { FileProblem } from '../server/archive/read';
import { countsIn, snapshotOf } from '../server/archive/snapshot';
import { UnreadableFile } from '../server/archive/unreadableFile';
import { archiveText, archiveZip } from '../server/archive/write';
import { backupFolderOf, copiesOf, copyBackup, makeBackup } from '../server/backup/files';
import { openCopy } from '../server/backup/keeper';
import { readConfig, StartProblem, type Config } from '../server/config';
import { whyNotOpened } from '../server/db/keeping/inspect';
import { loadFolderId } from '../server/db/keeping/dataFolder';
import { keepSettings, loadSettings } from '../server/db/settings';
import { openStore, type Store } from '../server/db/store';
import { lockFolder } from '../server/folderLock';
import { runIsolated } from '../server/isolated/run';
import type { BegunTable, lookAtTable, takeTable } from '../server/notebook/reading';
import { picturesOf, PictureShelf } from '../server/pictures/shelf';
import { Problem } from '../application/problem';

/**
 * Keeping the household from the command line: export, import, backup, restore. Never while a server has the folder.
 * Ends with status 1, and nothing changed, where something cannot be done.
 */
const [command = '', ...rest] = process.argv.slice(2);
const file = rest.find((one) => !one.startsWith('--'));
const dryRun = rest.includes('--dry-run');

const needed = (): string => {
  if (file === undefined) throw new StartProblem(`Name the file: npm run ${command} -- FILE`);
  return resolve(file);
};

const keptText = (counts: HouseholdCounts): string =>
  `${householdText(counts)}, ${counts.words} own ${counts.words === 1 ? 'word' : 'words'}${counts.newestOn === null ? '' : `, the newest brew of ${counts.newestOn}`}`;

async function exportTo(to: string, { databaseFile, dataFolder }: Config): Promise<void> {
  const unfinished = `${to}.unfinished`;
  if (to.endsWith('.json')) {
    const snapshot = snapshotOf(databaseFile);
    await pipeline(Readable.from(archiveText(snapshot, new Date().toISOString())), createWriteStream(unfinished));
    snapshot.close();
  } else
    await pipeline(
      archiveZip(databaseFile, new PictureShelf(picturesOf(dataFolder)), new Date()),
      createWriteStream(unfinished),
    );
  renameSync(unfinished, to);
  console.log(`${to}: ${keptText(countsIn(databaseFile))}.`);
}

/** Puts the household in another database in the place of this one, after a backup; the folder for copies stays. */
async function adopt(store: Store, other: string, config: Config, reason: 'before-import' | 'before-restore') {
  const before = await backUp(store, config, reason);
  const { backupFolder } = await store.read(loadSettings);
  await store.replaceTables(other, HOUSEHOLD_TABLES);
  await store.write(async (db) => keepSettings(db, { ...(await loadSettings(db)), backupFolder }));
  console.log(`Taken in: ${keptText(countsIn(config.databaseFile))}.`);
  console.log(`What was here before is in ${before}.`);
}

async function backUp(
  store: Store,
  { databaseFile, dataFolder }: Config,
  reason: 'asked' | 'before-import' | 'before-restore',
): Promise<string> {
  const folder = backupFolderOf(dataFolder);
  const name = await makeBackup(databaseFile, folder, reason, new Date());
  const { backupFolder } = await store.read(loadSettings);
  if (backupFolder !== null && existsSync(backupFolder)) {
    const to = copiesOf(backupFolder, await store.read(loadFolderId));
    copyBackup(folder, name, to, new Date());
    new PictureShelf(picturesOf(dataFolder)).copyTo(picturesOf(to));
  }
  return join(folder, name);
}

function refused(problems: readonly FileProblem[], count: number): StartProblem {
  const lines = problems.map(({ where, message }) => `  ${where}: ${message}`);
  const more = count > problems.length ? [`  and ${count - problems.length} more`] : [];
  return new StartProblem(
    [`${count} ${count === 1 ? 'thing is' : 'things are'} wrong with it. Nothing was changed.`, ...lines, ...more].join(
      '\n',
    ),
  );
}

/** A file is read in a process of its own, and laid ready in a folder that goes with it. */
async function importFrom(from: string, store: Store, config: Config): Promise<void> {
  const folder = mkdtempSync(join(config.dataFolder, 'import-'));
  try {
    const looked = await runIsolated<typeof lookAtFile>('lookAtFile', {
      file: from,
      folder,
      database: config.databaseFile,
    });
    if (looked.kind === 'archive') await importArchive(looked.archive, folder, store, config);
    else await importTable(looked.table, folder, basename(from), store, config);
  } catch (error) {
    if (error instanceof UnreadableFile) throw new StartProblem(`${from} cannot be read. ${error.message}`);
    throw error;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function importArchive(
  { brings, problems, problemCount }: LookedArchive,
  folder: string,
  store: Store,
  config: Config,
): Promise<void> {
  if (brings === null) throw refused(problems, problemCount);
  console.log(`In the archive: ${keptText(brings)}.`);
  console.log(`Here: ${keptText(countsIn(config.databaseFile))}.`);
  if (dryRun) {
    console.log('It could be taken in, in the place of what is here. Nothing was changed.');
    return;
  }
  adoptPictures(join(folder, 'pictures'), new PictureShelf(picturesOf(config.dataFolder)));
  await adopt(store, join(folder, 'household.sqlite'), config, 'before-import');
}

/** A table of brews is read as one like it was before, else as guessed; what is in doubt is said. */
async function importTable(
  { mapping }: BegunTable,
  folder: string,
  fileName: string,
  store: Store,
  config: Config,
): Promise<void> {
  const table = { folder, mapping, now: new Date() };
  const state = await runIsolated<typeof lookAtTable>('lookAtTable', { ...table, database: config.databaseFile });
  console.log(notebookText(state).join('\n'));
  if (state.counts.problems > 0) throw new StartProblem('Nothing was changed.');
  if (dryRun) {
    console.log('It could be taken in. Nothing was changed.');
    return;
  }
  const before = await backUp(store, config, 'before-import');
  const { row, file: added } = await runIsolated<typeof takeTable>('takeTable', {
    ...table,
    database: before,
    fileName,
  });
  await store.addRowsOf(added, HOUSEHOLD_TABLES);
  console.log(`Taken in: ${householdText({ bags: row.bagIds.length, brews: row.brewIds.length })}.`);
  console.log(`What was here before is in ${before}; the store room takes it back as a whole.`);
}

async function restoreFrom(from: string, store: Store, config: Config): Promise<void> {
  const named = join(backupFolderOf(config.dataFolder), from);
  const backup = existsSync(resolve(from)) ? resolve(from) : named;
  if (!existsSync(backup))
    throw new StartProblem(`There is no ${from}, here or among the backups. Nothing was changed.`);
  const { file: copy, clean } = await openCopy(backup, join(config.dataFolder, 'backups', 'restoring'));
  try {
    await adopt(store, copy, config, 'before-restore');
  } finally {
    clean();
  }
}

async function run(): Promise<void> {
  const config = readConfig(process.env, process.cwd());
  if (command !== 'backup') needed();
  const lock = lockFolder(config.dataFolder, new Date());
  try {
    const why = whyNotOpened(config.databaseFile);
    if (why !== null) throw new StartProblem(why);
    const store = await openStore(config.databaseFile);
    try {
      if (command === 'export') await exportTo(needed(), config);
      else if (command === 'import') await importFrom(needed(), store, config);
      else if (command === 'backup') console.log(await backUp(store, config, 'asked'));
      else await restoreFrom(file ?? '', store, config);
    } finally {
      await store.close();
    }
  } finally {
    lock.release();
  }
}

try {
  await run();
} catch (error) {
  const isOurs = error instanceof StartProblem || error instanceof UnreadableFile || error instanceof Problem;
  console.error(isOurs || !(error instanceof Error) ? String(isOurs ? error.message : error) : error.message);
  process.exitCode = 1;
}
