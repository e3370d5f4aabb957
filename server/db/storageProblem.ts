import { statfsSync } from 'node:fs';
import { dirname } from 'node:path';
import { Problem } from '../../application/problem';

/** Less room than this, bytes, and a disk takes no more writes of ours. */
const NO_ROOM = 1024 * 1024;

const KEPT =
  'Nothing of this change was saved; everything saved before is safe, and what you wrote stays in this browser.';

/** The storage did not take something: what is wrong, and what can be done. The same can be sent again later. */
export class StorageProblem extends Problem {
  constructor(
    code: 'disk-full' | 'storage',
    readonly what: string,
    readonly advice: string,
  ) {
    super(code, `${what} ${KEPT} ${advice}`);
  }
}

/** The code SQLite gave, wherever the ORM put it; empty for an error of another kind. */
export function sqliteCode(error: unknown): string {
  if (typeof error !== 'object' || error === null) return '';
  if ('code' in error && typeof error.code === 'string' && error.code.startsWith('SQLITE_')) return error.code;
  return 'driverError' in error ? sqliteCode(error.driverError) : '';
}

/**
 * What to tell the person when the database could not be written or read; null for an error that is not the storage's.
 */
export function storageProblem(error: unknown, file: string): StorageProblem | null {
  const code = sqliteCode(error);
  if (code === 'SQLITE_FULL' || (code.startsWith('SQLITE_IOERR') && isFull(file)))
    return new StorageProblem(
      'disk-full',
      `The disk that holds ${file} is full.`,
      'Make some room: Slow Crest then goes on by itself.',
    );
  if (/^SQLITE_(CORRUPT|NOTADB)/.test(code))
    return new StorageProblem(
      'storage',
      `The database ${file} is damaged.`,
      'Stop Slow Crest and start it again: it then says what is damaged and what can be done.',
    );
  if (/^SQLITE_(BUSY|LOCKED)/.test(code))
    return new StorageProblem(
      'storage',
      `Another program holds the database ${file}.`,
      'It goes on when that program lets go.',
    );
  if (/^SQLITE_(IOERR|READONLY|CANTOPEN|PROTOCOL|NOMEM)/.test(code))
    return new StorageProblem(
      'storage',
      `The database ${file} cannot be written at the moment (${code}).`,
      'It goes on when the disk can be written again.',
    );
  return null;
}

/** The same of a file beside the database: a picture, a file on its way in, a backup. Null for any other error. */
export function fileProblem(error: unknown): StorageProblem | null {
  const code = error instanceof Error && 'code' in error ? error.code : '';
  if (code === 'ENOSPC' || code === 'EDQUOT' || sqliteCode(error) === 'SQLITE_FULL')
    return new StorageProblem('disk-full', 'The disk is full.', 'Make some room and try again.');
  if (code === 'EROFS' || code === 'EACCES' || code === 'EIO' || code === 'EMFILE' || code === 'ENFILE')
    return new StorageProblem(
      'storage',
      `A file cannot be written or read at the moment (${code}).`,
      'Try again later.',
    );
  return null;
}

/**
 * Whether the disk of a file has no room left. A file-size limit of the machine looks the same to SQLite and is not
 * told apart.
 */
export function isFull(file: string): boolean {
  try {
    const { bavail, bsize } = statfsSync(dirname(file));
    return bavail * bsize < NO_ROOM;
  } catch {
    return false;
  }
}
