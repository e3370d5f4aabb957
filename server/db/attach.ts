import type Database from 'better-sqlite3';

/** Runs `work` with other database files attached under their names, and detaches them whatever happens. */
export function withAttached(db: Database.Database, files: Readonly<Record<string, string>>, work: () => void): void {
  const attached: string[] = [];
  try {
    for (const [name, file] of Object.entries(files)) {
      db.prepare(`ATTACH ? AS "${name}"`).run(file);
      attached.push(name);
    }
    work();
  } finally {
    for (const name of attached) db.exec(`DETACH "${name}"`);
  }
}
