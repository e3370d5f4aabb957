import { statSync } from 'node:fs';

/** Which file on disk a name stood for: device and inode, or null where there was none. */
type Identity = string | null;

function identityOf(path: string): Identity {
  try {
    const { dev, ino } = statSync(path, { bigint: true });
    return `${dev}:${ino}`;
  } catch {
    return null;
  }
}

/** What happened to the files of a database while it was open. */
export type FilesState = 'there' | 'moved' | 'journal missing';

/**
 * Remembers which files a database was opened with. A process goes on writing into a file that was deleted or replaced
 * under its name, and nobody else ever reads that: so before anything is acknowledged the names are looked at again.
 */
export class DatabaseFiles {
  readonly #database: Identity;
  readonly #journal: Identity;

  /** @param file the database, open and written to once, so that its write-ahead journal is there */
  constructor(private readonly file: string) {
    this.#database = identityOf(file);
    this.#journal = identityOf(`${file}-wal`);
  }

  state(): FilesState {
    if (identityOf(this.file) !== this.#database) return 'moved';
    const journal = identityOf(`${this.file}-wal`);
    if (journal === this.#journal) return 'there';
    return journal === null ? 'journal missing' : 'moved';
  }
}
