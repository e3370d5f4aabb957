import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { afterAll, describe, expect, it } from 'vitest';
import { NO_INSTRUMENTS } from '../../contract/instrument';
import { cupInput } from '../../contract/cup';
import { FIRST_SETTINGS } from '../../contract/settings';
import { loadBag } from '../db/bags';
import { loadBrews } from '../db/brews';
import { keepCup } from '../db/cups';
import { MIGRATIONS } from '../db/migrations';
import { ensureStarters, loadRecipes } from '../db/recipes';
import { loadSettings } from '../db/settings';
import { openStore } from '../db/store';
import { loadWords } from '../db/words';

const folder = mkdtempSync(join(tmpdir(), 'slow-crest-previous-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A household as it was kept before there was a bench. */
const BEFORE_THE_BENCH = [
  `INSERT INTO bag (id, name, roaster, origin, variety, "printedNotes", "roastedOn", "weightG", school, bet, "createdAt", revision) VALUES ('b', 'Kivu Terrace', 'Fernhill', 'Rwanda', 'Typica', 'quince', '2026-02-01', 250, 'mark10', '', '2026-02-02', 3)`,
  `INSERT INTO recipe (id, "bagId", "isReference", style, brewer, "doseG", "waterG", "waterC", "grindStep") VALUES ('r', 'b', 1, 'filter', 'cone', 15, 240, 94, 0)`,
  `INSERT INTO brew (id, "bagId", "brewedAt", style, brewer, "doseG", "waterG", "waterC", "grindStep", "drainS", "recordedFrom", "faultNote", "createdAt") VALUES ('w', 'b', '2026-02-12T08:00:00+01:00', 'filter', 'press', 18, 288, 95, -1, 241, 'cup', '', '2026-02-12')`,
  `INSERT INTO cup (id, "brewId", school, mark, aroma, blind) VALUES ('c', 'w', 'mark10', 8.2, 7.5, 0)`,
  `INSERT INTO note (id, "cupId", text) VALUES ('n', 'c', 'Quince, honey')`,
  `INSERT INTO household (id, brewers, "oneChange") VALUES (1, '["cone","press"]', 0)`,
];

describe('a household from before there was a bench', () => {
  it('is all there afterwards, with recipes to begin with and no instruments', async () => {
    const file = join(folder, 'before.sqlite');
    const before = await new DataSource({
      type: 'better-sqlite3',
      database: file,
      entities: [],
      migrations: MIGRATIONS.slice(0, 3),
      migrationsRun: true,
    }).initialize();
    for (const statement of BEFORE_THE_BENCH) await before.query(statement);
    await before.destroy();

    const store = await openStore(file);
    await store.write((db) => ensureStarters(db, new Date('2026-03-01T12:00:00Z')));
    const bag = await store.read((db) => loadBag(db, 'b'));
    expect(bag).toMatchObject({
      name: 'Kivu Terrace',
      referenceRecipeId: null,
      reference: { brewer: 'cone', doseG: 15 },
      revision: 3,
    });
    const [brew] = await store.read((db) => loadBrews(db, bag));
    expect(brew).toMatchObject({
      brewer: 'press',
      drainS: 241,
      making: null,
      restDay: 11,
      cup: { mark: 8.2, aroma: 7.5, notes: 'Quince, honey' },
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
    const before = await new DataSource({
      type: 'better-sqlite3',
      database: file,
      entities: [],
      migrations: MIGRATIONS.slice(0, 4),
      migrationsRun: true,
    }).initialize();
    for (const statement of BEFORE_THE_BENCH) await before.query(statement);
    await before.destroy();

    const store = await openStore(file);
    const bag = await store.read((db) => loadBag(db, 'b'));
    expect(bag).toMatchObject({ bet: '', betMark: null, betHeld: null, perceivedRoast: null });
    const [brew] = await store.read((db) => loadBrews(db, bag));
    expect(brew?.cup).toEqual({
      ...{
        scoringScale: 'mark10',
        mark: 8.2,
        aroma: 7.5,
        acidity: null,
        body: null,
        sweetness: null,
        cleanness: null,
        finish: null,
        character: null,
        balance: null,
        bitterness: null,
        defects: null,
      },
      ...{
        levels: [],
        markAt: null,
        finishS: null,
        dryness: null,
        textures: [],
        milkKind: '',
        company: null,
        blind: false,
        nag: null,
        notes: 'Quince, honey',
        words: [],
      },
    });
    expect(await store.read(loadSettings)).toMatchObject({
      scoringScale: 'mark10',
      coaching: null,
      levelAttributes: FIRST_SETTINGS.levelAttributes,
    });
    await store.write((db) =>
      keepCup(
        db,
        'w',
        cupInput.parse({ scoringScale: 'mark10', mark: 8.2, words: [{ typed: 'attic', line: 'cup' }] }),
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
      19,
      'stone fruit',
    ],
    ['keeps it too where a bag is scored by levels', `UPDATE bag SET school = 'levels'`, 19, 'savoury'],
    [
      'begins with the shorter one where it never gave any',
      `UPDATE bag SET school = 'stars'`,
      FIRST_SETTINGS.levelAttributes.length,
      'clarity',
    ],
  ])('%s', async (what, used, count, name) => {
    for (const statements of [BEFORE_THE_BENCH, BEFORE_THE_BENCH.filter((one) => !one.includes('household'))]) {
      const file = join(folder, `levels-${what}-${statements.length}.sqlite`);
      const before = await new DataSource({
        type: 'better-sqlite3',
        database: file,
        entities: [],
        migrations: MIGRATIONS.slice(0, 6),
        migrationsRun: true,
      }).initialize();
      for (const statement of [...statements, used]) await before.query(statement);
      await before.destroy();
      const store = await openStore(file);
      const { levelAttributes } = await store.read(loadSettings);
      expect(levelAttributes).toHaveLength(count);
      expect(levelAttributes.map((one) => one.name)).toContain(name);
      await store.close();
    }
  });
});
