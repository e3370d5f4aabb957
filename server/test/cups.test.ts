import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { BrewDraft } from '../../contract/bag/brew';
import type { Cup } from '../../contract/bag/cup';
import type { BagPage, Shelf } from '../../contract/shelf/shelf';
import type { Settings } from '../../contract/settings';
import type { Words } from '../../contract/palate/word';
import { FIRST_SHEET, type SheetPart } from '../../core/cup';
import { TestServer, TODAY } from './support/running';

let server: TestServer;
let bagId: string;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());
beforeEach(async () => {
  bagId = await server.addBag();
});

const cup = (differently: object): BrewDraft['cup'] => ({ scoringScale: 'mark10', mark: 8, ...differently });
const page = (): Promise<BagPage> => server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`);
const part = (name: string): SheetPart => ({ id: name, name, most: 10, step: 1, takenOff: false });
const logged = async (differently: object): Promise<{ id: string; bagId: string; score: number | null; cup: Cup }> => {
  const id = await server.addBrew(bagId, { cup: cup(differently) });
  const brew = (await page()).brews.find((one) => one.id === id);
  if (!brew) throw new Error('The brew is not there');
  return brew;
};
const descriptors = (...typed: string[]) => typed.map((one) => ({ typed: one, slot: 'cup' as const }));
const nameOf = async (id: string): Promise<string | undefined> =>
  (await server.ok<Words>('GET', '/words')).own.find((word) => word.id === id)?.name;

describe('a cup', () => {
  it('keeps everything of a staged tasting', async () => {
    const whole = {
      intensities: [
        { attribute: 'acidity', intensity: '4-', adequacy: 'just right' },
        { attribute: 'nut', intensity: null, adequacy: 'too much' },
      ],
      markAt: 'warm',
      finishS: 42.5,
      dryness: 'a trace',
      textures: ['silky', 'juicy'],
      milkKind: 'soy',
      company: 'panel',
      blind: true,
      descriptors: [
        { typed: 'Quinces', slot: 'hot-nose' },
        { typed: 'damson', slot: 'cool-second' },
      ],
      nag: { said: 'warm and dusty', tapped: ['warming', 'powdery'], resolvedWith: null, dropped: false },
    };
    const { cup: kept } = await logged(whole);
    expect(kept).toMatchObject({
      ...whole,
      descriptors: [
        { id: 'quince', typed: 'Quinces', slot: 'hot-nose' },
        { id: 'damson', slot: 'cool-second' },
      ],
    });
  });

  it.each([
    [
      'a level of 6',
      { intensities: [{ attribute: 'body', intensity: '6', adequacy: null }] },
      'cup.intensities.0.intensity',
    ],
    ['a level mark between two steps', { scoringScale: 'levels', mark: 3.2 }, 'cup.mark'],
    ['a star and a tenth', { scoringScale: 'stars', mark: 3.1 }, 'cup.mark'],
    ['level 0', { scoringScale: 'levels', mark: 0 }, 'cup.mark'],
    [
      'a part of 11',
      { scoringScale: 'parts', mark: null, parts: [{ ...part('smell'), mark: 11 }] },
      'cup.parts.0.mark',
    ],
    ['a finish of an hour', { finishS: 3600 }, 'cup.finishS'],
    ['a texture nobody knows', { textures: ['woolly'] }, 'cup.textures.0'],
    ['a note without a word', { descriptors: descriptors('  ') }, 'cup.descriptors.0.typed'],
    ['a note of 61 characters', { descriptors: descriptors('x'.repeat(61)) }, 'cup.descriptors.0.typed'],
    ['201 notes', { descriptors: descriptors(...Array<string>(201).fill('fig')) }, 'cup.descriptors'],
    ['a slot there is not', { descriptors: [{ typed: 'fig', slot: 'tepid' }] }, 'cup.descriptors.0.slot'],
  ])('refuses %s at its field, with a sentence', async (_what, differently, path) => {
    const { status, fields } = await server.refused('POST', `/bags/${bagId}/brews`, {
      ...(await page()).bag.reference,
      brewedAt: '2026-02-20T08:00:00+01:00',
      cup: cup(differently),
    });
    expect([status, fields[0]?.path]).toEqual([422, path]);
    expect(fields[0]?.message.length).toBeGreaterThan(12);
  });

  it('is worth what its sheet of parts comes to, whatever total was sent', async () => {
    const marks = [7, 12, 6, 5, 8, 1];
    const parts = FIRST_SHEET.map((part, i) => ({ ...part, mark: marks[i] ?? null }));
    expect((await logged({ scoringScale: 'parts', mark: 12, parts })).score).toBe(74);
    const open = parts.map((part, i) => (i === 2 ? { ...part, mark: null } : part));
    const kept = await logged({ scoringScale: 'parts', mark: 82.25, parts: open });
    expect(kept.score).toBe(82.25);
    expect(kept.cup.parts).toEqual(open);
    expect((await logged({ scoringScale: 'levels', mark: 4 + 1 / 3 })).score).toBeCloseTo(86.667, 3);
  });

  it('keeps the sheet it was marked by, when the household composes another', async () => {
    const parts = FIRST_SHEET.map((part) => ({ ...part, mark: part.takenOff ? 0 : part.most }));
    const before = await logged({ scoringScale: 'parts', mark: null, parts });
    const { sheetOfParts } = await server.ok<Settings>('GET', '/settings');
    const depth = { id: 'own-depth', name: 'depth', most: 5, step: 0.5, takenOff: false };
    const other = await server.ok<Settings>('PATCH', '/settings', {
      sheetOfParts: [...sheetOfParts.slice(0, 2), depth],
      was: { sheetOfParts },
    });
    expect(other.sheetOfParts.map(({ name }) => name)).toEqual(['smell', 'taste', 'depth']);
    const page = await server.ok<BagPage>('GET', `/bags/${before.bagId}?today=${TODAY}`);
    expect(page.brews.find(({ id }) => id === before.id)).toMatchObject({ score: 100, cup: { parts } });
    await server.ok('PATCH', '/settings', { sheetOfParts, was: { sheetOfParts: other.sheetOfParts } });
  });

  it.each([
    ['two parts of one name', [part('smell'), part('Smell')]],
    ['a sheet on which nothing counts', [{ ...part('flaws'), takenOff: true }]],
    ['a part worth nothing', [{ ...part('smell'), most: 0 }]],
    ['no sheet', []],
  ])('%s is refused', async (_, sheetOfParts) => {
    expect((await server.refused('PATCH', '/settings', { sheetOfParts })).fields[0]?.path).toMatch(/^sheetOfParts/);
  });

  it('shows 10 000 characters, scripts, other scripts and signs as they were typed', async () => {
    const some = '<script>alert(1)</script> ‮שלום قهوة 🍐 '.repeat(200);
    // A character is what a person counts as one, whatever it takes in memory.
    const wild = some + '.'.repeat(10_000 - Array.from(some).length);
    const { cup: kept } = await logged({
      remarks: wild,
      descriptors: descriptors('<b>bold</b>', 'قهوة', '🍐', '🍐🍐'),
    });
    expect(kept.remarks).toBe(wild);
    expect(kept.descriptors.map(({ typed }) => typed)).toEqual(['<b>bold</b>', 'قهوة', '🍐', '🍐🍐']);
    expect(new Set(kept.descriptors.map(({ id }) => id)).size).toBe(4);
    const { fields } = await server.refused('POST', `/bags/${bagId}/brews`, {
      ...(await page()).bag.reference,
      brewedAt: '2026-02-20T08:00:00+01:00',
      cup: cup({ remarks: `${wild}!` }),
    });
    expect(fields[0]).toEqual({ path: 'cup.remarks', message: 'Notes can hold 10,000 characters at most' });
  });
});

describe('the words of a household', () => {
  it('takes a new word in at once and for good, once for all its spellings', async () => {
    const [first, second] = [
      await logged({ descriptors: descriptors('Attic', 'attics') }),
      await logged({ descriptors: descriptors('ATTIC', 'treacle') }),
    ];
    const id = first.cup.descriptors[0]?.id ?? '';
    expect([...first.cup.descriptors, ...second.cup.descriptors].map((word) => word.id)).toEqual([
      id,
      id,
      id,
      'molasses',
    ]);
    expect(await nameOf(id)).toBe('Attic');
    expect((await server.ok<Words>('GET', '/words')).uses).toMatchObject({ [id]: 2, molasses: 1 });
  });

  it('renames a word of its own or of the vocabulary; the cups keep what was typed', async () => {
    const { cup: before } = await logged({ descriptors: descriptors('cellar', 'aniseed') });
    const [own, known] = before.descriptors.map(({ id }) => id);
    await server.ok('PUT', `/words/${own}`, { name: 'wine cellar', family: 'drinks and ferments' });
    await server.ok('PUT', `/words/${known}`, { name: 'Christmas' });
    expect([await nameOf(own ?? ''), await nameOf('anise')]).toEqual(['wine cellar', 'Christmas']);
    expect(
      (await logged({ descriptors: descriptors('christmas', 'anise', 'wine cellars') })).cup.descriptors.map(
        ({ id }) => id,
      ),
    ).toEqual(['anise', 'anise', own]);
    expect((await page()).brews.at(-1)?.cup.descriptors.map(({ typed }) => typed)).toEqual(['cellar', 'aniseed']);
    await server.ok('DELETE', '/words/anise');
    expect(await nameOf('anise')).toBeUndefined();
  });

  it('merges a word, lets it stand for itself again, and refuses what cannot be', async () => {
    const { cup: before } = await logged({ descriptors: descriptors('kweepeer') });
    const id = before.descriptors[0]?.id ?? '';
    await server.ok('PUT', `/words/${id}/merge`, { into: 'quince' });
    expect((await logged({ descriptors: descriptors('kweepeer') })).cup.descriptors[0]?.id).toBe('quince');
    expect((await server.refused('PUT', '/words/quince/merge', { into: id })).fields[0]).toMatchObject({
      path: 'into',
      message: 'A word cannot be merged into itself',
    });
    expect((await server.refused('PUT', `/words/${id}/merge`, { into: 'nothing' })).status).toBe(422);
    expect((await server.refused('PUT', `/words/unknown/merge`, { into: 'quince' })).status).toBe(404);
    expect((await server.refused('PUT', `/words/${id}`, { name: 'Damsons' })).fields[0]?.message).toContain(
      '“damson” is a word already',
    );
    expect((await server.refused('DELETE', `/words/${id}`)).message).toContain('stands in a cup');
    // A merged word can still be called otherwise, also by the name it has.
    await server.ok('PUT', `/words/${id}`, { name: 'Kweepeer' });
    await server.ok('PUT', `/words/${id}/merge`, { into: null });
    expect((await logged({ descriptors: descriptors('kweepeer') })).cup.descriptors[0]?.id).toBe(id);
  });
});

describe('a word that still nags', () => {
  const nagging = async () =>
    (await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`)).nagging.filter((one) => one.bagId === bagId);
  const nag = { said: 'that warm, dusty tin', tapped: ['warming', 'powdery'] };

  it('comes back on the shelf until it has come, and then stands in its cup', async () => {
    const { id } = await logged({ nag });
    expect(await nagging()).toEqual([{ brewId: id, bagId, bagName: 'Test Hill', on: '2026-02-20', ...nag }]);
    await server.ok('PUT', `/brews/${id}/nag`, { word: 'gooseberries' });
    expect(await nagging()).toEqual([]);
    expect((await page()).brews[0]?.cup).toMatchObject({
      nag: { resolvedWith: 'gooseberry' },
      descriptors: [{ id: 'gooseberry', typed: 'gooseberries', slot: 'cup' }],
    });
    // An open sheet of that brew knows nothing of it.
    expect((await page()).brews[0]?.revision).toBe(2);
    await server.ok('DELETE', `/brews/${id}/nag`);
    expect(await nagging()).toHaveLength(1);
    expect((await page()).brews[0]?.cup.descriptors).toEqual([]);
  });

  it('can be given up, and leaves with a brew that is deleted', async () => {
    const [given, deleted] = [await logged({ nag }), await logged({ nag })];
    await server.ok('PUT', `/brews/${given.id}/nag`, { word: null });
    await server.ok('DELETE', `/brews/${deleted.id}`);
    expect(await nagging()).toEqual([]);
    await server.ok('DELETE', `/brews/${given.id}/nag`);
    expect(await nagging()).toHaveLength(1);
    expect((await server.refused('PUT', `/brews/${(await logged({})).id}/nag`, { word: 'fig' })).status).toBe(404);
  });
});
