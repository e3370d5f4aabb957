import { existsSync, readdirSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';

/** Copies of a database that was deleted or replaced while it was open, made by whoever had it open. */

const MARK = '.rescued-';

/** A name that is not taken for such a copy, beside the database. */
export function rescuedFile(database: string, now: Date): string {
  const stamp = now.toISOString().slice(0, 19).replaceAll(/[-:]/g, '').replace('T', '-');
  const name = `${database}${MARK}${stamp}`;
  let file = `${name}.sqlite`;
  for (let i = 2; existsSync(file); i++) file = `${name}-${i}.sqlite`;
  return file;
}

/** The newest copy beside a database; null where there is none. */
export function newestRescued(database: string): string | null {
  const folder = dirname(database);
  const names = existsSync(folder)
    ? readdirSync(folder).filter((name) => name.startsWith(basename(database) + MARK) && name.endsWith('.sqlite'))
    : [];
  const newest = names.sort().at(-1);
  return newest === undefined ? null : join(folder, newest);
}
