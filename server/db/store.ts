import { Mutex } from 'async-mutex';
import { DataSource, type EntityManager } from 'typeorm';
import { ENTITIES } from './entities';
import { MIGRATIONS } from './migrations';

/**
 * The one way to the database. SQLite has one connection here, so everything takes its turn: a read never sees half of
 * a write, and two requests never share a transaction.
 */
export interface Store {
  read<T>(work: (db: EntityManager) => Promise<T>): Promise<T>;
  /** All of `work` is kept, or none of it. */
  write<T>(work: (db: EntityManager) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** Opens (and where needed creates and migrates) the database in `file`; its folder must be there. */
export async function openStore(file: string): Promise<Store> {
  const source = new DataSource({
    type: 'better-sqlite3',
    database: file,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsRun: true,
    enableWAL: true,
    prepareDatabase: (db: { pragma(statement: string): void }) => {
      db.pragma('synchronous = FULL');
      db.pragma('foreign_keys = ON');
    },
  });
  await source.initialize();
  const turns = new Mutex();
  return {
    read: (work) => turns.runExclusive(() => work(source.manager)),
    write: (work) => turns.runExclusive(() => source.transaction(work)),
    close: () => turns.runExclusive(() => source.destroy()),
  };
}
