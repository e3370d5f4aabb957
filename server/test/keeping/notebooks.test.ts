import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import yazl from 'yazl';
import type { ImportState } from '../../../contract/keeping/archive';
import type { NotebookState } from '../../../contract/keeping/notebook';
import type { BagPage, Shelf } from '../../../contract/shelf/shelf';
import type { Taster } from '../../../contract/table/taster';
import { TestServer, TODAY } from '../support/running';

/** A file is looked at meanwhile; a slow machine takes its time. */
const PATIENTLY = { timeout: 30_000, interval: 20 };

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

/** Sends a file, and waits until it was looked at. */
async function sent(file: Uint8Array, name: string): Promise<ImportState> {
  const { body } = await server.upload(`/imports?name=${encodeURIComponent(name)}`, file);
  const { id } = body as { id: string };
  return vi.waitFor(async () => {
    const state = await server.ok<ImportState>('GET', `/imports/${id}`);
    expect(state.stage).not.toBe('checking');
    return state;
  }, PATIENTLY);
}

async function looked(name: string): Promise<NotebookState> {
  const { id } = await sent(readFileSync(`demo/notebooks/${name}`), name);
  return server.ok('GET', `/imports/${id}/notebook`);
}

const sumOf = ({ counts }: NotebookState): number =>
  counts.headings + counts.blank + counts.leftOut + counts.duplicates + counts.problems + counts.brews;

const shelf = (finished = 'no'): Promise<Shelf> => server.ok('GET', `/shelf?today=${TODAY}&finished=${finished}`);
async function pageOf(name: string): Promise<BagPage> {
  const bag = [...(await shelf()).lanes, ...(await shelf('yes')).lanes].find((one) => one.name === name);
  return server.ok('GET', `/bags/${bag?.id}?today=${TODAY}`);
}

describe('four notebooks kept by hand', () => {
  it.each([
    ['decimal-commas.csv', { rows: 15, headings: 3, blank: 1, duplicates: 1, problems: 0, brews: 10 }],
    ['fahrenheit-and-ounces.csv', { rows: 9, headings: 1, blank: 0, duplicates: 0, problems: 0, brews: 8 }],
    ['out-of-five.xlsx', { rows: 10, headings: 4, blank: 0, duplicates: 0, problems: 0, brews: 6 }],
    ['line-breaks.csv', { rows: 7, headings: 1, blank: 0, duplicates: 0, problems: 0, brews: 6 }],
  ])('%s is read right as it is guessed, with no row lost', async (name, counts) => {
    const state = await looked(name);
    expect(state.counts).toMatchObject(counts);
    expect(sumOf(state)).toBe(state.counts.rows);
    expect(state.doubts).toEqual([]);
    const taken = await server.ok<{ brews: number }>('POST', `/imports/${state.id}/brews`);
    expect(taken.brews).toBe(counts.brews);
  });

  it('stand in the log as they were written', async () => {
    const commas = await pageOf('Nebelhang');
    expect(commas.bag).toMatchObject({
      roaster: 'Rösterei Nebelkrug',
      roastedOn: '2025-01-27',
      finishedOn: '2025-02-22',
    });
    expect(commas.brews).toHaveLength(6);
    expect(commas.brews[1]).toMatchObject({
      restDay: 20,
      brewer: 'cone',
      doseG: 16.5,
      waterG: 264,
      waterC: 91.5,
      drainS: 158,
      making: { grinderSetting: 18 },
      cup: { scoringScale: 'mark10', mark: 8.4, remarks: 'So soll er sein.' },
    });
    expect(commas.brews[1]?.cup.descriptors.map(({ typed }) => typed)).toEqual(['Quitte', 'Nektarine', 'Honig']);

    const ounces = await pageOf('Gull Point');
    expect(ounces.bag).toMatchObject({ weightG: 340.19, scoringScale: 'parts', roastedOn: '2025-02-20' });
    expect(ounces.brews.map(({ style }) => style)).toEqual(['filter', 'espresso', 'filter', 'filter', 'filter']);
    expect(ounces.brews[1]).toMatchObject({ doseG: 18.43, waterG: 36.85, waterC: 93.33, drainS: 29, restDay: 29 });
    expect(ounces.brews[1]?.score).toBe(81);

    const five = await pageOf('Lantern Hill');
    expect(five.brews[0]).toMatchObject({
      brewer: 'thick-paper carafe',
      cup: { mark: 4, aroma: 8, acidity: 7, body: 7 },
    });
    expect(five.brews[0]?.score).toBe(80);

    const lines = await pageOf('Cloud Stair');
    expect(lines.bag.roastedOn).toBe('2025-05-04');
    expect(lines.brews.at(-1)?.cup.remarks).toBe('قهوة حامضة قليلاً\nbut it opens as it cools ☕️');
    expect(lines.brews.at(-2)?.cup.descriptors.map(({ typed }) => typed)).toEqual(['fig', 'quince 🍐']);
    const tasters = await server.ok<Taster[]>('GET', '/tasters');
    expect(tasters.map(({ name, cups }) => [name, cups])).toEqual([
      ['Ada', 2],
      ['Noor', 4],
    ]);
  });

  it('brought in again bring nothing twice, and are read as they were before', async () => {
    const state = await looked('out-of-five.xlsx');
    expect(state).toMatchObject({ isRemembered: true, counts: { duplicates: 6, brews: 0 } });
    expect(await server.refused('POST', `/imports/${state.id}/brews`)).toMatchObject({ status: 409 });
  });
});

describe('a table that was brought in', () => {
  it('is taken back as a whole, but for what was brewed since, and brought back', async () => {
    const text = 'Date,Coffee,Roasted,Score\n2026-02-10,Undo Hill,2026-02-01,8\n2026-02-12,Stay Hill,2026-02-01,7\n';
    const { id } = await sent(Buffer.from(text), 'two.csv');
    const taken = await server.ok<{ id: string }>('POST', `/imports/${id}/brews`);
    const stay = await pageOf('Stay Hill');
    await server.addBrew(stay.bag.id);
    const names = async (): Promise<string[]> => (await shelf()).lanes.map(({ name }) => name).sort();

    await server.ok('DELETE', `/notebooks/${taken.id}`);
    expect(await names()).toEqual(['Stay Hill']);
    expect((await pageOf('Stay Hill')).brews).toHaveLength(1);
    const [line] = await server.ok<{ undoneOn: string | null; brews: number }[]>('GET', '/notebooks');
    expect(line).toMatchObject({ undoneOn: TODAY, brews: 2 });
    await server.ok('POST', `/notebooks/${taken.id}/restore`);
    expect(await names()).toEqual(['Stay Hill', 'Undo Hill']);
    expect((await pageOf('Stay Hill')).brews).toHaveLength(2);
  });

  it('is all or nothing: where one row is refused, none is kept', async () => {
    const bagId = await server.addBag({ name: 'Agreed Hill', agreedWords: 'quince' });
    const text =
      'Date,Coffee,Roasted,Score,Notes\n2026-02-20,Agreed Hill,2026-02-05,8,quince\n2026-02-21,Agreed Hill,2026-02-05,8,fig\n';
    const { id } = await sent(Buffer.from(text), 'agreed.csv');
    const refused = await server.refused('POST', `/imports/${id}/brews`);
    expect(refused.message).toMatch(/^Row 3: .*not among the words agreed on/);
    expect((await server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`)).brews).toEqual([]);
  });

  it('is read otherwise when told to', async () => {
    const text = 'Date,Coffee,Roasted,Score,What\n3/2/2026,Other Hill,1/2/2026,8,x\n4/2/2026,Other Hill,1/2/2026,8,y\n';
    const { id } = await sent(Buffer.from(text), 'other.csv');
    const first = await server.ok<NotebookState>('GET', `/imports/${id}/notebook`);
    expect(first.doubts).toHaveLength(1);
    expect(first.first.map(({ brewedAt }) => brewedAt.slice(0, 10))).toEqual(['2026-02-03', '2026-02-04']);
    expect(first.mapping.reading.columns[4]?.field).toBeNull();
    const columns = first.mapping.reading.columns.map((column, i) =>
      i === 4 ? { field: 'remarks', unit: '' } : column,
    );
    const mapping = { ...first.mapping, reading: { ...first.mapping.reading, columns } };
    const second = await server.ok<NotebookState>('PUT', `/imports/${id}/notebook`, mapping);
    expect(second.first.map(({ remarks }) => remarks)).toEqual(['x', 'y']);
    const wrong = { ...mapping, recordedFrom: 'hearsay' };
    expect((await server.refused('PUT', `/imports/${id}/notebook`, wrong)).fields[0]?.path).toBe('recordedFrom');
  });
});

describe('a file that is no table', () => {
  const why = async (file: Uint8Array): Promise<string | undefined> =>
    (await sent(file, 'x')).preview?.problems[0]?.message;
  const zipOf = async (entries: Readonly<Record<string, Buffer>>): Promise<Buffer> => {
    const zip = new yazl.ZipFile();
    for (const [name, content] of Object.entries(entries)) zip.addBuffer(content, name);
    zip.end();
    const pieces: Buffer[] = [];
    for await (const piece of zip.outputStream) pieces.push(piece as Buffer);
    return Buffer.concat(pieces);
  };

  it('is refused in words', async () => {
    expect(await why(Buffer.from(''))).toContain('no rows');
    expect(await why(Buffer.from('a\0b,c'))).toContain('neither a table nor an archive');
    expect(await why(Buffer.from('a,b\n'.repeat(5001)))).toContain('5000 can be brought in at once');
    expect(await why(Buffer.from(`a${','.repeat(300)}`))).toContain('more than 200 columns');
    expect(await why(Buffer.from(`a,${'x'.repeat(20_001)}`))).toContain('more than 20000 characters');
    expect(await why(await zipOf({ 'xl/workbook.xml': Buffer.from('<x') }))).toContain('cannot be read');
  });

  it('cannot unpack to more than there is room for', async () => {
    const bomb = await zipOf({ 'xl/workbook.xml': Buffer.alloc(70 * 1024 * 1024) });
    expect(bomb.length).toBeLessThan(1_000_000);
    expect(await why(bomb)).toContain('larger than any notebook');
    // The size it claims, in the directory at its end, is not the size it has.
    const lying = Buffer.from(bomb);
    lying.writeUInt32LE(1000, lying.indexOf(Buffer.from([0x50, 0x4b, 1, 2])) + 24);
    expect(await why(lying)).toContain('cannot be read');
  });
});

it('a table that is killed on its way in leaves all of it or nothing', { timeout: 60_000 }, async () => {
  const folder = mkdtempSync(join(tmpdir(), 'slow-crest-bringing-'));
  const found = new Set<number>();
  for (const ms of [60, 240, null]) {
    const file = join(folder, `${ms}.sqlite`);
    const child = spawn(process.execPath, ['--import', 'tsx', 'server/test/children/bringing.ts', file], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await once(child.stdout, 'data');
    if (ms === null) await once(child.stdout, 'data');
    else await new Promise((resolve) => setTimeout(resolve, ms));
    child.kill('SIGKILL');
    await once(child, 'exit');
    const db = new Database(file);
    const count = (table: string): unknown => db.prepare(`SELECT COUNT(*) FROM ${table}`).pluck().get();
    const counts = ['brew', 'cup', 'bag', 'notebook_import', 'notebook_mapping'].map(count);
    db.close();
    expect([
      [0, 0, 0, 0, 0],
      [200, 200, 10, 1, 1],
    ]).toContainEqual(counts);
    found.add(Number(counts[0]));
  }
  expect(found).toContain(200);
  rmSync(folder, { recursive: true, force: true });
});
