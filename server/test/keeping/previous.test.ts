import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { DataSource } from 'typeorm';
import { afterAll, describe, expect, it } from 'vitest';
import { NO_INSTRUMENTS } from '../../../contract/bench/instrument';
import { fitInput } from '../../../application/judgeBag';
import { cup, cupInput } from '../../../contract/bag/cup';
import { compact, fitCrest } from '../../../core/crest';
import { FIRST_SETTINGS } from '../../../contract/settings';
import { loadBag } from '../../db/bag/bags';
import { loadBrews } from '../../db/bag/brews';
import { keepCup } from '../../db/bag/cups';
import { loadDrafts } from '../../db/keeping/drafts';
import { ENTITIES } from '../../db/entities';
import { MIGRATIONS } from '../../db/migrations';
import { ensureStarters, loadRecipes } from '../../db/bench/recipes';
import { recipeInput } from '../../../contract/bench/recipe';
import { STARTER_RECIPES } from '../../../core/brew';
import { loadSettings } from '../../db/settings';
import { openStore } from '../../db/store';
import { loadWords } from '../../db/palate/words';
import { databaseOf } from '../support/earlier';

const folder = mkdtempSync(join(tmpdir(), 'slow-crest-previous-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A household as it was kept before there was a bench. */
const BEFORE_THE_BENCH = [
  `INSERT INTO bag (id, name, roaster, origin, variety, "printedNotes", "roastedOn", "weightG", school, bet, "createdAt", revision) VALUES ('b', 'Kivu Terrace', 'Fernhill', 'Rwanda', 'Typica', 'quince', '2026-02-01', 250, 'mark10', '', '2026-02-02', 3)`,
  `INSERT INTO recipe (id, "bagId", "isReference", style, brewer, "doseG", "waterG", "waterC", "grindStep") VALUES ('r', 'b', 1, 'filter', 'cone', 16, 256, 93, 0)`,
  `INSERT INTO brew (id, "bagId", "brewedAt", style, brewer, "doseG", "waterG", "waterC", "grindStep", "drainS", "recordedFrom", "faultNote", "createdAt") VALUES ('w', 'b', '2026-02-12T08:00:00+01:00', 'filter', 'press', 18, 288, 94, -1, 241, 'cup', '', '2026-02-12')`,
  `INSERT INTO cup (id, "brewId", school, mark, aroma, blind) VALUES ('c', 'w', 'mark10', 8.2, 7.5, 0)`,
  `INSERT INTO note (id, "cupId", text) VALUES ('n', 'c', 'Quince, honey')`,
  `INSERT INTO household (id, brewers, "oneChange") VALUES (1, '["cone","press"]', 0)`,
];

describe('a household from before there was a bench', () => {
  it('is all there afterwards, with recipes to begin with and no instruments', async () => {
    const file = join(folder, 'before.sqlite');
    const before = await databaseOf(file, 3);
    for (const statement of BEFORE_THE_BENCH) await before.query(statement);
    await before.destroy();

    const store = await openStore(file);
    await store.write((db) => ensureStarters(db, new Date('2026-03-01T12:00:00Z')));
    const bag = await store.read((db) => loadBag(db, 'b'));
    expect(bag).toMatchObject({
      name: 'Kivu Terrace',
      referenceRecipeId: null,
      reference: { brewer: 'cone', doseG: 16 },
      revision: 3,
    });
    const [brew] = await store.read((db) => loadBrews(db, bag));
    expect(brew).toMatchObject({
      brewer: 'press',
      drainS: 241,
      making: null,
      restDay: 11,
      cup: { mark: 8.2, aroma: 7.5, remarks: 'Quince, honey' },
    });
    expect(await store.read(loadSettings)).toEqual({
      ...FIRST_SETTINGS,
      brewers: ['cone', 'press'],
      oneChange: false,
      instruments: NO_INSTRUMENTS,
    });
    expect((await store.read(loadRecipes)).filter(({ isStandard }) => isStandard)).toHaveLength(1);
    // Once begun with, the starters never come again: a household may throw them all away but its standard.
    await store.write((db) => ensureStarters(db, new Date('2026-03-02T12:00:00Z')));
    expect(await store.read(loadRecipes)).toHaveLength(11);
    await store.close();
  });
});

describe('a household from before there were words', () => {
  it('has its cups as they were, with nothing tasted in stages, and takes new ones', async () => {
    const file = join(folder, 'wordless.sqlite');
    const before = await databaseOf(file, 4);
    for (const statement of BEFORE_THE_BENCH) await before.query(statement);
    await before.destroy();

    const store = await openStore(file);
    const bag = await store.read((db) => loadBag(db, 'b'));
    expect(bag).toMatchObject({ bet: '', betMark: null, betHeld: null, perceivedRoast: null });
    const [brew] = await store.read((db) => loadBrews(db, bag));
    expect(brew?.cup).toEqual({
      scoringScale: 'mark10',
      mark: 8.2,
      aroma: 7.5,
      acidity: null,
      body: null,
      sweetness: null,
      cleanness: null,
      parts: [],
      intensities: [],
      markAt: null,
      finishS: null,
      dryness: null,
      textures: [],
      liquorColour: null,
      liquorClarity: null,
      shotLayers: null,
      comparisons: [],
      coffeeFaults: [],
      progress: null,
      milkKind: '',
      company: null,
      blind: false,
      nag: null,
      remarks: 'Quince, honey',
      remarksPrivate: false,
      meantScore: null,
      descriptors: [],
    });
    expect(await store.read(loadSettings)).toMatchObject({
      scoringScale: 'mark10',
      coaching: null,
      intensityAttributes: FIRST_SETTINGS.intensityAttributes,
    });
    await store.write((db) =>
      keepCup(
        db,
        'w',
        cupInput.parse({ scoringScale: 'mark10', mark: 8.2, descriptors: [{ typed: 'attic', slot: 'cup' }] }),
        new Date('2026-03-01T12:00:00Z'),
      ),
    );
    expect((await store.read(loadWords)).own).toMatchObject([{ name: 'attic' }]);
    await store.close();
  });
});

describe('a household from before the first list of levels was shortened', () => {
  it.each([
    [
      'keeps the list it gave levels by',
      `UPDATE cup SET levels = '[{"attribute":"stone-fruit","level":"3","liking":null}]'`,
      1 + FIRST_SETTINGS.intensityAttributes.length,
      'stone fruit',
    ],
    [
      'begins with the shorter one where it never gave any',
      `UPDATE bag SET school = 'stars'`,
      FIRST_SETTINGS.intensityAttributes.length,
      'clarity',
    ],
  ])('%s', async (what, used, count, name) => {
    for (const statements of [BEFORE_THE_BENCH, BEFORE_THE_BENCH.filter((one) => !one.includes('household'))]) {
      const file = join(folder, `levels-${what}-${statements.length}.sqlite`);
      const before = await databaseOf(file, 6);
      for (const statement of [...statements, used]) await before.query(statement);
      await before.destroy();
      const store = await openStore(file);
      const { intensityAttributes } = await store.read(loadSettings);
      expect(intensityAttributes).toHaveLength(count);
      expect(intensityAttributes.map((one) => one.name)).toContain(name);
      await store.close();
    }
  });
});

/** A household of version 7, with all that is called otherwise since, and a sum of ten parts. */
const BEFORE_PLAIN_WORDS = [
  ...BEFORE_THE_BENCH,
  `INSERT INTO recipe_card (id, "isStandard", "createdAt") VALUES ('rc', 1, '2026-02-01')`,
  `INSERT INTO recipe_version (id, "cardId", version, card, "createdAt") VALUES ('rv', 'rc', 1, '{"name":"Slow cone","kind":"cone"}', '2026-02-01')`,
  `UPDATE bag SET "referenceCardId" = 'rc', school = 'sum100'`,
  `UPDATE cup SET school = 'sum100', acidity = 8, body = 7.25, sweetness = 8, cleanness = 9, finish = 8, "character" = 8.5, balance = 8, bitterness = 9.5, defects = 10, levels = '[{"attribute":"fruit","level":"3+","liking":"just right"}]'`,
  `INSERT INTO brew (id, "bagId", "brewedAt", style, brewer, "doseG", "waterG", "waterC", "grindStep", "recordedFrom", "faultNote", "createdAt") VALUES ('w2', 'b', '2026-02-14T08:00:00+01:00', 'filter', 'cone', 16, 256, 93, 0, 'cup', '', '2026-02-14')`,
  `INSERT INTO cup (id, "brewId", school, mark, aroma, balance, blind) VALUES ('c2', 'w2', 'mark10', 8.4, 8, 7, 0)`,
  `INSERT INTO word (id, name, "createdAt") VALUES ('own', 'attic', '2026-02-12')`,
  `INSERT INTO cup_word ("cupId", place, "wordId", typed, line) VALUES ('c', 0, 'own', 'Attic', 'warm-first')`,
  `INSERT INTO making ("brewId", "recipeVersionId", tastes, card, "stageTimes") VALUES ('w', 'rv', '[]', '{"name":"Slow cone"}', '[]')`,
  `INSERT INTO draft (key, device, counts, title, href, typed, "updatedAt", written) VALUES ('brew.b.new', 'device-1', '{}', 'A cup', '/bags/b/brew', '{"cup":{"school":"sum100","mark":"","notes":"fi","finish":"8","balance":""},"laidOver":""}', '2026-02-14', 1)`,
];

describe('a household from before things had one name', () => {
  it('has all of it under the names of now, and its ten parts as a sheet of its own', async () => {
    const file = join(folder, 'names.sqlite');
    const before = await databaseOf(file, 7);
    for (const statement of BEFORE_PLAIN_WORDS) await before.query(statement);
    await before.destroy();

    const store = await openStore(file);
    const bag = await store.read((db) => loadBag(db, 'b'));
    expect(bag).toMatchObject({ scoringScale: 'parts', referenceRecipeId: 'rc' });
    const [second, first] = await store.read((db) => loadBrews(db, bag));
    expect(first).toMatchObject({
      score: 83.75,
      making: { recipe: { name: 'Slow cone' }, recipeVersionId: 'rv' },
      cup: {
        scoringScale: 'parts',
        intensities: [{ attribute: 'fruit', intensity: '3+', adequacy: 'just right' }],
        remarks: 'Quince, honey',
        remarksPrivate: false,
        descriptors: [{ id: 'own', typed: 'Attic', slot: 'warm-first' }],
        aroma: 7.5,
        body: 7.25,
      },
    });
    expect(first?.cup.parts.map(({ id, mark }) => [id, mark])).toEqual([
      ['aroma', 7.5],
      ['acidity', 8],
      ['body', 7.25],
      ['sweetness', 8],
      ['cleanness', 9],
      ['finish', 8],
      ['character', 8.5],
      ['balance', 8],
      ['bitterness', 9.5],
      ['defects', 10],
    ]);
    // Of a cup scored otherwise nothing that was marked is lost.
    expect(second).toMatchObject({ score: 84, cup: { aroma: 8, parts: [{ id: 'balance', mark: 7 }] } });
    expect(cup.strip().parse(second?.cup)).toBeTruthy();
    const settings = await store.read(loadSettings);
    expect(settings.sheetOfParts).toHaveLength(10);
    expect(settings.sheetOfParts.every(({ most, step, takenOff }) => most === 10 && step === 0.25 && !takenOff)).toBe(
      true,
    );
    const [draft] = await store.read((db) => loadDrafts(db, 'brew.b.new'));
    expect(draft?.typed).toMatchObject({ basis: '', cup: { scoringScale: 'parts', remarks: 'fi' } });
    expect((draft?.typed.cup as { parts: unknown[] }).parts).toHaveLength(10);
    await store.close();
  });

  it('goes back as well, for who returns to the version before', async () => {
    const file = join(folder, 'back.sqlite');
    const open = (upTo: number): Promise<DataSource> => databaseOf(file, upTo);
    const dump = async (db: DataSource): Promise<unknown> =>
      Promise.all(
        ['bag', 'cup', 'cup_word', 'note', 'recipe', 'recipe_version', 'making'].map((table) =>
          db.query(`SELECT * FROM ${table} ORDER BY 1`),
        ),
      );
    const before = await open(7);
    for (const statement of BEFORE_PLAIN_WORDS) await before.query(statement);
    const kept = await dump(before);
    await before.destroy();
    const after = await open(9);
    await after.undoLastMigration();
    await after.undoLastMigration();
    expect(await dump(after)).toEqual(kept);
    await after.destroy();
  });
});

describe('a household that said some things in other words', () => {
  it('has them in the words of now, wherever they are kept, and back again', async () => {
    const file = join(folder, 'words.sqlite');
    const before = await databaseOf(file, 22);
    for (const statement of BEFORE_THE_BENCH)
      await before.query(
        statement
          .replace('INTO note', 'INTO remark')
          .replace('INTO recipe ', 'INTO brew_parameters ')
          .replace(/\bschool\b/, '"scoringScale"'),
      );
    const change = `{"cup":{"progress":"going backwards"},"making":{"tastes":["sour"]}}`;
    await before.query(`UPDATE cup SET progress = 'going backwards'`);
    await before.query(
      `INSERT INTO making ("brewId", tastes, "stageTimes") VALUES ('w', '["salty","bitter","heavy"]', '[]')`,
    );
    await before.query(
      `INSERT INTO change_record (id, at, subject, "subjectId", "bagId", kind, before) VALUES ('h', '2026-02-12', 'brew', 'w', 'b', 'changed', ?)`,
      [change],
    );
    const kept = (db: DataSource): Promise<unknown[]> =>
      Promise.all(
        ['SELECT progress FROM cup', 'SELECT tastes FROM making', 'SELECT before FROM change_record'].map((sql) =>
          db.query(sql),
        ),
      );
    const asItWas = await kept(before);
    await before.destroy();
    const after = await databaseOf(file, 23);
    expect(await kept(after)).toEqual([
      [{ progress: 'a step down' }],
      [{ tastes: '["briny","bitter","strong"]' }],
      [{ before: '{"cup":{"progress":"a step down"},"making":{"tastes":["sharp"]}}' }],
    ]);
    await after.undoLastMigration();
    expect(await kept(after)).toEqual(asItWas);
    await after.destroy();
  });
});

describe('a bag without any date but its arrival', () => {
  it('has a best-before in the version before, and stays as it is in this one', async () => {
    const file = join(folder, 'arrived.sqlite');
    const source = await databaseOf(file, 22);
    const columns = `id, name, roaster, origin, variety, "printedNotes", "weightG", "scoringScale", bet, "createdAt", revision`;
    const add = (id: string): Promise<unknown> =>
      source.query(
        `INSERT INTO bag (${columns}, "arrivedOn") VALUES (?, 'Nameless', '', '', '', '', 250, 'mark10', '', 'x', 1, ?)`,
        [id, id === 'dated' ? '2026-02-20' : null],
      );
    await add('dated');
    await expect(add('undated')).rejects.toThrow(/CHECK/);
    await source.undoLastMigration();
    const dates = `SELECT "roastedOn", "bestBefore", "arrivedOn" FROM bag`;
    expect(await source.query(dates)).toEqual([{ roastedOn: null, bestBefore: '2027-02-08', arrivedOn: '2026-02-20' }]);
    await expect(source.query(`UPDATE bag SET "bestBefore" = NULL`)).rejects.toThrow(/CHECK/);
    await source.runMigrations();
    await source.query(`UPDATE bag SET "bestBefore" = NULL`);
    await source.destroy();
  });
});

describe('a household of any version before', () => {
  it.each(MIGRATIONS.map((_, i) => i + 1))('version %i opens, and is judged as every other', async (version) => {
    const file = join(folder, `version-${version}.sqlite`);
    const before = await databaseOf(file, version);
    // From version 8 on the same is said in other names.
    const names = (statement: string): string =>
      version < 8
        ? statement
        : statement
            .replace('INTO note', 'INTO remark')
            .replace('INTO recipe ', 'INTO brew_parameters ')
            .replace(/\bschool\b/, '"scoringScale"');
    for (const statement of BEFORE_THE_BENCH) {
      // What came with version 3 is not said to a version before it.
      if (version < 3 && statement.includes('household')) continue;
      await before.query(
        names(version < 3 ? statement.replace(', blind)', ')').replace('7.5, 0)', '7.5)') : statement),
      );
    }
    await before.destroy();
    const store = await openStore(file);
    const bag = await store.read((db) => loadBag(db, 'b'));
    const input = fitInput(bag, await store.read((db) => loadBrews(db, bag)), null);
    await store.close();
    expect(input).toMatchObject({ sigma0: 3.5, reference: { brewer: 'cone', doseG: 16, waterG: 256, waterC: 93 } });
    expect(input.brews).toMatchObject([{ age: 11, brewer: 'press', overall: 82, waterC: 94, grindStep: -1 }]);
    expect(compact(fitCrest(input)).peak).toEqual({ day: 15.8, lo: 6.3, hi: 31.2, coverage: 0.8 });
  });
});

describe('a household whose stages waited for the clock alone', () => {
  it('has its recipes with all that is said of a stage today', async () => {
    const file = join(folder, 'clockwork.sqlite');
    const [, , press] = STARTER_RECIPES;
    if (!press) throw new Error('There is no third recipe');
    const { otherGrinds: _, grindsElsewhere: __, why: ___, ...earlier } = press;
    const stages = press.stages.map(({ act, atS, forS, toG, how }) => ({ act, atS, forS, toG, how }));
    const before = await databaseOf(file, 13);
    await before.query(`INSERT INTO recipe (id, "isStandard", "createdAt") VALUES ('r', 1, '2026-01-01T00:00:00Z')`);
    await before.query(
      `INSERT INTO recipe_version (id, "recipeId", version, recipe, "createdAt") VALUES ('v', 'r', 1, ?, '2026-01-01T00:00:00Z')`,
      [JSON.stringify({ ...earlier, stages })],
    );
    await before.destroy();
    const store = await openStore(file);
    const [kept] = await store.read(loadRecipes);
    await store.close();
    expect(kept?.recipe).toEqual(press);
    expect(recipeInput.safeParse(kept?.recipe).error).toBeUndefined();
  });
});

describe('the tables', () => {
  it('have the columns the entities say, of their types, and no others', async () => {
    const store = await openStore(join(folder, 'columns.sqlite'));
    const affinity = (type: string): string =>
      ({ varchar: 'text', 'simple-json': 'text' })[type] ?? (type === 'boolean' ? 'boolean' : type);
    for (const entity of ENTITIES) {
      const { name, columns } = entity.options;
      const said = Object.entries(columns)
        .map(([column, options]) => `${column} ${affinity(String(options.type))} ${options.nullable ? 'or null' : ''}`)
        .sort();
      const kept = await store.read((db) =>
        db.query<{ name: string; type: string; notnull: number; pk: number }[]>(`PRAGMA table_info("${name}")`),
      );
      const there = kept
        .map((one) => `${one.name} ${affinity(one.type.toLowerCase())} ${one.notnull || one.pk ? '' : 'or null'}`)
        .sort();
      expect(there, name).toEqual(said);
    }
    await store.close();
  });
});
