import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openStore } from '../../server/db/store';
import { runIsolated } from '../../server/isolated/run';
import { HOSTILE_ARCHIVES, HOSTILE_SPREADSHEETS, HOSTILE_TABLES, pngOf } from '../hostileFiles';
import type { lookAtFile } from '../../server/archive/look';
import type { lookAtTable } from '../../server/notebook/reading';
import type { readPicture } from '../../server/pictures/reencode';

const folder = mkdtempSync(join(tmpdir(), 'slow-crest-hostile-'));
const database = join(folder, 'slow-crest.sqlite');
beforeAll(async () => (await openStore(database)).close());
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const MOST_MB = 300;
/** Where the system does not tell, memory is not looked at. */
const isTold = process.platform === 'linux';

/** Runs something and tells the most memory any process it started had, MB. */
async function watched<T>(work: () => Promise<T>): Promise<{ came: T | Error; peakMb: number }> {
  let peak = 0;
  const look = setInterval(() => {
    const children = readFileSync(`/proc/${process.pid}/task/${process.pid}/children`, 'utf8')
      .split(' ')
      .filter(Boolean);
    for (const child of children) {
      try {
        const status = readFileSync(`/proc/${child}/status`, 'utf8');
        peak = Math.max(peak, Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024);
      } catch {
        // It has ended meanwhile.
      }
    }
  }, 20);
  if (!isTold) clearInterval(look);
  const came = await work().catch((error: unknown) => error as Error);
  clearInterval(look);
  return { came, peakMb: peak };
}

let count = 0;
async function looked(content: Buffer | string) {
  const to = join(folder, String(count++));
  mkdirSync(to);
  writeFileSync(join(to, 'file'), content);
  const { came, peakMb } = await watched(() =>
    runIsolated<typeof lookAtFile>('lookAtFile', { file: join(to, 'file'), folder: to, database }),
  );
  expect(peakMb).toBeLessThan(MOST_MB);
  return { came, to };
}

describe('a file that asks for gigabytes', () => {
  it.each(Object.entries(HOSTILE_SPREADSHEETS))('spreadsheet: %s', async (_, make) => {
    const { came } = await looked(await make());
    if (came instanceof Error) expect(came.message).toMatch(/\.$/);
    else expect(came).toMatchObject({ kind: 'table' });
  });

  it.each(Object.entries(HOSTILE_ARCHIVES))('archive: %s', async (_, make) => {
    const { came } = await looked(await make());
    expect(came).toMatchObject({ kind: 'archive', archive: { brings: null } });
  });

  it('is read as a picture within the same memory', async () => {
    for (const png of [pngOf(9000, 6600), pngOf(30_000, 30_000, 1)]) {
      const [file, to] = [join(folder, 'picture'), join(folder, 'picture.jpg')];
      writeFileSync(file, png);
      const { came, peakMb } = await watched(() => runIsolated<typeof readPicture>('readPicture', { file, to }));
      expect(peakMb).toBeLessThan(MOST_MB);
      if (came instanceof Error) expect(came.message).toContain('more pixels');
      else expect(came).toMatchObject({ width: 2000 });
    }
  });
});

describe('a table that would hold a reader up', () => {
  it.each(Object.entries(HOSTILE_TABLES))('%s', async (_, make) => {
    const { came, to } = await looked(make());
    if (came instanceof Error || came.kind !== 'table') throw new Error('It was read as a table no longer');
    const begun = performance.now();
    const { mapping } = came.table;
    const input = { folder: to, database, mapping, now: new Date('2026-03-01T12:00:00Z') };
    const state = await runIsolated<typeof lookAtTable>('lookAtTable', input);
    expect(state.counts.rows).toBeGreaterThan(1);
    // A reader whose time grows with the square of a text takes minutes.
    expect(performance.now() - begun).toBeLessThan(30_000);
  });
});
