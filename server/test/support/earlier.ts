import { DataSource } from 'typeorm';
import { MIGRATIONS } from '../../db/migrations';

/** A database as an earlier version had it: made by the first so many migrations. */
export function databaseOf(file: string, migrations: number): Promise<DataSource> {
  return new DataSource({
    type: 'better-sqlite3',
    database: file,
    entities: [],
    migrations: MIGRATIONS.slice(0, migrations),
    migrationsRun: true,
  }).initialize();
}
