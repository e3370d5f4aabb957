import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import Database from 'better-sqlite3';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { archive, ARCHIVE_VERSION, archiveRows, type CollectionName } from '../../contract/keeping/archive';
import { fillStore } from '../fill';
import { bagDraft, brewDraft, TODAY } from '../../server/test/support/running';
import { PUBLISHED_SCHEMAS } from '../../application/publishedSchemas';
import { bagInput } from '../../contract/bag/bag';
import { brewInput } from '../../contract/bag/brew';
import { addBag, loadBag } from '../../server/db/bag/bags';
import { addBrew } from '../../server/db/bag/brews';
import { ENTITIES } from '../../server/db/entities';
import { openStore } from '../../server/db/store';
import { NOT_ARCHIVED, TABLES } from '../../server/archive/collections';
import { HOUSEHOLD_TABLES } from '../../server/archive/householdTables';
import { lookAtArchive, type LookedArchive } from '../../server/archive/look';
import { readArchive } from '../../server/archive/read';
import { snapshotOf } from '../../server/archive/snapshot';
import { UnreadableFile } from '../../server/archive/unreadableFile';
import { archiveText, archiveZip } from '../../server/archive/write';
import { zipOf } from '../../reliability/hostileFiles';
import { PictureShelf } from '../../server/pictures/shelf';

const noOneWatches = (): void => undefined;
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

type Collections = Partial<Record<CollectionName, Record<string, unknown>[]>>;

/** The demo's archive with a change made to it, as a file. */
async function changed(change: (collections: Collections) => void): Promise<string> {
  const document = JSON.parse(await textOf(demo)) as { collections: Collections };
  change(document.collections);
  return written(JSON.stringify(document));
}

/** Looks at an archive as the application does; answers with what came of it and where it was unpacked. */
async function looked(file: string): Promise<LookedArchive & { folder: string; database: string }> {
  const to = fresh('import');
  mkdirSync(to);
  return { ...(await lookAtArchive(file, to, noOneWatches)), folder: to, database: join(to, 'household.sqlite') };
}

/** What is wrong with an archive, each as one text. */
const wrongWith = async (file: string): Promise<string[]> =>
  (await looked(file)).problems.map(({ where, message }) => `${where}: ${message}`);

/** Takes an archive in as the application does, into a household of its own; answers with its database. */
async function takenIn(file: string): Promise<string> {
  const here = fresh('sqlite');
  const { problems, database } = await looked(file);
  expect(problems).toEqual([]);
  const store = await openStore(here);
  await store.replaceTables(database, HOUSEHOLD_TABLES);
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
              const making = withMaking ? { tdsPercent: 1.3, tastes: ['astringent' as const] } : null;
              await addBrew(
                db,
                await loadBag(db, bagId),
                brewInput.parse(brewDraft({ faultNote: note, cup, making })),
                new Date(WRITTEN),
              );
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
    ['version-6.zip', [12, 76, 0, 6, 'g']],
  ])('that was kept as %s still opens, whole', async (name, counts) => {
    const file = join(import.meta.dirname, 'archives', name);
    const { problems, database, folder: to } = await looked(file);
    expect(problems).toEqual([]);
    const db = new Database(database, { readonly: true });
    const count = (table: string): unknown => db.prepare(`SELECT COUNT(*) FROM ${table}`).pluck().get();
    const unit = db.prepare('SELECT "weightUnit" FROM household').pluck().get();
    expect([...['bag', 'brew', 'picture', 'change_record'].map(count), unit]).toEqual(counts);
    const pictures = join(to, 'pictures');
    expect(existsSync(pictures) ? readdirSync(pictures).length : 0).toBe(count('picture'));
    db.close();
  });

  it('of an earlier version of the rows is filled up as new ones are', async () => {
    const file = await changed(({ cups = [], bags = [] }) => {
      for (const cup of cups) delete cup.progress;
      for (const bag of bags) delete bag.agreedWords;
    });
    const { problems, database } = await looked(file);
    expect(problems).toEqual([]);
    const db = new Database(database, { readonly: true });
    expect(db.prepare('SELECT DISTINCT progress FROM cup').pluck().all()).toEqual([null]);
    db.close();
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
    const reading = readArchive(file, () => undefined, noOneWatches, mostBytes);
    const error: unknown = await reading.catch((thrown: unknown) => thrown);
    expect(error).toBeInstanceOf(UnreadableFile);
    return (error as Error).message;
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
    const file = await changed(({ bags = [], brews = [] }) => {
      Object.assign(bags[1] ?? {}, { weightG: -3, roastedOn: null, bestBefore: null, colour: 'blue' });
      for (const brew of brews) brew.doseG = 'a lot';
    });
    const { problems, problemCount } = await looked(file);
    expect(problems).toContainEqual({
      where: 'bags, row 2',
      message: 'weightG: Weight must be between 5 and 20000 g',
    });
    expect(problems).toContainEqual({
      where: 'bags, row 2',
      message: 'colour: There is no field called "colour" here',
    });
    expect(problems).toHaveLength(50);
    expect(problemCount).toBeGreaterThan(70);
  });

  const NOWHERE = '99999999-9999-4999-8999-999999999999';
  const first = (rows: Record<string, unknown>[] | undefined, differently: Record<string, unknown>): void =>
    void Object.assign(rows?.[0] ?? {}, differently);

  it.each<[string, (collections: Collections) => void, string]>([
    ['names a bag that is not there', ({ brews }) => first(brews, { bagId: NOWHERE }), 'brews, row 1: bagId: It names'],
    ['lacks a cup', ({ cups }) => void cups?.pop(), 'It has not exactly one of the cups'],
    ['has a row twice', ({ bags = [] }) => void bags.push({ ...bags[0] }), 'bags, row 13: It is there twice'],
    [
      'has tasters merged into each other',
      ({ tasters = [] }) => {
        first(tasters, { mergedInto: tasters[1]?.id });
        Object.assign(tasters[1] ?? {}, { mergedInto: tasters[0]?.id });
      },
      'tasters, row 1: mergedInto: It leads back to itself',
    ],
    [
      'has a mark of 11 out of 10',
      ({ cups = [] }) =>
        void Object.assign(cups.find(({ scoringScale }) => scoringScale === 'mark10') ?? {}, { mark: 11 }),
      'cup.mark: The mark must be between 0 and 10',
    ],
    ['has no standard recipe', ({ recipes = [] }) => recipes.forEach((one) => (one.isStandard = false)), 'isStandard'],
    [
      'has a standard that is deleted',
      ({ recipes = [] }) => {
        for (const one of recipes) if (one.isStandard === true) one.deletedAt = '2026-01-01';
      },
      'The standard recipe cannot be a deleted one',
    ],
    [
      'has a recipe without a version',
      ({ recipes = [] }) =>
        void recipes.unshift({ id: NOWHERE, isStandard: false, createdAt: '2026', deletedAt: null }),
      'recipes, row 1: It has none of the recipeVersions',
    ],
    [
      'has a sitting without codes',
      ({ sittings }) => first(sittings, { codes: {} }),
      'sittings, row 1: codes: Every cup',
    ],
    [
      'has an answer of no cup',
      ({ answers }) => first(answers, { cupId: 'nowhere' }),
      'answers, row 1: cupId: There is',
    ],
    [
      'has overlapping stays',
      ({ freezerStays = [], bags = [] }) => {
        const bagId = bags[0]?.id;
        for (const id of ['1', '2'])
          freezerStays.push({ id: NOWHERE.replace(/9$/, id), bagId, place: 'freezer', from: '2026-02-20', to: null });
      },
      'Two freezer stays overlap',
    ],
    [
      'has a brew of itself',
      ({ brews = [] }) => first(brews, { potId: brews[0]?.id }),
      'brews, row 1: potId: It is not',
    ],
    [
      'has a draft that leads elsewhere',
      ({ drafts = [] }) =>
        void drafts.push({
          key: 'k',
          device: 'device-one',
          counts: {},
          title: '',
          href: '//elsewhere',
          typed: '{}',
          updatedAt: '2026-01-01',
          written: 1,
        }),
      'href: A draft goes on at an address of this application',
    ],
  ])('that %s is refused, by collection, row and field', async (_what, change, message) => {
    expect((await wrongWith(await changed(change))).join('; ')).toContain(message);
  });
});

it.each(Object.entries(PUBLISHED_SCHEMAS))('the published %s is the one in use', (file, schema) => {
  const published = JSON.parse(readFileSync(join('docs', file), 'utf8')) as unknown;
  expect(published).toEqual(schema());
});
