import { accessSync, constants, copyFileSync, existsSync, mkdirSync, rmSync, statSync } from 'node:fs';
import { isAbsolute, join } from 'node:path';
import { setImmediate } from 'node:timers/promises';
import type { Logger } from 'pino';
import { backupHead, lacksToday, type BackupReason } from '../../core/keeping';
import { invalidField, notFound, Problem } from '../../application/problem';
import type { Backups } from '../../contract/keeping/archive';
import { countsIn, picturesIn } from '../archive/snapshot';
import { loadPictureIds } from '../db/bag/pictures';
import { purge } from '../db/keeping/purge';
import { whyNotOpened } from '../db/keeping/inspect';
import { loadSettings } from '../db/settings';
import { loadFolderId } from '../db/keeping/dataFolder';
import { fileProblem, StorageProblem } from '../db/storageProblem';
import { openStore, type Store } from '../db/store';
import { picturesOf, type PictureShelf } from '../pictures/shelf';
import { backupFolderOf, backupsIn, copiesOf, copyBackup, dropUnfinished, lookInto, makeBackup } from './files';
import { whyNoBackup } from './manifest';

/** How often it is looked whether the day has its backup, ms. */
const LOOK_EVERY_MS = 3_600_000;

/** Makes backups daily and whenever asked, and tells what there is. */
export class BackupKeeper {
  readonly folder: string;
  #timer: NodeJS.Timeout | null = null;
  /** Why the last backup could not be made; null where it was. */
  #trouble: string | null = null;
  #making: Promise<unknown> = Promise.resolve();
  readonly #looked = new Map<string, { key: string; held: ReturnType<typeof lookInto> }>();

  constructor(
    private readonly store: Store,
    private readonly database: string,
    dataFolder: string,
    private readonly pictures: PictureShelf,
    private readonly now: () => Date,
    private readonly log: Logger,
  ) {
    this.folder = backupFolderOf(dataFolder);
    dropUnfinished(this.folder);
    rmSync(join(this.folder, RESTORING), { recursive: true, force: true });
  }

  /** Makes today's backup unless there is one, now and from then on. */
  begin(): void {
    const look = (): void => void this.#daily();
    this.#timer = setInterval(look, LOOK_EVERY_MS);
    this.#timer.unref();
    look();
  }

  async #daily(): Promise<void> {
    if (!lacksToday(backupsIn(this.folder), this.now())) return;
    try {
      await this.make('daily');
      // What goes for good is in the backup of the day once more.
      await this.store.write((db) => purge(db, this.now()));
      this.#dropPictures(new Set(await this.store.read(loadPictureIds)));
    } catch (error) {
      this.log.warn({ err: error }, 'the day was not backed up and cleared up');
    }
  }

  /** Makes a backup; answers with its name. Throws, and remembers why, where it cannot be made. */
  make(reason: BackupReason): Promise<string> {
    return this.makeThen(reason, (makeNow) => makeNow());
  }

  /**
   * Makes a backup in the middle of something: `work` says when, by calling what it is given. Answers with the name of
   * the backup. Throws where it cannot be made, and as `work` does.
   */
  makeThen(reason: BackupReason, work: (makeNow: () => Promise<void>) => Promise<void>): Promise<string> {
    const made = this.#making.then(async () => {
      let name = '';
      await work(async () => {
        try {
          name = await makeBackup(this.database, this.folder, reason, this.now());
          this.#trouble = null;
        } catch (error) {
          this.#troubled('The last backup could not be made', error);
          throw (
            fileProblem(error) ??
            new StorageProblem(
              'storage',
              `The household could not be backed up: ${messageOf(error)}.`,
              'Try again later.',
            )
          );
        }
      });
      await this.#copy(name);
      return name;
    });
    this.#making = made.catch(() => undefined);
    return made;
  }

  /** A picture goes for good when neither the household nor a backup names it. */
  #dropPictures(named: ReadonlySet<string>): void {
    const whole = backupsIn(this.folder).filter(({ name }) => this.#lookedInto(name).wrong === null);
    const inBackups = new Set(whole.flatMap(({ name }) => picturesIn(join(this.folder, name))));
    for (const id of this.pictures.ids()) if (!named.has(id) && !inBackups.has(id)) this.pictures.drop(id);
  }

  /** Where the copy cannot be made the backup is still one. */
  async #copy(name: string): Promise<void> {
    const { backupFolder } = await this.store.read(loadSettings);
    if (backupFolder === null) return;
    try {
      const to = copiesOf(backupFolder, await this.store.read(loadFolderId));
      copyBackup(this.folder, name, to, this.now());
      this.pictures.copyTo(picturesOf(to));
    } catch (error) {
      this.#troubled(`The last backup could not be copied to ${backupFolder}`, error);
    }
  }

  #troubled(what: string, error: unknown): void {
    this.#trouble = `${what}: ${messageOf(error)}.`;
    this.log.error({ err: error }, what);
  }

  /** What there is; each file stands for itself, with what is wrong with it. */
  async all(): Promise<Backups> {
    const backups: Backups['backups'] = [];
    for (const head of backupsIn(this.folder)) {
      backups.push({ ...head, ...this.#lookedInto(head.name) });
      // A folder of many is looked through between what others ask for.
      await setImmediate();
    }
    return { folder: this.folder, has: countsIn(this.database), trouble: this.#trouble, backups };
  }

  /** What a backup holds; looked at once for as long as the file is the same. */
  #lookedInto(name: string): ReturnType<typeof lookInto> {
    const is = statSync(join(this.folder, name), { throwIfNoEntry: false });
    const key = `${name} ${is?.mtimeMs} ${is?.size}`;
    const known = this.#looked.get(name);
    if (known?.key === key) return known.held;
    const held = lookInto(this.folder, name);
    this.#looked.set(name, { key, held });
    return held;
  }

  /**
   * The household of a backup in a database of this version, ready to be taken in; `clean` throws it away again. Throws
   * a Problem for a backup that is not there or cannot be opened.
   */
  async open(name: string): Promise<{ file: string; clean: () => void }> {
    const backup = join(this.folder, name);
    // Only what is one by its name: no path leads out of the folder.
    if (backupHead(name) === null || !existsSync(backup)) throw notFound('This backup');
    return openCopy(backup, join(this.folder, RESTORING));
  }

  async close(): Promise<void> {
    if (this.#timer) clearInterval(this.#timer);
    await this.#making;
  }
}

const RESTORING = 'restoring';
const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/**
 * A copy of a backup in a folder of its own, brought to this version. Throws an invalid Problem, in words, for one
 * that is none, before anything is touched.
 */
export async function openCopy(database: string, folder: string): Promise<{ file: string; clean: () => void }> {
  const clean = (): void => rmSync(folder, { recursive: true, force: true });
  clean();
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'household.sqlite');
  try {
    copyFileSync(database, file);
    const why = whyNoBackup(file) ?? whyNotOpened(file)?.replaceAll(file, database) ?? null;
    if (why !== null) throw new Problem('invalid', `${why} Nothing was changed.`, [{ path: 'name', message: why }]);
    await (await openStore(file)).close();
    return { file, clean };
  } catch (error) {
    clean();
    throw error;
  }
}

/** Refuses a folder that backups cannot be copied to. */
export function checkBackupFolder(folder: string | null): void {
  if (folder === null) return;
  if (!isAbsolute(folder))
    throw invalidField('backupFolder', 'Write the folder with its whole path, such as /media/stick/coffee');
  try {
    accessSync(`${folder}/`, constants.W_OK);
  } catch {
    throw invalidField(
      'backupFolder',
      `The folder ${folder} is not there, or cannot be written. Make it first, or choose another.`,
    );
  }
}
