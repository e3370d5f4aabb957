import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { WriteUp, WriteUpContent, WriteUpInput, WriteUpLine } from '../../contract/writeUps/writeUp';
import { writeUp as writeUpSchema, writeUpContent, writeUpLine } from '../../contract/writeUps/writeUp';
import { EMPTY_ANSWER } from '../../contract/table/sitting';
import type { KeptRecipe } from '../../contract/bench/recipe';
import { STARTER_RECIPES } from '../../core/brew';
import { differences, published } from '../../core/writeUp';
import { purge } from '../db/keeping/purge';
import { TestServer, TODAY, REFERENCE } from './support/running';

let server: TestServer;
let at = Date.parse(`${TODAY}T12:00:00Z`);
beforeAll(async () => {
  server = await new TestServer(() => new Date(at)).start();
});
afterAll(() => server.end());

const ROASTED = '2026-01-20';
const onDay = (day: number, hour = 8): string =>
  `${new Date(Date.parse(ROASTED) + day * 86_400_000).toISOString().slice(0, 10)}T${String(hour).padStart(2, '0')}:00:00Z`;
const mark = (bagId: string, day: number, value: number | null, cup: object = {}, brew: object = {}): Promise<string> =>
  server.addBrew(bagId, { brewedAt: onDay(day), cup: { scoringScale: 'mark10', mark: value, ...cup }, ...brew });
/** A bag with one crest around day 20. */
async function followed(name: string, differently: object = {}): Promise<string> {
  const bagId = await server.addBag({ name, roastedOn: ROASTED, ...differently });
  for (const [day, value] of [
    [6, 6.5],
    [11, 7.4],
    [16, 8.4],
    [20, 8.8],
    [24, 8.5],
    [30, 7.8],
    [36, 7.2],
  ] as const)
    await mark(bagId, day, value);
  return bagId;
}
const write = async (kind: WriteUpInput['kind'], subject: object): Promise<string> =>
  (await server.ok<{ id: string }>('POST', `/write-ups?today=${TODAY}`, { kind, subject })).id;
const read = async (id: string): Promise<WriteUp> =>
  writeUpSchema.parse(await server.ok('GET', `/write-ups/${id}?today=${TODAY}`));
/** What was wrong with a request that is refused with a status. */
const refused = async (status: number, method: string, path: string, body?: unknown) => {
  const refusal = await server.refused(method, path, body);
  expect(refusal.status).toBe(status);
  return refusal;
};
const list = async (): Promise<WriteUpLine[]> => writeUpLine.array().parse(await server.ok('GET', '/write-ups'));
const textsOf = (content: WriteUpContent): string[] =>
  published(content, content.shows).flatMap(({ passages }) => passages.map(({ text }) => text));
const textOf = ({ content }: WriteUp, key: string): string | undefined =>
  content.sections.flatMap(({ passages }) => passages).find((one) => one.key === key)?.text;

describe('a write-up', () => {
  it('of a bag is composed from its record: the days of its verdict, its marks, its words', async () => {
    const bagId = await followed('Hollow Ridge', { buyAgain: 'yes', price: 15, printedNotes: 'quince' });
    await mark(bagId, 40, 7, { remarks: 'Quince again, and paper.' });
    const id = await write('bag', { bagIds: [bagId] });
    const written = await read(id);
    expect(textOf(written, 'short.when')).toMatch(/^Hollow Ridge is probably at its best from day \d+ to day \d+/);
    expect(textsOf(written.content)).toContain('“Quince again, and paper.”');
    expect(textOf(written, 'label.found')).toBe('The one printed note, quince, was found.');
    expect(written.content.figures.ridges).toHaveLength(1);
    expect(written.fresh).toEqual({ sections: written.content.sections, figures: written.content.figures });
    expect((await list())[0]).toMatchObject({ id, kind: 'bag', title: 'Hollow Ridge', finalOn: null, versions: 0 });
  });

  it('of a bag that was tasted on one day claims no crest', async () => {
    const bagId = await server.addBag({ name: 'One Evening', roastedOn: ROASTED });
    for (const [hour, value] of [
      [18, 7.5],
      [19, 8],
      [20, 7.8],
    ] as const)
      await mark(bagId, 19, value, {}, { brewedAt: onDay(19, hour) });
    const written = await read(await write('bag', { bagIds: [bagId] }));
    expect(written.content.sections.map(({ id }) => id)).not.toContain('crest');
    expect(written.content.figures.ridges).toEqual([]);
    expect(textOf(written, 'short.when')).toContain('tasted on one day, day 19');
  });

  it('says so where the days are too few, nothing was marked, or nothing changes, and draws no ridge it does not have', async () => {
    const tasted = async (
      name: string,
      cups: readonly (readonly [day: number, mark: number | null, cup?: object])[],
    ) => {
      const bagId = await server.addBag({ name, roastedOn: ROASTED });
      const ids: string[] = [];
      for (const [day, value, cup] of cups) ids.push(await mark(bagId, day, value, cup ?? {}));
      const { content } = await read(await write('bag', { bagIds: [bagId] }));
      const [when = ''] = content.sections.find(({ id }) => id === 'short')?.passages.map(({ text }) => text) ?? [];
      return { when, ridges: content.figures.ridges.length, ids };
    };
    const few = [
      [9, 7.5],
      [14, 8],
    ] as const;
    expect(await tasted('Few', few)).toMatchObject({
      when: 'Two cups of Few, on day 9 and day 14 after roasting, are too few to say when it is at its best.',
      ridges: 0,
    });
    const words = { descriptors: [{ typed: 'quince', slot: 'cup' }] };
    const bare = [9, 14, 19].map((day) => [day, null, words] as const);
    expect(await tasted('Bare', bare)).toMatchObject({
      when: 'The three cups of Bare were not marked, so when it is at its best is not known.',
      ridges: 0,
    });
    const even = [6, 9, 13, 18, 24, 30, 37].map((day) => [day, 8] as const);
    const steady = await tasted('Even', even);
    expect(steady.when).toMatch(/^Even hardly changes: from day 6 to day 37/);
    expect(steady.ridges).toBe(1);
    expect((await tasted('Untasted', [])).when).toBe('Untasted was not tasted yet.');
  });

  it('tells how the same beans did in other drinks, and counts those cups for nothing else', async () => {
    const bagId = await followed('Two Ways');
    for (const day of [21, 23])
      await mark(bagId, day, 5.5, {}, { ...REFERENCE, style: 'milk', brewedAt: onDay(day, 15) });
    const written = await read(await write('bag', { bagIds: [bagId] }));
    expect(textOf(written, 'readers.not.milk')).toMatch(
      /^Not with milk: 5\.5 out of 10 there, from 2 cups, against 8\.\d/,
    );
    expect(textOf(written, 'method.cups')).toMatch(/^Seven cups, /);
  });

  it('has no word that is private, no printed note that is hidden, no cup with a fault, and nobody’s name', async () => {
    const { id: tasterId } = await server.ok<{ id: string }>('POST', '/tasters', { name: 'Ottoline' });
    const bagId = await followed('Quiet Acre', { printedNotes: 'tamarind', labelNotes: 'hidden' });
    await mark(bagId, 21, 8.7, { remarks: 'Secret damson.', remarksPrivate: true }, { tasterId });
    await mark(bagId, 22, 8.7, { remarks: 'Open fig.' }, { tasterId });
    await mark(bagId, 23, 4, { remarks: 'Spilt it all.' }, { fault: 'spill' });
    const written = await read(await write('bag', { bagIds: [bagId] }));
    const everything = JSON.stringify(written.content);
    expect(everything).toContain('Open fig.');
    expect(everything).not.toMatch(/Secret|damson|tamarind|Spilt/);
    expect(textsOf(written.content).join(' ')).not.toContain('Ottoline');
    expect(textOf(written, 'method.faulted')).toMatch(/^One more cup/);
    await server.ok('PATCH', `/write-ups/${written.id}`, { shows: { ...written.content.shows, names: true } });
    expect(textsOf((await read(written.id)).content).join(' ')).toContain('Day 22, Ottoline');
  });

  it('of a table waits for its reveal, and is told then', async () => {
    const bagId = await server.addBag({ name: 'Fog Gate', roastedOn: ROASTED });
    const cups = ['a', 'b'].map((cup) => ({ id: cup, name: `Cup ${cup}`, bagId, parameters: REFERENCE }));
    const { id } = await server.ok<{ id: string }>('POST', '/sittings', {
      name: 'Sunday',
      kind: 'free',
      scoringScale: 'mark10',
      cups,
    });
    const early = await refused(409, 'POST', `/write-ups?today=${TODAY}`, {
      kind: 'sitting',
      subject: { sittingId: id },
    });
    expect(early.message).toContain('not revealed yet');
    await server.ok('POST', `/sittings/${id}/reveal`, {});
    const written = await read(await write('sitting', { sittingId: id }));
    expect(textOf(written, 'head.title')).toBe('Sunday');
    expect(textOf(written, 'short.result')).toBe('Nobody wrote anything.');
  });

  it('of two bags scored in different ways compares their marks only once cups tell how one reads on the other', async () => {
    const one = await followed('North Bank');
    const other = await server.addBag({ name: 'South Bank', roastedOn: ROASTED, scoringScale: 'stars' });
    for (const day of [6, 9, 12]) await mark(other, day, 3, { scoringScale: 'stars' });
    const written = await read(await write('comparison', { bagIds: [one, other] }));
    expect(textOf(written, 'short.pair.0.1')).toBeUndefined();
    expect(textOf(written, 'short.scales')).toBe(
      'North Bank and South Bank are scored in different ways. Too few cups are scored in both to compare their marks.',
    );
    // Two of one scale are compared on it, whatever it is on another.
    const third = await server.addBag({ name: 'East Bank', roastedOn: ROASTED, scoringScale: 'stars' });
    for (const day of [6, 9, 12]) await mark(third, day, 4.5, { scoringScale: 'stars' });
    const stars = await read(await write('comparison', { bagIds: [other, third] }));
    expect(textOf(stars, 'short.pair.0.1')).toMatch(/East Bank/);
    expect(textOf(stars, 'short.scales')).toBeUndefined();
  });

  it('of two bags holds them against each other, and of one, of none or of what is not there is refused', async () => {
    const [one, other] = [await followed('East Hill'), await followed('West Hill')];
    const written = await read(await write('comparison', { bagIds: [one, other] }));
    expect(textOf(written, 'short.pair.0.1')).toBe(
      'At their best East Hill and West Hill come out alike, as far as their marks can tell.',
    );
    expect(written.content.figures.ridges.map(({ name }) => name)).toEqual(['East Hill', 'West Hill']);
    const path = `/write-ups?today=${TODAY}`;
    const alone = await refused(422, 'POST', path, { kind: 'comparison', subject: { bagIds: [one, one] } });
    expect(alone.fields[0]?.message).toBe('A comparison needs two bags at least');
    for (const kind of ['bag', 'sitting', 'card'])
      expect((await refused(422, 'POST', path, { kind, subject: {} })).fields).toHaveLength(1);
    await refused(404, 'POST', path, {
      kind: 'bag',
      subject: { bagIds: ['3f0e7a52-7c52-4f2f-9d8c-2f6a5f1f7a11'] },
    });
  });
});

describe('what others say of it', () => {
  it('is in the write-up: how it stands among three bags or more, and how it was where both stood on a table', async () => {
    const [one, other] = [await followed('North Gate', { origin: 'Yemen' }), await followed('South Gate')];
    const { id } = await server.ok<{ id: string }>('POST', '/sittings', {
      name: 'Gates',
      kind: 'same-recipe',
      scoringScale: 'mark10',
      blindToCup: false,
      // The second bag stands first on the table.
      cups: [other, one].map((bagId, i) => ({ id: `cup ${i}`, name: `Gate ${i}`, bagId, parameters: REFERENCE })),
    });
    const { codes } = await server.ok<{ codes: string[] }>('GET', `/sittings/${id}`);
    const { secret } = await server.ok<{ secret: string }>('POST', `/sittings/${id}/seats`, { name: 'Ottoline' });
    const seat = await server.ok<{ cups: { code: string; name: string }[] }>('GET', `/seats/${secret}`);
    expect(codes).toHaveLength(2);
    for (const { code, name } of seat.cups) {
      const answer = { ...EMPTY_ANSWER, mark: name === 'Gate 0' ? 6 : 9 };
      await server.ok('PUT', `/seats/${secret}/answer`, { written: 1, cup: { code, answer } });
    }
    await server.ok('POST', `/sittings/${id}/reveal`, {});

    const compared = await read(await write('comparison', { bagIds: [one, other] }));
    expect(textOf(compared, 'pairs.0')).toBe(
      'Side by side on 1 March 2026, one taster marked North Gate 3 above South Gate, which may be chance.',
    );
    const table = await read(await write('sitting', { sittingId: id }));
    expect(textOf(table, 'method.tasters')).toBe(
      'One taster, one sitting: Gate 0 on day 40 after roasting and Gate 1 on day 40 after roasting.',
    );
    expect(table.content.figures.marks?.cups.map(({ marks }) => marks)).toEqual([[60], [90]]);
    const alone = await read(await write('bag', { bagIds: [one] }));
    expect(textOf(alone, 'worth.standing')).toMatch(/^Among all my bags it stands \w+ of \w+/);
    expect(textOf(alone, 'worth.standing')).not.toContain('Yemen');
  });

  it('is on a card: the cups that were made with it and had no fault, and the bag it is the reference of', async () => {
    const kept = await server.ok<KeptRecipe>('POST', '/recipes', { ...STARTER_RECIPES[0], name: 'By the card' });
    const bagId = await server.addBag({ name: 'Card Hill', roastedOn: ROASTED, referenceRecipeId: kept.id });
    const making = { recipeVersionId: kept.versionId };
    for (const [day, value, fault] of [
      [10, 7.2, null],
      [14, 8.1, null],
      [18, 3, 'spill'],
    ] as const)
      await mark(bagId, day, value, {}, { making, fault });
    await mark(bagId, 20, 9.9);
    const card = await read(await write('card', { recipeId: kept.id }));
    expect(textOf(card, 'why.record')).toBe('Brewed twice, for Card Hill; marked 7.2 to 8.1.');
  });
});

describe('what is written over', () => {
  it('stays through new cups and composing anew, and the difference is told', async () => {
    const bagId = await followed('Long Walk');
    const id = await write('bag', { bagIds: [bagId] });
    const before = await read(id);
    const path = `/write-ups/${id}/passages`;
    await server.ok('PUT', path, { key: 'short.mark', text: 'A lovely thing.', was: null });
    await server.ok('PUT', path, { key: 'method.cups', text: '', was: null });
    await server.ok('POST', path, { key: 'days.own-1', after: null, text: 'It rained all week.' });
    await mark(bagId, 39, 9.4, { remarks: 'Out of nowhere.' });
    const moved = await read(id);
    expect(moved.content.sections).toEqual(before.content.sections);
    const told = differences(moved.content, moved.fresh?.sections ?? []);
    expect(told.map(({ now }) => now)).toContain('“Out of nowhere.”');
    expect(told.find(({ key }) => key === 'short.mark')).toMatchObject({ yours: 'A lovely thing.' });

    await server.ok('POST', `/write-ups/${id}/composed?today=${TODAY}`, {});
    const after = await read(id);
    expect(differences(after.content, after.fresh?.sections ?? [])).toEqual([]);
    const texts = textsOf(after.content);
    expect(texts).toEqual(expect.arrayContaining(['A lovely thing.', 'It rained all week.', '“Out of nowhere.”']));
    expect(texts.some((text) => text.startsWith('Eight cups'))).toBe(false);
    // What stood before is a version, and comes back whole.
    const [version] = after.versions;
    expect(version).toMatchObject({ number: 1, reason: 'before' });
    expect(writeUpContent.parse(await server.ok('GET', `/write-ups/${id}/versions/${version?.id ?? ''}`))).toEqual(
      moved.content,
    );
    await server.ok('POST', `/write-ups/${id}/versions/${version?.id ?? ''}/restore`, {});
    expect((await read(id)).content).toEqual(moved.content);
    expect((await read(id)).versions.map(({ number }) => number)).toEqual([2, 1]);
  });

  it('is given back to the record, or taken away', async () => {
    const id = await write('bag', { bagIds: [await followed('There and Back')] });
    const path = `/write-ups/${id}/passages`;
    await server.ok('PUT', path, { key: 'short.when', text: 'Some day.', was: null });
    await server.ok('PUT', path, { key: 'short.when', text: null, was: 'Some day.' });
    await server.ok('POST', path, { key: 'short.own-x', after: 'short.when', text: 'One.' });
    await server.ok('POST', path, { key: 'short.own-x', after: null, text: 'Two.' });
    expect((await read(id)).content).toMatchObject({
      edits: {},
      own: [{ key: 'short.own-x', after: 'short.when', text: 'Two.' }],
    });
    await server.ok('DELETE', `${path}/short.own-x`);
    expect((await read(id)).content.own).toEqual([]);
    // What says just what the record says is no edit.
    const said = textOf(await read(id), 'short.when') ?? '';
    await server.ok('PUT', path, { key: 'short.when', text: said, was: null });
    expect((await read(id)).content.edits).toEqual({});
  });

  it('is not undone by another who did not see it', async () => {
    const id = await write('bag', { bagIds: [await followed('Two Hands')] });
    const path = `/write-ups/${id}/passages`;
    await server.ok('PUT', path, { key: 'short.when', text: 'Mine.', was: null });
    const refusal = await refused(409, 'PUT', path, { key: 'short.when', text: 'Yours.', was: null });
    expect(refusal.message).toContain('“Mine.”');
    await server.ok('PUT', path, { key: 'short.when', text: 'Ours.', was: 'Mine.' });
    // The same once more changes nothing and is no conflict.
    await server.ok('PUT', path, { key: 'short.when', text: 'Ours.', was: 'Mine.' });
    expect((await read(id)).content.edits['short.when']?.text).toBe('Ours.');
    await refused(404, 'PUT', path, { key: 'short.nothing', text: 'x', was: null });
    await refused(422, 'POST', path, { key: 'nowhere.own-1', after: null, text: 'x' });
  });
});

describe('what is final', () => {
  it('is a version with its day, and a draft again once something is changed', async () => {
    const id = await write('bag', { bagIds: [await followed('Last Word')] });
    await server.ok('POST', `/write-ups/${id}/versions`, { finalOn: TODAY });
    await server.ok('POST', `/write-ups/${id}/versions`, { finalOn: TODAY });
    expect(await read(id)).toMatchObject({
      finalOn: TODAY,
      versions: [{ number: 1, reason: 'final', finalOn: TODAY }],
    });
    await server.ok('PUT', `/write-ups/${id}/passages`, { key: 'short.when', text: 'Or not.', was: null });
    expect((await read(id)).finalOn).toBeNull();
    expect((await list()).find((one) => one.id === id)).toMatchObject({ finalOn: null, finals: 1 });
    await refused(422, 'POST', `/write-ups/${id}/versions`, { finalOn: 'soon' });
  });

  it('outlives what it is of, and is deleted and brought back itself', async () => {
    const bagId = await followed('Gone Hill');
    const id = await write('bag', { bagIds: [bagId] });
    const { content } = await read(id);
    await server.ok('DELETE', `/bags/${bagId}`);
    expect(await read(id)).toMatchObject({ fresh: null, content });
    await refused(404, 'POST', `/write-ups/${id}/composed?today=${TODAY}`, {});

    await server.ok('POST', `/write-ups/${id}/versions`, {});
    await server.ok('DELETE', `/write-ups/${id}`);
    await refused(404, 'GET', `/write-ups/${id}?today=${TODAY}`);
    await server.ok('POST', `/write-ups/${id}/restore`, {});
    expect((await read(id)).versions).toHaveLength(1);

    await server.ok('DELETE', `/write-ups/${id}`);
    at += 31 * 86_400_000;
    await server.running.store.write((db) => purge(db, new Date(at)));
    await refused(404, 'POST', `/write-ups/${id}/restore`, {});
    at -= 31 * 86_400_000;
  });
});
