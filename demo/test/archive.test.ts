import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import fc from 'fast-check';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { archive, ARCHIVE_VERSION, archiveRows, type CollectionName } from '../../contract/archive';
import { fillStore } from '../fill';
import { bagDraft, brewDraft, TODAY } from '../../server/test/running';
import { PUBLISHED_SCHEMAS } from '../../application/publishedSchemas';
import { bagInput } from '../../contract/bag';
import { brewInput } from '../../contract/brew';
import { addBag } from '../../server/db/bags';
import { addBrew } from '../../server/db/brews';
import { ENTITIES } from '../../server/db/entities';
import { openStore } from '../../server/db/store';
import { NOT_ARCHIVED, TABLES } from '../../server/archive/collections';
import { fillFrom } from '../../server/archive/fill';
import { HOUSEHOLD_TABLES } from '../../server/archive/household';
import { unpackPictures } from '../../server/archive/pictures';
import { readArchive, UnreadableFile, type ReadArchive } from '../../server/archive/read';
import { csvOf, SHEETS, type SpreadsheetTable } from '../../server/archive/sheets';
import { snapshotOf } from '../../server/archive/snapshot';
import { archiveText, archiveZip } from '../../server/archive/write';
import { PictureShelf } from '../../server/pictures/shelf';

const NO_ONE_WATCHES = { on: () => undefined, signal: new AbortController().signal };
const WRITTEN = '2026-03-01T12:00:00.000Z';
let folder: string;
let demo: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'slow-crest-archive-'));
  demo = join(folder, 'demo.sqlite');
  const store = await openStore(demo);
  await fillStore(store, TODAY);
  await store.close();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function textOf(database: string): Promise<string> {
  const snapshot = snapshotOf(database);
  let text = '';
  for await (const piece of archiveText(snapshot, WRITTEN)) text += piece;
  snapshot.close();
  return text;
}

let count = 0;
const fresh = (ending: string): string => join(folder, `${++count}.${ending}`);

function written(content: string | Buffer): string {
  const file = fresh('json');
  writeFileSync(file, content);
  return file;
}

/** The demo's archive with a change made to it, read again. */
async function changed(change: (collections: Record<string, Record<string, unknown>[]>) => void): Promise<ReadArchive> {
  const document = JSON.parse(await textOf(demo)) as { collections: Record<string, Record<string, unknown>[]> };
  change(document.collections);
  return readArchive(written(JSON.stringify(document)), NO_ONE_WATCHES);
}

/** Takes an archive in as the application does, into a household of its own; answers with its database. */
async function takenIn(file: string): Promise<string> {
  const [filled, here] = [fresh('sqlite'), fresh('sqlite')];
  const read = await readArchive(file, NO_ONE_WATCHES);
  expect([read.problems, await fillFrom(read, filled, NO_ONE_WATCHES)]).toEqual([[], []]);
  const store = await openStore(here);
  await store.replaceTables(filled, HOUSEHOLD_TABLES);
  await store.close();
  return here;
}

describe('an archive', () => {
  it('holds every column of every table, but for what is worked out again and who is signed in', () => {
    const archived = new Set(TABLES.map(({ name }) => name));
    const left = new Set(NOT_ARCHIVED.map(({ options }) => options.name));
    for (const { options } of ENTITIES)
      expect(archived.has(options.name) !== left.has(options.name), options.name).toBe(true);
    for (const { collection, columns } of TABLES)
      expect(Object.keys(archiveRows[collection].shape).sort(), collection).toEqual(
        columns.map(({ name }) => name).sort(),
      );
  });

  it('comes back as it was, to the byte, as a zip and as plain JSON', async () => {
    const before = await textOf(demo);
    expect(archive.safeParse(JSON.parse(before)).error).toBeUndefined();
    const zip = fresh('zip');
    await pipeline(
      archiveZip(demo, new PictureShelf(join(folder, 'pictures')), new Date(WRITTEN)),
      createWriteStream(zip),
    );
    for (const file of [written(before), zip]) expect(await textOf(await takenIn(file))).toBe(before);
  });

  it('is whole for whoever takes it slowly, piece by piece', async () => {
    let bytes = 0;
    for await (const piece of archiveZip(demo, new PictureShelf(join(folder, 'pictures')), new Date(WRITTEN))) {
      bytes += (piece as Buffer).length;
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    const zip = fresh('zip');
    const whole = archiveZip(demo, new PictureShelf(join(folder, 'pictures')), new Date(WRITTEN));
    await pipeline(whole, createWriteStream(zip));
    expect(bytes).toBe(statSync(zip).size);
  });

  it('comes back whatever a taster wrote', async () => {
    const text = fc.oneof(
      fc.string({ unit: 'grapheme', maxLength: 40 }),
      fc.constantFrom('=A1', `'; DROP TABLE bag`, 'قهوة\u202e', '{"a":1}', '\n\r\n\t'),
    );
    const brew = fc.record({
      note: text,
      remarks: text,
      word: text,
      mark: fc.integer({ min: 0, max: 100 }),
      withMaking: fc.boolean(),
    });
    const bag = fc.record({
      bet: text,
      ideas: text,
      weightG: fc.double({ min: 5, max: 20_000, noNaN: true }),
      brews: fc.array(brew, { maxLength: 4 }),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(bag, { minLength: 1, maxLength: 4 }), async (bags) => {
        const database = fresh('sqlite');
        const store = await openStore(database);
        await store.write(async (db) => {
          for (const { bet, ideas, weightG, brews } of bags) {
            const input = bagInput.parse(bagDraft({ bet, ideas, weightG }));
            const bagId = await addBag(db, input, new Date(WRITTEN));
            for (const { note, remarks, word, mark, withMaking } of brews) {
              const descriptors = [{ typed: `w${word}`.trim(), slot: 'cup' as const, moment: 'after' as const }];
              const cup = { scoringScale: 'mark10' as const, mark: mark / 10, remarks, descriptors };
              const making = withMaking ? { tdsPercent: 1.3, tastes: ['dry' as const] } : null;
              await addBrew(db, bagId, brewInput.parse(brewDraft({ faultNote: note, cup, making })), new Date(WRITTEN));
            }
          }
        });
        await store.close();
        const before = await textOf(database);
        expect(await textOf(await takenIn(written(before)))).toBe(before);
      }),
      { numRuns: 12 },
    );
  });

  it('of every version is among those that are opened', () => {
    const kept = Array.from({ length: ARCHIVE_VERSION }, (_, i) => `version-${i + 1}.zip`);
    expect(readdirSync(join(import.meta.dirname, 'archives')).sort()).toEqual(kept);
  });

  it.each([
    ['version-1.zip', [12, 70, 0, 0, 'g']],
    ['version-2.zip', [14, 76, 1, 1, 'oz']],
    ['version-3.zip', [12, 71, 0, 1, 'g']],
    ['version-4.zip', [12, 70, 0, 0, 'g']],
    ['version-5.zip', [12, 76, 0, 6, 'g']],
  ])('that was kept as %s still opens, whole', async (name, counts) => {
    const file = join(import.meta.dirname, 'archives', name);
    const read = await readArchive(file, NO_ONE_WATCHES);
    expect(read.problems).toEqual([]);
    expect(await fillFrom(read, fresh('sqlite'), NO_ONE_WATCHES)).toEqual([]);
    const { bags, brews, pictures, changes, household } = read.collections;
    const kept = [bags.length, brews.length, pictures.length, changes.length, household[0]?.weightUnit];
    expect(kept).toEqual(counts);
    const to = join(folder, `pictures of ${name}`);
    const rows = pictures as unknown as { id: string; width: number; height: number }[];
    expect(await unpackPictures(file, rows, to, NO_ONE_WATCHES.signal)).toEqual([]);
    expect(existsSync(to) ? readdirSync(to).length : 0).toBe(pictures.length);
  });

  it('of an earlier version of the rows is filled up as new ones are', async () => {
    const read = await changed(({ cups = [], bags = [] }) => {
      for (const cup of cups) delete cup.progress;
      for (const bag of bags) delete bag.agreedWords;
    });
    expect(read.problems).toEqual([]);
    expect(read.collections.cups[0]).toMatchObject({ progress: null });
  });

  it('reads on while the household is written', async () => {
    const database = fresh('sqlite');
    const store = await openStore(database);
    await store.write((db) => addBag(db, bagInput.parse(bagDraft()), new Date(WRITTEN)));
    const snapshot = snapshotOf(database);
    const pieces = archiveText(snapshot, WRITTEN);
    let text = (await pieces.next()).value as string;
    await store.write((db) => addBag(db, bagInput.parse(bagDraft({ name: 'Late Hill' })), new Date(WRITTEN)));
    for await (const piece of pieces) text += piece;
    snapshot.close();
    await store.close();
    expect((JSON.parse(text) as { collections: { bags: unknown[] } }).collections.bags).toHaveLength(1);
  });
});

describe('a file that is none', () => {
  const refused = async (file: string, mostBytes?: number): Promise<string> => {
    const error: unknown = await readArchive(file, NO_ONE_WATCHES, mostBytes).catch((thrown: unknown) => thrown);
    expect(error).toBeInstanceOf(UnreadableFile);
    return (error as Error).message;
  };
  const zipOf = async (entries: Readonly<Record<string, string>>): Promise<Buffer> => {
    const zip = new yazl.ZipFile();
    for (const [name, content] of Object.entries(entries)) zip.addBuffer(Buffer.from(content), name);
    zip.end();
    const pieces: Buffer[] = [];
    for await (const piece of zip.outputStream) pieces.push(piece as Buffer);
    return Buffer.concat(pieces);
  };

  it('is refused in words', async () => {
    expect(await refused(written(''))).toContain('not JSON');
    expect(await refused(written('{"format":"else"}'))).toContain('not an archive of Slow Crest');
    const newer = `{"format":"slow-crest.archive","version":${ARCHIVE_VERSION + 1},"collections":{}}`;
    expect(await refused(written(newer))).toContain('newer version');
    expect(await refused(written(newer.replace(String(ARCHIVE_VERSION + 1), '1').replace('{}', '[]')))).toContain(
      'holds nothing',
    );
    expect(await refused(written(await zipOf({ 'bags.csv': 'a' })))).toContain('no archive.json');
    expect(await refused(written('PK and then nothing'))).toContain('cannot be read');
    const whole = await zipOf({ 'archive.json': await textOf(demo) });
    expect(await refused(written(whole.subarray(0, whole.length / 2)))).toContain('cannot be read');
  });

  it('cannot lead out of the archive, nor unpack to more than it says or than there is room for', async () => {
    const named = await zipOf({ 'XX/evil.txt': 'x', 'archive.json': '{}' });
    const leading = Buffer.from(named.toString('latin1').replaceAll('XX/', '../'), 'latin1');
    expect(await refused(written(leading))).toMatch(/cannot be read.*relative path/);
    const bomb = await zipOf({ 'archive.json': ' '.repeat(200_000) });
    expect(bomb.length).toBeLessThan(2000);
    expect(await refused(written(bomb), 100_000)).toContain('larger than any archive');
    // The size it claims, in the directory at its end, is not the size it has.
    const lying = Buffer.from(bomb);
    const directory = lying.indexOf(Buffer.from([0x50, 0x4b, 1, 2]));
    lying.writeUInt32LE(1000, directory + 24);
    expect(await refused(written(lying), 100_000)).toContain('cannot be read');
  });

  it('is named by collection, row and field, all of them counted', async () => {
    const read = await changed(({ bags = [], brews = [] }) => {
      Object.assign(bags[1] ?? {}, { weightG: -3, roastedOn: null, bestBefore: null, colour: 'blue' });
      for (const brew of brews) brew.doseG = 'a lot';
    });
    expect(read.problems).toContainEqual({
      where: 'bags, row 2',
      message: 'weightG: Weight must be between 5 and 20000 g',
    });
    expect(read.problems).toContainEqual({
      where: 'bags, row 2',
      message: 'colour: There is no field called "colour" here',
    });
    expect(read.problems).toHaveLength(50);
    expect(read.problemCount).toBeGreaterThan(70);
  });

  it.each<[string, CollectionName, string]>([
    ['brews', 'brews', '1 of them name one that is not among the bags'],
    ['cups', 'brews', '1 of them have not one of the cups each'],
  ])('whose %s do not fit together is refused', async (_what, where, message) => {
    const read = await changed((collections) => {
      if (where === 'brews' && message.includes('bags'))
        Object.assign(collections.brews?.[0] ?? {}, { bagId: '99999999-9999-4999-8999-999999999999' });
      else collections.cups?.pop();
    });
    const problems = await fillFrom(read, fresh('sqlite'), NO_ONE_WATCHES);
    expect(problems.map((one) => `${one.where}: ${one.message}`).join('; ')).toContain(message);
  });

  it('with a row twice is refused', async () => {
    const read = await changed(({ bags = [] }) => void bags.push({ ...bags[0] }));
    expect(await fillFrom(read, fresh('sqlite'), NO_ONE_WATCHES)).toContainEqual({
      where: 'bags, row 13',
      message: 'It is there twice',
    });
  });

  it('is given up when asked to', async () => {
    const giveUp = new AbortController();
    const seen: number[] = [];
    const reading = readArchive(written(await textOf(demo)), {
      on: (done) => {
        seen.push(done);
        giveUp.abort(new Error('enough'));
      },
      signal: giveUp.signal,
    });
    await expect(reading).rejects.toThrow('enough');
    expect(seen).toHaveLength(1);
  });
});

describe('the tables for a spreadsheet', () => {
  const csv = (one: SpreadsheetTable, database = demo): string => {
    const { db, close } = snapshotOf(database);
    const text = [...csvOf(one, db)].join('');
    close();
    return text;
  };
  const sheet = (name: string, database = demo): string[][] => {
    const one = SHEETS.find((any) => any.name === name);
    if (!one) throw new Error(`There is no table ${name}`);
    return Papa.parse<string[]>(csv(one, database), { skipEmptyLines: true }).data;
  };

  it('have a row for each, under one heading, with every word as written', () => {
    const brews = sheet('brews');
    expect(brews).toHaveLength(77);
    expect(new Set(brews.map((row) => row.length)).size).toBe(1);
    const cups = sheet('cups');
    const [headings = []] = cups;
    expect(cups.slice(1).map((row) => row[headings.indexOf('remarks')])).toContain('Damson skin, long sweet finish.');
    expect(headings.at(-1)).toBe('score (of 100)');
    const [heading = [], ...rows] = brews;
    const days = rows.filter((row) => row[heading.indexOf('bag')] === 'Kivu Terrace').map((row) => row.at(-1));
    expect([heading.at(-1), ...days]).toEqual([
      ...['rest day', '6', '9', '12', '15', '17', '19'],
      // Two cups by each of two tasters at the table.
      ...['19', '19', '19', '19', '21'],
    ]);
  });

  it('hold no formula a spreadsheet would reckon', async () => {
    const database = fresh('sqlite');
    const store = await openStore(database);
    await store.write(async (db) => {
      const bag = bagInput.parse(bagDraft({ name: '=HYPERLINK("x")', bet: '+1', ideas: '@SUM', boughtFor: '-2+3' }));
      await addBag(db, bag, new Date(WRITTEN));
    });
    await store.close();
    const [, row = []] = sheet('bags', database);
    for (const cell of row) expect(cell).not.toMatch(/^[=+\-@]/);
    expect(row).toContain(`'=HYPERLINK("x")`);
  });

  it('are lines of their own, as the standard has them', () => {
    for (const one of SHEETS) {
      const text = csv(one);
      expect(text.endsWith('\r\n')).toBe(true);
      expect(text).not.toMatch(/\r\n\r\n/);
    }
  });
});

it.each(Object.entries(PUBLISHED_SCHEMAS))('the published %s is the one in use', (file, schema) => {
  const published = JSON.parse(readFileSync(join('docs', file), 'utf8')) as unknown;
  expect(published).toEqual(schema());
});
