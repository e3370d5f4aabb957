import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { crests, liking, readings, repeats, standings, twoTasters } from '../../contract/palate/palateReading';
import type { ForetoldCupRow } from '../../contract/palate/palate';
import type { ReferenceTasting, Trainer } from '../../contract/palate/reference';
import type { SittingDraft } from '../../contract/table/sitting';
import type { Taster } from '../../contract/table/taster';
import type { BagPage } from '../../contract/shelf/shelf';
import type { ValueForPrice } from '../../core/palate';
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
const bag = (name: string, differently = {}): Promise<string> =>
  server.addBag({ name, roastedOn: ROASTED, ...differently });
const mark = (
  bagId: string,
  day: number,
  value: number,
  differently: object = {},
  brew: object = {},
): Promise<string> =>
  server.addBrew(bagId, {
    brewedAt: onDay(day),
    cup: { scoringScale: 'mark10', mark: value, ...differently },
    ...brew,
  });
const taster = async (name: string): Promise<string> => (await server.ok<Taster>('POST', '/tasters', { name })).id;

describe('what instruments said', () => {
  it('is every roast colour with a claimed roast and every pH of a sound brew', async () => {
    const measured = await bag('Measured', { roastLevel: 'light', colourWhole: 88, colourGround: 95.5 });
    await bag('Unclaimed', { roastLevel: null, colourGround: 70 });
    const making = { recipeVersionId: null, ph: 5.02 };
    const brewId = await mark(measured, 9, 8, {}, { making });
    await mark(measured, 10, 8, {}, { making, fault: 'spill' });
    const told = readings.parse(await server.ok('GET', '/palate/readings'));
    expect(told).toEqual({
      colours: [{ bagId: measured, roastLevel: 'light', whole: 88, ground: 95.5 }],
      ph: [{ brewId, style: 'filter', ph: 5.02 }],
    });
    await server.ok('DELETE', `/bags/${measured}`);
    expect(readings.parse(await server.ok('GET', '/palate/readings'))).toEqual({ colours: [], ph: [] });
  });
});

describe('repeats', () => {
  it('are cups of one brew by one taster and blind cups of one recipe on one day, and the engine hears of them at once', async () => {
    const [ines, omar] = [await taster('Ines'), await taster('Omar')];
    const bagId = await bag('Repeated');
    const told = async () => repeats.parse(await server.ok('GET', '/palate/repeats'));
    expect((await told()).tasters).toEqual([]);
    const next = await bag('Next');
    const noise = async (of: string) =>
      (await server.ok<BagPage>('GET', `/bags/${of}?today=${TODAY}`)).prior?.noise ?? null;
    expect(await noise(next)).toBeNull();

    const pot = await mark(bagId, 9, 8, {}, { tasterId: ines });
    await mark(bagId, 9, 8.4, {}, { tasterId: ines, potId: pot });
    // Another taster of the same brew repeats nothing; nor do two open cups of one recipe.
    await mark(bagId, 9, 5, {}, { tasterId: omar, potId: pot });
    await mark(bagId, 12, 7, {}, { tasterId: omar });
    await mark(bagId, 12, 5, {}, { tasterId: omar });
    for (const [value, hour] of [
      [6, 9],
      [6.6, 11],
    ] as const)
      await mark(bagId, 15, value, { blind: true, acidity: value }, { tasterId: ines, brewedAt: onDay(15, hour) });
    const { tasters, engine } = await told();
    expect(tasters.map(({ name }) => name)).toEqual(['Ines']);
    const [ofInes] = tasters;
    expect(ofInes?.scales[0]).toMatchObject({ scale: 'mark10', assumed: 0.35, repeatability: { degrees: 2 } });
    // s² = (0.4²/2 + 0.6²/2) / 2
    expect(ofInes?.scales[0]?.repeatability.sd).toBeCloseTo(Math.sqrt((0.08 + 0.18) / 2), 9);
    expect(ofInes?.attributes).toMatchObject([{ of: 'acidity', isLevel: false, repeatability: { degrees: 1 } }]);
    expect(engine).toMatchObject({ repeats: 2, bags: 0 });
    expect((await noise(next))?.mean).not.toBe(0);
    // In the bag's own judgement they speak by themselves, and not a second time.
    expect((await noise(bagId))?.mean ?? 0).toBe(0);
  });
});

describe('liking', () => {
  it('is silent below fifteen cups, and then says what goes with a taster’s own marks', async () => {
    const mira = await taster('Mira');
    const bagId = await bag('Liked');
    const of = async (id: string) => liking.parse(await server.ok('GET', `/palate/liking?taster=${id}`));
    for (let i = 0; i < 14; i++) {
      const level = 1 + (i % 5);
      const intensities = [{ attribute: 'sweetness', intensity: String(level), adequacy: null }];
      await mark(bagId, 5 + i, 5 + level / 2, { intensities }, { tasterId: mira });
    }
    expect(await of(mira)).toEqual({ cups: 14, liking: null });
    await mark(bagId, 30, 7, { descriptors: [{ typed: 'quince', slot: 'cup' }] }, { tasterId: mira });
    const { liking: said } = await of(mira);
    expect(said?.drivers[0]).toMatchObject({ kind: 'level', of: 'sweetness' });
    expect(said?.drivers[0]?.effect.lo).toBeGreaterThan(0);
    expect((await of(await taster('Nobody yet'))).cups).toBe(0);
  });
});

describe('standings', () => {
  it('put bags in order within their kind, by marks and by what was preferred at the table, beside a yardstick', async () => {
    const kind = { origin: 'Rwanda', process: 'washed' as const };
    const [good, less, other] = [
      await bag('Good', kind),
      await bag('Less', kind),
      await bag('Other', { origin: 'Yemen' }),
    ];
    for (const day of [9, 12, 15]) {
      await mark(good, day, 8.8);
      await mark(less, day, 6.5);
      await mark(other, day, 7.5);
    }
    const cup = (id: string, bagId: string) => ({ id, name: id, bagId, parameters: REFERENCE });
    const draft: SittingDraft = {
      name: 'Against one',
      kind: 'yardstick',
      scoringScale: 'mark10',
      yardstick: { name: 'The best so far' },
      cups: [cup('g', good), cup('l', less)],
    };
    const { id } = await server.ok<{ id: string }>('POST', '/sittings', draft);
    const { secret } = await server.ok<{ secret: string }>('POST', `/sittings/${id}/seats`, { name: 'Mira' });
    const key = await server.ok<{ cups: { id: string; code: string }[] }>('POST', `/sittings/${id}/key`);
    for (const { id: cupId, code } of key.cups)
      await server.ok('PUT', `/seats/${secret}/answer`, {
        written: 1,
        cup: { code, answer: { mark: cupId === 'g' ? 9 : 6, againstYardstick: cupId === 'g' ? 'like' : 'worse' } },
      });
    await server.ok('POST', `/sittings/${id}/reveal`);
    const { all, kinds } = standings.parse(await server.ok('GET', '/palate/standings'));
    const rwanda = kinds.find(({ field, value }) => field === 'origin' && value === 'Rwanda')?.standings ?? [];
    const names = rwanda.map(({ name }) => name);
    expect(names.filter((name) => name !== 'The best so far')).toEqual(['Good', 'Less']);
    expect(rwanda.find(({ bagId }) => bagId === null)).toMatchObject({ name: 'The best so far' });
    expect(names.at(-1)).toBe('Less');
    expect(all.map(({ name }) => name)).toContain('Other');
    expect(kinds.some(({ value }) => value === 'Yemen')).toBe(false);
  });
});

describe('the record of cups logged by a reveal', () => {
  it('foretells each by what was there before, and the words it was compared in', async () => {
    const bagId = await bag('Ranked');
    await mark(bagId, 9, 7.2);
    const cup = (id: string, waterC: number) => ({ id, name: id, bagId, parameters: { ...REFERENCE, waterC } });
    const draft: SittingDraft = {
      name: 'Two cups',
      kind: 'same-recipe',
      scoringScale: 'mark10',
      cups: [cup('a', 92), cup('c', 96)],
    };
    const { id } = await server.ok<{ id: string }>('POST', '/sittings', draft);
    const { secret } = await server.ok<{ secret: string }>('POST', `/sittings/${id}/seats`, { name: 'Ines' });
    const key = await server.ok<{ cups: { id: string; code: string }[] }>('POST', `/sittings/${id}/key`);
    const write = (body: object) => server.ok('PUT', `/seats/${secret}/answer`, { written: 1, ...body });
    for (const { id: cupId, code } of key.cups) await write({ cup: { code, answer: { mark: cupId === 'a' ? 7 : 8 } } });
    const codeOf = (cupId: string): string => key.cups.find((one) => one.id === cupId)?.code ?? '';
    await write({ table: { ranking: [[codeOf('c')], [codeOf('a')]] } });
    await server.ok('POST', `/sittings/${id}/reveal`);
    const { brews } = await server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`);
    const compared = brews.find((brew) => brew.cup.comparisons.length > 0);
    const { cups } = await server.ok<{ cups: ForetoldCupRow[] }>('GET', '/palate/record');
    const foretold = cups.find(({ brewId }) => brewId === compared?.id)?.against ?? [];
    expect(foretold).toMatchObject([{ thanId: compared?.cup.comparisons[0]?.thanId, was: 'better' }]);
    for (const { better, like, worse } of foretold) {
      expect(better + like + worse).toBeCloseTo(1, 2);
      // How the two were was not known beforehand.
      expect(better).toBeLessThan(0.8);
    }
  });
});

describe('bags scored in two ways', () => {
  let second: TestServer;
  beforeAll(async () => {
    second = await new TestServer(() => new Date(at)).start();
  });
  afterAll(() => second.end());

  it('stand by themselves until cups scored both ways tell how the two compare', async () => {
    const logged = (bagId: string, day: number, cup: object): Promise<string> =>
      second.addBrew(bagId, { brewedAt: onDay(day), cup: { scoringScale: 'mark10', mark: null, ...cup } });
    const level = (bagId: string, day: number, mark: number) => logged(bagId, day, { scoringScale: 'levels', mark });
    const priced = (name: string, scoringScale: 'mark10' | 'levels', price: number) =>
      second.addBag({ name, roastedOn: ROASTED, scoringScale, price, weightG: 250 });
    const marked = [await priced('A', 'mark10', 12), await priced('B', 'mark10', 14), await priced('C', 'mark10', 16)];
    for (const bagId of marked) for (const day of [9, 13, 17]) await logged(bagId, day, { mark: 7.8 });
    const liked = await priced('Liked', 'levels', 14);
    for (const day of [9, 13, 17]) await level(liked, day, 3);
    const told = async () => standings.parse(await second.ok('GET', '/palate/standings'));
    const before = await told();
    expect(before.scale).toBe('mark10');
    expect(before.all.map(({ name }) => name).sort()).toEqual(['A', 'B', 'C']);
    expect(before.apart).toMatchObject([{ scale: 'levels', standings: [{ name: 'Liked', place: 1 }] }]);
    // Nothing is said of its value beside bags it cannot be held against.
    expect(await second.ok('GET', `/bags/${liked}/value`)).toEqual({ value: null });

    // The same three coffees once more, and others, in levels.
    for (const name of ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H']) {
      const bagId = await priced(name, 'levels', 15);
      for (const day of [9, 13, 17]) await level(bagId, day, 3);
    }
    const after = await told();
    expect(after.apart).toEqual([]);
    const line = after.all.find(({ name }) => name === 'Liked');
    expect(line?.bestPlace).toBe(1);
    // Most cups are in levels now: the marks of 7.8 are read as the levels of 3 they were.
    expect(after.scale).toBe('levels');
    for (const { mean } of after.all) expect(Math.abs(mean - (line?.mean ?? NaN))).toBeLessThan(6);
    const { value } = await second.ok<{ value: ValueForPrice | null }>('GET', `/bags/${liked}/value`);
    expect(value?.of).toBe(12);
    expect(value?.above.lo).toBeLessThan(0);
    expect(value?.above.hi).toBeGreaterThan(0);
  });
});

describe('crests', () => {
  it('tell how the household’s own days moved away from the table, bag by bag', async () => {
    const told = async () => crests.parse(await server.ok('GET', '/palate/crests'));
    expect((await told()).bags).toBe(0);
    for (const name of ['First', 'Second']) {
      const bagId = await bag(name, { roastLevel: 'light', process: 'washed' });
      for (const [day, value] of [
        [5, 5],
        [12, 6],
        [20, 7],
        [30, 8.5],
        [38, 8.2],
      ] as const)
        await mark(bagId, day, value);
      await server.ok('PATCH', `/bags/${bagId}`, { finishedOn: TODAY, was: { finishedOn: null } });
    }
    const { bags, kinds, shapes } = await told();
    expect(bags).toBe(2);
    const [light] = kinds;
    expect(light).toMatchObject({ roastLevel: 'light', process: 'washed', bags: 2, moves: [{}, {}] });
    expect(light?.learntDays).toBeGreaterThan(light?.tableDays ?? Infinity);
    const total = Object.values(shapes.learnt).reduce((sum, one) => sum + one, 0);
    expect(total).toBeCloseTo(1, 6);
  });
});

describe('two tasters', () => {
  it('are held against each other over the brews both had', async () => {
    const [ada, ben] = [await taster('Ada'), await taster('Ben')];
    const bagId = await bag('Shared');
    for (const day of [8, 10, 12]) {
      const pot = await mark(bagId, day, 8, { descriptors: [{ typed: 'quince', slot: 'cup' }] }, { tasterId: ada });
      await mark(bagId, day, 7.5, { descriptors: [{ typed: 'walnut', slot: 'cup' }] }, { tasterId: ben, potId: pot });
    }
    const told = twoTasters.parse(await server.ok('GET', `/palate/tasters?first=${ada}&second=${ben}`));
    expect(told).toMatchObject({ brews: 3, difference: { pairs: 3 } });
    expect(told.difference?.mean).toBeCloseTo(5, 9);
    expect(told.words).toEqual({ both: [], onlyFirst: ['quince'], onlySecond: ['walnut'] });
    const turned = twoTasters.parse(await server.ok('GET', `/palate/tasters?first=${ben}&second=${ada}`));
    expect(turned.difference?.mean).toBeCloseTo(-5, 9);
  });
});

describe('references', () => {
  it('are planned, logged and taken away', async () => {
    const draft = { on: TODAY, items: [{ wordId: 'quince', food: 'quince jelly' }] };
    const { id } = await server.ok<{ id: string }>('POST', '/palate/references', draft);
    const all = (): Promise<ReferenceTasting[]> => server.ok('GET', '/palate/references');
    expect(await all()).toMatchObject([{ id, items: [{ wordId: 'quince', matched: null }] }]);
    const matched = { on: TODAY, items: [{ wordId: 'quince', food: 'quince jelly', matched: 'near' }] };
    await server.ok('PUT', `/palate/references/${id}`, matched);
    expect((await all())[0]?.items[0]?.matched).toBe('near');
    expect((await server.refused('POST', '/palate/references', { on: TODAY, items: [] })).fields[0]?.path).toBe(
      'items',
    );
    await server.ok('DELETE', `/palate/references/${id}`);
    expect(await all()).toEqual([]);
    await server.ok('POST', `/palate/references/${id}/restore`);
    expect((await all())[0]?.id).toBe(id);
    await server.ok('DELETE', `/palate/references/${id}`);
    const nobody = '0f0e7c2e-1111-4111-8111-000000000000';
    expect((await server.refused('DELETE', `/palate/references/${nobody}`)).status).toBe(404);
  });

  it('and words are asked back, the later the better it went', async () => {
    const now = (): Promise<Trainer> => server.ok('GET', '/palate/trainer');
    const first = await now();
    expect(first.of).toBeGreaterThan(1);
    expect(first.due).toBe(first.of);
    const { question } = first;
    expect(question?.options.map(({ id }) => id)).toContain(question?.answer);
    await server.ok('POST', '/palate/trainer', { key: question?.key, outcome: 'right' });
    const second = await now();
    expect(second.due).toBe(first.due - 1);
    expect(second.question?.key).not.toBe(question?.key);
    for (let { question: next } = second; next; { question: next } = await now())
      await server.ok('POST', '/palate/trainer', { key: next.key, outcome: 'wrong' });
    expect(await now()).toMatchObject({ due: 0, question: null });
    expect((await now()).nextOn).not.toBeNull();
    // The wrong ones come again first.
    at += 2 * 86_400_000;
    const again = await now();
    expect(again.due).toBeGreaterThan(0);
    expect(again.question?.key).not.toBe(question?.key);
  });
});

describe('levels of whoever gives no marks', () => {
  it('count by what the household’s own marks say amounts are worth', async () => {
    const taught = await bag('Taught');
    for (let i = 0; i < 18; i++) {
      const level = 1 + (i % 5);
      const intensities = [{ attribute: 'flowers', intensity: String(level), adequacy: null }];
      await mark(taught, 5 + i, 5 + 0.6 * level, { intensities });
    }
    const unmarked = await bag('Unmarked');
    const page = () => server.ok<BagPage>('GET', `/bags/${unmarked}?today=${TODAY}`);
    for (const [day, intensity] of [
      [6, '2'],
      [12, '4'],
      [18, '5'],
    ] as const) {
      const intensities = [{ attribute: 'flowers', intensity, adequacy: null }];
      await server.addBrew(unmarked, {
        brewedAt: onDay(day),
        cup: { scoringScale: 'mark10', mark: null, intensities },
      });
    }
    // The past is read when a bag is finished.
    await server.ok('PATCH', `/bags/${taught}`, { finishedOn: TODAY, was: { finishedOn: null } });
    const { verdict, prior } = await page();
    expect(prior?.levelLikings?.flowers?.slope).toBeGreaterThan(0);
    expect(verdict.basis).toEqual({ marks: 0, levels: 3, comparisons: 0 });
    const scored = new Map(verdict.brews.map(({ age, asScored }) => [Math.round(age), asScored ?? NaN]));
    expect(scored.get(18)).toBeGreaterThan(scored.get(6) ?? NaN);
  });
});
