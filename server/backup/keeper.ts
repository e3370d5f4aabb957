import { accessSync, constants, copyFileSync, existsSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { backupHead, lacksToday, type BackupReason } from '../../core/keeping';
import { invalidField, notFound } from '../../application/problem';
import type { Backups } from '../../contract/archive';
import { countsIn, picturesIn } from '../archive/snapshot';
import { loadPictureIds } from '../db/pictures';
import { purge } from '../db/purge';
import { whyNotOpened } from '../db/inspect';
import { loadSettings } from '../db/settings';
import { openStore, type Store } from '../db/store';
import { picturesOf, type PictureShelf } from '../pictures/shelf';
import { backupFolderOf, backupsIn, copyBackup, lookInto, makeBackup } from './files';

/** How often it is looked whether the day has its backup, ms. */
const LOOK_EVERY_MS = 3_600_000;

/** Makes backups daily and whenever asked, and tells what there is. */
export class BackupKeeper {
  readonly folder: string;
  #timer: NodeJS.Timeout | null = null;
  /** Why the last backup could not be made; null where it was. */
  #trouble: string | null = null;
  #making: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly store: Store,
    private readonly database: string,
    dataFolder: string,
    private readonly pictures: PictureShelf,
    private readonly now: () => Date,
    private readonly log: Logger,
  ) {
    this.folder = backupFolderOf(dataFolder);
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
    const made = this.#making.then(async () => {
      try {
        const name = await makeBackup(this.database, this.folder, reason, this.now());
        this.#trouble = null;
        await this.#copy(name);
        return name;
      } catch (error) {
        this.#troubled('The last backup could not be made', error);
        throw error;
      }
    });
    this.#making = made.catch(() => undefined);
    return made;
  }

  /** A picture goes for good when neither the household nor a backup names it. */
  #dropPictures(named: ReadonlySet<string>): void {
    const inBackups = new Set(backupsIn(this.folder).flatMap(({ name }) => picturesIn(join(this.folder, name))));
    for (const id of this.pictures.ids()) if (!named.has(id) && !inBackups.has(id)) this.pictures.drop(id);
  }

  /** Where the copy cannot be made the backup is still one. */
  async #copy(name: string): Promise<void> {
    const { backupFolder } = await this.store.read(loadSettings);
    if (backupFolder === null) return;
    try {
      copyBackup(this.folder, name, backupFolder, this.now());
      this.pictures.copyTo(picturesOf(backupFolder));
    } catch (error) {
      this.#troubled(`The last backup could not be copied to ${backupFolder}`, error);
    }
  }

  #troubled(what: string, error: unknown): void {
    this.#trouble = `${what}: ${error instanceof Error ? error.message : String(error)}.`;
    this.log.error({ err: error }, what);
  }

  all(): Backups {
    return {
      folder: this.folder,
      has: countsIn(this.database),
      trouble: this.#trouble,
      backups: backupsIn(this.folder).map((head) => ({ ...head, ...lookInto(this.folder, head.name) })),
    };
  }

  /**
   * The household of a backup in a database of this version, ready to be taken in; `clean` throws it away again. Throws
   * a Problem for a backup that is not there or cannot be opened.
   */
  async open(name: string): Promise<{ file: string; clean: () => void }> {
    const backup = join(this.folder, name);
    // Only what is one by its name: no path leads out of the folder.
    if (backupHead(name) === null || !existsSync(backup)) throw notFound('This backup');
    return openCopy(backup, join(this.folder, 'restoring'));
  }

  async close(): Promise<void> {
    if (this.#timer) clearInterval(this.#timer);
    await this.#making;
  }
}

/**
 * A copy of a database in a folder of its own, brought to this version. Throws an invalid Problem, in words, for one
 * that cannot be opened.
 */
export async function openCopy(database: string, folder: string): Promise<{ file: string; clean: () => void }> {
  const clean = (): void => rmSync(folder, { recursive: true, force: true });
  clean();
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'household.sqlite');
  try {
    copyFileSync(database, file);
    const why = whyNotOpened(file);
    if (why !== null) throw invalidField('name', why.replaceAll(file, database));
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
  try {
    accessSync(`${folder}/`, constants.W_OK);
  } catch {
    throw invalidField(
      'backupFolder',
      `The folder ${folder} is not there, or cannot be written. Make it first, or choose another.`,
    );
  }
}
