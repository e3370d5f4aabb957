import { existsSync } from 'node:fs';
import { setImmediate } from 'node:timers/promises';
import { Mutex } from 'async-mutex';
import type Database from 'better-sqlite3';
import { DataSource, QueryFailedError, type EntityManager } from 'typeorm';
import { insertAddedRows } from './keeping/addedRows';
import { withAttached } from './attach';
import { DatabaseFiles } from './keeping/databaseFiles';
import { ENTITIES } from './entities';
import { MIGRATIONS } from './migrations';
import { rescuedFile } from './keeping/rescue';
import { StorageProblem, storageProblem } from './storageProblem';

/**
 * The one way to the database. SQLite has one connection here, so everything takes its turn: a read never sees half of
 * a write, and two requests never share a transaction.
 */
export interface Store {
  read<T>(work: (db: EntityManager) => Promise<T>): Promise<T>;
  /**
   * All of `work` is kept, or none of it. Resolves only when what was written is on disk in the file that anyone else
   * would open. Throws a disk-full or storage Problem where the disk does not take it; a later write may be taken
   * again.
   */
  write<T>(work: (db: EntityManager) => Promise<T>): Promise<T>;
  /**
   * Puts the rows of another database of the same version in the place of one's own, table by table: all of them, or
   * none. What stays and refers to rows that are gone goes as well.
   *
   * @param before what is done first, in the same turn: nobody writes between the two
   */
  replaceTables(other: string, tables: readonly string[], before?: () => Promise<void>): Promise<void>;
  /** Adds the rows kept in a file of `keepAddedRows`, table by table: all of them, or none. */
  addRowsOf(added: string, tables: readonly string[]): Promise<void>;
  close(): Promise<void>;
}

/** What a test may put in place of the real thing: a driver that fails when told to. */
export interface StoreParts {
  driver?: typeof Database;
}

/** How long another program's lock is waited for, ms. */
const PATIENCE_MS = 5000;

const PUT_BACK = 'Put it back where it was, or stop Slow Crest and start it again.';

/**
 * Opens (and where needed creates and migrates) the database in `file`; its folder must be there. Throws where it
 * cannot be written.
 */
export async function openStore(file: string, parts: StoreParts = {}): Promise<Store> {
  const store = new SqliteStore(file, parts);
  await store.open();
  return store;
}

/** A connection as the ORM and as its driver know it. */
interface Connection {
  source: DataSource;
  raw: Database.Database;
}

class SqliteStore implements Store {
  readonly #turns = new Mutex();
  /** Null while there is no connection that can be trusted; the next one who asks opens it. */
  #connection: Connection | null = null;
  #files: DatabaseFiles;
  /** Where what was saved went when the database was deleted or replaced under us; null while it was not. */
  #rescued: { file: string | null } | null = null;

  constructor(
    private readonly file: string,
    private readonly parts: StoreParts,
  ) {
    this.#files = new DatabaseFiles(file);
  }

  async open(): Promise<void> {
    await this.#connect({ isFirst: true });
  }

  read<T>(work: (db: EntityManager) => Promise<T>): Promise<T> {
    return this.#inTurn(async ({ source }) => work(source.manager));
  }

  write<T>(work: (db: EntityManager) => Promise<T>): Promise<T> {
    return this.#inTurn(async (connection) => {
      const result = await (await this.#inPlace(connection)).source.transaction(work);
      await this.#inPlace(connection);
      return result;
    });
  }

  replaceTables(other: string, tables: readonly string[], before?: () => Promise<void>): Promise<void> {
    return this.#inTurn(async (connection) => {
      const here = await this.#inPlace(connection);
      await before?.();
      replaceTables(here.raw, other, tables);
      await this.#inPlace(here);
    });
  }

  addRowsOf(added: string, tables: readonly string[]): Promise<void> {
    return this.#inTurn(async (connection) => {
      const here = await this.#inPlace(connection);
      insertAddedRows(here.raw, added, tables);
      await this.#inPlace(here);
    });
  }

  close(): Promise<void> {
    return this.#turns.runExclusive(() => this.#disconnect());
  }

  /**
   * Runs `work` alone on a connection that is outside any transaction before and after, whatever goes wrong in between.
   */
  #inTurn<T>(work: (connection: Connection) => Promise<T>): Promise<T> {
    return this.#turns.runExclusive(async () => {
      // The driver answers without ever waiting: between two turns everything else gets its own.
      await setImmediate();
      try {
        return await work(this.#connection ?? (await this.#reconnect()));
      } catch (error) {
        // A statement that failed may leave the driver and the ORM disagreeing on where they are: only a new connection
        // is known to be outside.
        if (error instanceof QueryFailedError) await this.#disconnect();
        throw storageProblem(error, this.file) ?? error;
      } finally {
        // So may a ROLLBACK that failed, of which the error says nothing.
        if (this.#connection && !isOutside(this.#connection)) await this.#disconnect();
      }
    });
  }

  /**
   * A connection to the files anyone else would open. Throws where they are gone, so that nothing is acknowledged that
   * only this process could read.
   */
  async #inPlace(connection: Connection): Promise<Connection> {
    const state = this.#files.state();
    if (state === 'there') {
      this.#rescued = null;
      return connection;
    }
    if (state === 'journal missing') {
      // What the deleted journal held is still at hand: into the database with it, and a new journal begun.
      const [outcome] = connection.raw.pragma('wal_checkpoint(TRUNCATE)') as { busy: number }[];
      if (outcome?.busy !== 0)
        throw new StorageProblem(
          'storage',
          `The journal of the database ${this.file} was deleted while Slow Crest was running, and another program holds the database.`,
          'It goes on when that program lets go.',
        );
      await this.#disconnect();
      return this.#connect();
    }
    this.#rescued ??= { file: this.#rescue(connection) };
    const where =
      this.#rescued.file === null
        ? 'What was saved in it could not be written elsewhere'
        : `All that was saved in it is kept in ${this.#rescued.file}`;
    throw new StorageProblem(
      'storage',
      `The database ${this.file} was deleted, moved or replaced while Slow Crest was running.`,
      `${where}. ${PUT_BACK}`,
    );
  }

  #rescue({ raw }: Connection): string | null {
    try {
      const to = rescuedFile(this.file, new Date());
      raw.prepare('VACUUM INTO ?').run(to);
      return to;
    } catch {
      return null;
    }
  }

  /**
   * Opens the database again, unless somebody took it away: an empty one in its place would look as if all were lost.
   */
  async #reconnect(): Promise<Connection> {
    if (!existsSync(this.file))
      throw new StorageProblem('storage', `The database ${this.file} is not there any more.`, PUT_BACK);
    return this.#connect();
  }

  async #connect({ isFirst } = { isFirst: false }): Promise<Connection> {
    const opened: Database.Database[] = [];
    const source = new DataSource({
      type: 'better-sqlite3',
      database: this.file,
      entities: ENTITIES,
      migrations: MIGRATIONS,
      migrationsRun: true,
      enableWAL: true,
      timeout: PATIENCE_MS,
      ...(this.parts.driver ? { driver: this.parts.driver } : {}),
      prepareDatabase: (db: Database.Database) => {
        opened.push(db);
        db.pragma('synchronous = FULL');
        db.pragma('foreign_keys = ON');
        // Written for nothing, so that a file that takes no writes is found before anyone relies on it. Later on a full
        // disk must not keep anyone from reading.
        if (isFirst) db.pragma(`user_version = ${String(db.pragma('user_version', { simple: true }))}`);
      },
    });
    try {
      await source.initialize();
    } catch (error) {
      // The ORM lets go of a connection only when it came to know it.
      opened[0]?.close();
      throw error;
    }
    this.#files = new DatabaseFiles(this.file);
    const [raw] = opened;
    if (!raw) throw new Error('The driver has opened nothing');
    this.#connection = { source, raw };
    return this.#connection;
  }

  async #disconnect(): Promise<void> {
    const connection = this.#connection;
    this.#connection = null;
    if (connection === null) return;
    try {
      await connection.source.destroy();
    } catch {
      // A connection that cannot even be closed is let go; its transaction, never acknowledged, is rolled back by the
      // next to open the file.
    }
  }
}

function replaceTables(db: Database.Database, other: string, tables: readonly string[]): void {
  // What waits in the other's journal is read, not written: only one file changes, so it changes whole.
  withAttached(db, { other }, () => {
    // Nothing goes with what is replaced; what refers to what is looked at once all is there.
    db.pragma('foreign_keys = OFF');
    const replaced = db.transaction(() => {
      for (const table of tables) db.exec(`DELETE FROM main."${table}"`);
      for (const table of tables) {
        const columns = db.pragma(`main.table_info("${table}")`) as { name: string }[];
        const named = columns.map(({ name }) => `"${name}"`).join(', ');
        db.exec(`INSERT INTO main."${table}" (${named}) SELECT ${named} FROM other."${table}"`);
      }
      db.exec('DELETE FROM main.seat_secret WHERE "seatId" NOT IN (SELECT id FROM main.sitting_seat)');
      const [dangling] = db.pragma('main.foreign_key_check') as { table: string; parent: string }[];
      if (dangling) throw new Error(`A row of ${dangling.table} refers to none of ${dangling.parent}`);
    });
    try {
      replaced.immediate();
    } finally {
      db.pragma('foreign_keys = ON');
    }
  });
}

/** Reads a household in a file, whoever is writing it; for processes that are not its server. */
export async function readHousehold<T>(file: string, work: (db: EntityManager) => Promise<T>): Promise<T> {
  const source = new DataSource({ type: 'better-sqlite3', database: file, entities: ENTITIES, readonly: true });
  await source.initialize();
  try {
    return await work(source.manager);
  } finally {
    await source.destroy();
  }
}

/** Whether driver and ORM agree that no transaction is open. */
function isOutside({ source, raw }: Connection): boolean {
  return !raw.inTransaction && !source.createQueryRunner().isTransactionActive;
}
