import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { BrewDraft } from '../../contract/bag/brew';
import { FIRST_SETTINGS } from '../../contract/settings';
import { bagPage, shelf, type BagPage, type Shelf } from '../../contract/shelf/shelf';
import { fitInput, verdictOn } from '../../application/judgeBag';
import { compact, fitCrest, type CrestFit } from '../../core/crest';
import { daysBetween } from '../../core/rest';
import { TestServer, TODAY } from './support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const page = async (id: string): Promise<BagPage> =>
  bagPage.parse(await server.ok('GET', `/bags/${id}?today=${TODAY}`));
const cup = (differently: object): BrewDraft['cup'] => ({ scoringScale: 'mark10', mark: 8, ...differently });

const scored = ({ verdict }: BagPage): (number | null)[] =>
  [...verdict.brews].sort((a, b) => a.age - b.age).map(({ asScored }) => asScored);

/** Keeps a bag with some of what is written on it changed. */
async function rewrite(id: string, differently: object): Promise<void> {
  const { createdAt: _, revision: __, id: ___, freezerRate: ____, ...label } = (await page(id)).bag;
  await server.ok('PATCH', `/bags/${id}`, { ...label, ...differently });
}

describe('what best means', () => {
  it('is the overall mark until weights are set; then the attributes decide, on their own scale', async () => {
    const bagId = await server.addBag({ scoringScale: 'stars' });
    for (const [day, mark, aroma, sweetness] of [
      ['10', 3, 9, 5],
      ['15', 4, 7.5, 6],
      ['20', 4.5, 6, 7.5],
      ['25', 4, 5, 9],
    ] as const) {
      await server.addBrew(bagId, {
        brewedAt: `2026-02-${day}T08:00:00Z`,
        cup: { scoringScale: 'stars', mark, aroma, sweetness },
      });
    }
    const overall = await page(bagId);
    expect(overall.verdict.scale).toBe('stars');
    expect(scored(overall)).toEqual([60, 80, 90, 80]);
    const weights = { aroma: 1, acidity: 0, body: 0, sweetness: 3, cleanness: 0 };
    await rewrite(bagId, { weights });
    const weighed = await page(bagId);
    expect(weighed.bag.weights).toEqual(weights);
    expect(weighed.verdict.scale).toBe('composite');
    expect(scored(weighed)).toEqual([60, 63.75, 71.25, 80]);
    expect(weighed.verdict.sigma0).toBe(3);
    // Sweetness rises to the end, aroma falls: the sweeter the taste, the later the best day.
    await rewrite(bagId, { weights: { aroma: 1, acidity: 0, body: 0, sweetness: 0, cleanness: 0 } });
    expect((await page(bagId)).verdict.advisedDay).toBeLessThan(weighed.verdict.advisedDay);
    await rewrite(bagId, { weights: null });
    expect((await page(bagId)).verdict).toEqual(overall.verdict);
  });

  it('refuses weights that weigh nothing, or are no attribute', async () => {
    const none = { aroma: 0, acidity: 0, body: 0, sweetness: 0, cleanness: 0 };
    const bagId = await server.addBag();
    const { createdAt: _, revision: __, id: ___, freezerRate: ____, ...label } = (await page(bagId)).bag;
    expect((await server.refused('PATCH', `/bags/${bagId}`, { ...label, weights: none })).fields).toEqual([
      { path: 'weights.aroma', message: 'At least one attribute must weigh something' },
    ]);
    expect(
      (await server.refused('PATCH', `/bags/${bagId}`, { ...label, weights: { ...none, aroma: 11 } })).fields[0],
    ).toMatchObject({ path: 'weights.aroma' });
    expect(
      (await server.refused('PATCH', `/bags/${bagId}`, { ...label, weights: { ...none, aroma: 1, crema: 1 } }))
        .fields[0],
    ).toMatchObject({ path: 'weights.crema' });
  });
});

describe('filter and brewing water', () => {
  it('are kept with the brew and the reference, and their effect is told apart', async () => {
    const bagId = await server.addBag({
      reference: {
        style: 'filter',
        brewer: 'cone',
        doseG: 17,
        waterG: 272,
        waterC: 92,
        grindStep: 0,
        filter: 'thin paper',
      },
    });
    for (const [day, filter, mark] of [
      ['10', 'thin paper', 7],
      ['12', 'cloth', 8],
      ['14', 'thin paper', 7.3],
      ['16', 'cloth', 8.4],
      ['18', 'thin paper', 7.4],
    ] as const) {
      await server.addBrew(bagId, {
        brewedAt: `2026-02-${day}T08:00:00Z`,
        filter,
        waterRecipe: 'soft',
        cup: cup({ mark }),
      });
    }
    const read = await page(bagId);
    expect(read.bag.reference.filter).toBe('thin paper');
    expect(read.brews[0]).toMatchObject({ filter: 'thin paper', waterRecipe: 'soft' });
    expect(read.verdict.effects.map(({ factor, setting }) => `${factor} ${setting}`)).toEqual(['filter cloth']);
    expect(read.verdict.effects[0]?.mean).toBeGreaterThan(0);
  });
});

describe('the household’s settings', () => {
  it('begin as every household does, are kept, and the proposals obey them', async () => {
    expect(await server.ok('GET', '/settings')).toEqual(FIRST_SETTINGS);
    const bagId = await server.addBag({ weightG: 85 });
    for (const [day, brewer, mark] of [
      ['10', 'cone', 7],
      ['13', 'press', 8.7],
      ['16', 'cone', 7.5],
      ['19', 'press', 9],
    ] as const) {
      await server.addBrew(bagId, { brewer, brewedAt: `2026-02-${day}T08:00:00Z`, cup: cup({ mark }) });
    }
    expect((await page(bagId)).verdict.next[0]?.bestCup.changes).toEqual([{ factor: 'brewer', setting: 'press' }]);
    await server.ok('PATCH', '/settings', { brewers: ['cone', 'siphon'], oneChange: false });
    const without = await page(bagId);
    expect(without.settings).toMatchObject({ brewers: ['cone', 'siphon'], oneChange: false });
    for (const { bestCup, mostInformative } of without.verdict.next)
      expect([bestCup.changes, mostInformative.changes]).toEqual([[], []]);
    await server.addBrew(bagId, { brewedAt: '2026-02-21T08:00:00Z' });
    expect(await page(bagId)).toMatchObject({ cupsLeft: 0, verdict: { next: [] } });
    await server.ok('PATCH', '/settings', FIRST_SETTINGS);
    expect(
      (await server.refused('PATCH', '/settings', { brewers: 'all', oneChange: 1 })).fields
        .map(({ path }) => path)
        .sort(),
    ).toEqual(['brewers', 'oneChange']);
  });

  it('are changed only where a change says so, also when many come at once', async () => {
    await Promise.all([
      server.ok('PATCH', '/settings', { instruments: { connected: { scale: 'lags' } } }),
      server.ok('PATCH', '/settings', { instruments: { connected: { thermometer: 'well' }, hand: 'slow' } }),
      server.ok('PATCH', '/settings', { instruments: { speed: 20 } }),
      server.ok('PATCH', '/settings', { coaching: false }),
    ]);
    const instruments = { connected: { scale: 'lags', thermometer: 'well' }, hand: 'slow', speed: 20 };
    expect(await server.ok('GET', '/settings')).toEqual({ ...FIRST_SETTINGS, coaching: false, instruments });
    expect(await server.ok('PATCH', '/settings', { instruments: { connected: { scale: null } } })).toMatchObject({
      instruments: { ...instruments, connected: { thermometer: 'well' } },
    });
    expect(
      (
        await server.refused('PATCH', '/settings', {
          instruments: { hand: 'third', connected: { kettle: 'well' } },
          theme: 'dark',
        })
      ).fields
        .map(({ path }) => path)
        .sort(),
    ).toEqual(['instruments.connected.kettle', 'instruments.hand', 'theme']);
    await server.ok('PATCH', '/settings', {
      coaching: null,
      instruments: { connected: { thermometer: null }, hand: 'steady', speed: 1 },
    });
    expect(await server.ok('GET', '/settings')).toEqual(FIRST_SETTINGS);
  });
});

describe('blind repeats', () => {
  it('teach how repeatable the marks are, for every bag', async () => {
    const other = await server.addBag({ name: 'Judged with it' });
    for (const [day, mark] of [
      ['10', 7],
      ['15', 8],
      ['20', 8.5],
    ] as const)
      await server.addBrew(other, { brewedAt: `2026-02-${day}T08:00:00Z`, cup: cup({ mark }) });
    const before = await page(other);
    const repeated = await server.addBag({ name: 'Repeated', weightG: 1000 });
    const pairs = [
      [5, 8.2],
      [7.5, 9.5],
      [6, 8.8],
      [9.5, 6.5],
      [5.5, 8.4],
    ] as const;
    for (const [i, pair] of pairs.entries())
      for (const mark of pair)
        await server.addBrew(repeated, { brewedAt: `2026-02-1${i}T08:00:00Z`, cup: cup({ mark, blind: true }) });
    const after = await page(other);
    expect(before.prior).toBeNull();
    expect(after.prior?.noise.mean).toBeGreaterThan(0.3);
    const width = ({ verdict: { curve } }: BagPage): number => (curve[20]?.hi ?? NaN) - (curve[20]?.lo ?? NaN);
    expect(width(after)).toBeGreaterThan(width(before) * 1.1);
    // Taken back, the scale stands again.
    await server.ok('DELETE', `/bags/${repeated}`);
    const { judging: _, ...again } = await page(other);
    expect(before).toMatchObject(again);
  });
});

describe('the shelf', () => {
  it('names the one brew that would tell most today, with its price', async () => {
    const bagId = await server.addBag({ name: 'Riddle', weightG: 250 });
    for (const day of ['12', '17']) await server.addBrew(bagId, { brewedAt: `2026-02-${day}T08:00:00Z` });
    const read = shelf.parse(await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`));
    const [also, alone] = [read.pick?.reason ?? '', read.mostInformative];
    // Of the bag that is to be brewed it is said there, of another by itself.
    if (alone === null) expect(also).toMatch(/(This cup|To learn more, take the reference recipe .+: it) would .+\.$/);
    else {
      expect(alone.headline).toMatch(/^Most telling today: .+, the reference recipe/);
      expect(alone.reason).toMatch(/^It would .+, for 17 g; .+ left\.$/);
      expect(alone.bagId).not.toBe(read.pick?.bagId);
    }
    expect(read.lanes.map(({ id }) => id)).toContain((alone ?? read.pick)?.bagId);
  });
});

/** Runs Node as the application does, hands it `input`, and gives back what it prints. */
async function run(script: readonly string[], input: string): Promise<string> {
  const running = promisify(execFile)('node', ['--import', 'tsx', ...script], { encoding: 'utf8' });
  running.child.stdin?.end(input);
  return (await running).stdout;
}

describe('the same input', () => {
  it('gives the same bytes here, on the engine’s threads and on the command line', async () => {
    const bagId = await server.addBag({ name: 'Three Doors', roastedOn: '2026-02-01' });
    const log = [
      ['08', 'cone', 7.2],
      ['12', 'press', 8],
      ['16', 'cone', 8.5],
      ['21', 'press', 8.8],
      ['27', 'cone', 7.9],
    ] as const;
    for (const [day, brewer, mark] of log)
      await server.addBrew(bagId, { brewer, brewedAt: `2026-02-${day}T08:00:00Z`, cup: cup({ mark }) });
    // A cup that was only compared goes through the same doors.
    const [newest] = (await page(bagId)).brews;
    const comparisons = [{ thanId: newest?.id ?? '', was: 'better' as const }];
    await server.addBrew(bagId, { brewedAt: '2026-02-28T08:00:00Z', cup: cup({ mark: null, comparisons }) });
    const { bag, brews, prior, settings, cupsLeft, verdict } = await page(bagId);
    const input = fitInput(bag, brews, null);
    const here = JSON.stringify(compact(fitCrest(input)));
    const threads = await run(['server/test/children/onThreads.ts'], JSON.stringify(input));
    expect(threads).toBe(here);

    const file = {
      format: 'slow-crest.bag',
      version: 1,
      bag: {
        name: bag.name,
        roastedOn: bag.roastedOn,
        roastLevel: bag.roastLevel,
        process: bag.process,
        restAdviceDays: bag.restAdviceDays,
        weightG: bag.weightG,
      },
      reference: bag.reference,
      brews: brews.map(({ id: _, bagId: __, cup: kept, score, ...brew }) => {
        const [said] = kept.comparisons;
        const than = said && brews.findIndex(({ id }) => id === said.thanId);
        return { ...brew, overall: score, ...(said && { than, comparison: said.was }) };
      }),
      today: TODAY,
    };
    const line = JSON.parse(await run(['scripts/crest.ts'], `${JSON.stringify(file)}\n`)) as Record<string, unknown>;
    const fit = JSON.parse(here) as Record<string, unknown>;
    // What other programs read keeps the words it was first written in.
    const { peak, confounded, effects } = JSON.parse(here) as CrestFit;
    expect(line.peak).toEqual({ day: peak.day, lo: peak.lo, hi: peak.hi, level: peak.coverage });
    expect(line.entangled).toEqual(confounded);
    expect(line.effects).toEqual(effects.map(({ setting, ...effect }) => ({ ...effect, level: setting })));
    for (const key of [
      'advisedDay',
      'fresh',
      'shapes',
      'basis',
      'window',
      'core',
      'usable',
      'steady',
      'curve',
      'inWindow',
      'peakProbability',
    ] as const) {
      expect(JSON.stringify(line[key])).toBe(JSON.stringify(fit[key]));
    }
    // The page is judged with what the household's past taught; the command line knows no past.
    const judgedWith = (past: typeof prior): string =>
      verdictOn(compact(fitCrest(fitInput(bag, brews, past))), bag, TODAY, { ...settings, cupsLeft }).verdict;
    expect(verdict.verdict).toBe(judgedWith(prior));
    expect(line.verdict).toBe(judgedWith(null));
    expect([settings, cupsLeft > 0]).toEqual([FIRST_SETTINGS, true]);
  }, 60_000);
});

describe('the finished bags', () => {
  it('come with how they went over their rest days; bags in use without', async () => {
    const bagId = await server.addBag({ name: 'Drunk up', scoringScale: 'stars' });
    for (const [day, mark] of [
      ['08', 3],
      ['13', 4.5],
      ['18', 4.5],
      ['24', 3],
    ] as const)
      await server.addBrew(bagId, {
        brewedAt: `2026-02-${day}T08:00:00Z`,
        cup: cup({ scoringScale: 'stars', mark }),
      });
    const lanes = async (finished: 'yes' | 'no') =>
      shelf.parse(await server.ok<Shelf>('GET', `/shelf?today=${TODAY}&finished=${finished}`)).lanes;
    expect((await lanes('no')).find(({ id }) => id === bagId)?.history).toBeNull();
    await server.ok('PATCH', `/bags/${bagId}`, { finishedOn: '2026-02-25' });
    await vi.waitFor(async () => expect((await lanes('yes')).find(({ id }) => id === bagId)?.history).toBeTruthy(), {
      timeout: 20_000,
      interval: 100,
    });
    const history = (await lanes('yes')).find(({ id }) => id === bagId)?.history;
    const roastedOn = (await page(bagId)).roastedOn;
    expect(history?.brewed).toEqual(['08', '13', '18', '24'].map((day) => daysBetween(roastedOn, `2026-02-${day}`)));
    expect(history?.scale).toBe('stars');
    expect(history?.score).toBeGreaterThan(78);
    expect(history?.score).toBeLessThan(95);
    const best = history?.atBest.indexOf(Math.max(...history.atBest)) ?? NaN;
    expect(best).toBeGreaterThan(daysBetween(roastedOn, '2026-02-10'));
    expect(best).toBeLessThan(daysBetween(roastedOn, '2026-02-22'));
  });
});
