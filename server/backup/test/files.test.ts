import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setImmediate } from 'node:timers/promises';
import Database from 'better-sqlite3';
import { expect, it } from 'vitest';
import { openStore } from '../../db/store';
import { makeBackup } from '../files';

it('a backup is done while somebody writes without a pause', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'slow-crest-backup-'));
  const file = join(folder, 'slow-crest.sqlite');
  const store = await openStore(file);
  const write = (text: string): Promise<unknown> =>
    store.write((db) => db.query('INSERT OR REPLACE INTO session VALUES (?, ?, 0)', ['token', text]));
  // More pages than are copied at a time, or no write could come in between.
  await write('x'.repeat(4_000_000));
  const made: string[] = [];
  const making = makeBackup(file, folder, 'asked', new Date()).then((name) => made.push(name));
  let writes = 0;
  while (made.length === 0 && writes < 300) {
    await write('y'.repeat(4_000_000 + (writes++ % 2)));
    await setImmediate();
  }
  const whileWriting = [...made];
  await making;
  await store.close();
  const copy = new Database(join(folder, made[0] ?? ''), { readonly: true });
  expect(copy.pragma('integrity_check', { simple: true })).toBe('ok');
  copy.close();
  rmSync(folder, { recursive: true, force: true });
  expect(whileWriting).toHaveLength(1);
  expect(writes).toBeLessThan(100);
});
