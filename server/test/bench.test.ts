import { setTimeout as passing } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { InstrumentSettings } from '../../contract/bench/instrument';
import { benchAnswer, liveTrace, type Bench, type LiveBrew, type LiveTrace } from '../../contract/bench/live';
import type { KeptTrace } from '../../contract/bag/making';
import type { BagPage, Shelf } from '../../contract/shelf/shelf';
import { STARTER_RECIPES, traceUntil, weightAt, type Recipe } from '../../core/brew';
import { pouringOf } from '../instruments/simulated/pouring';
import { bagDraft, TestServer, TODAY, hear } from './support/running';

const begun = Date.now();
/** Time that went by while nobody was there, ms. */
let awayMs = 0;
let server: TestServer;
let bagId: string;
beforeAll(async () => {
  // A clock that runs, from noon of the day of the tests.
  server = await new TestServer(() => new Date(Date.parse(`${TODAY}T12:00:00Z`) + Date.now() - begun + awayMs)).start();
  bagId = await server.addBag();
});
afterAll(() => server.end());

const recipeOf = (kind: Recipe['kind']): Recipe => {
  const found = STARTER_RECIPES.find((one) => one.kind === kind);
  if (!found) throw new Error(`No starter recipe for ${kind}`);
  return found;
};
const connect = (instruments: Partial<InstrumentSettings>) =>
  server.ok('PATCH', '/settings', { instruments: { hand: 'steady', speed: 1, ...instruments } });
const layOut = (kind: Recipe['kind'] = 'cone'): Promise<LiveBrew> =>
  server.ok('POST', '/bench', { bagId, recipe: recipeOf(kind) });
const bench = async (): Promise<Bench> => benchAnswer.parse(await server.ok('GET', '/bench'));
const traceOf = async (id: string): Promise<LiveTrace> => liveTrace.parse(await server.ok('GET', `/bench/${id}/trace`));
const liveOf = async (id: string): Promise<LiveBrew> =>
  (await bench()).brews.find((live) => live.id === id) ?? Promise.reject(new Error('Not on the bench'));
const clear = async (): Promise<void> => {
  for (const { id } of (await bench()).brews) await server.ok('DELETE', `/bench/${id}`);
};

async function until(what: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 300; i++) {
    if (await what()) return;
    await passing(100);
  }
  throw new Error('It did not come to pass within 30 s');
}

describe('a brew by hand', () => {
  it('keeps ticks, marks, fault and end through a restart, and goes into the log with them', async () => {
    await connect({});
    const { id } = await layOut();
    await server.ok('PATCH', `/bench/${id}`, { ticked: ['paper-rinsed', 'rinse-thrown-away'] });
    const { startedAt } = await server.ok<LiveBrew>('POST', `/bench/${id}/start`, {});
    await server.ok('PATCH', `/bench/${id}`, {
      marks: [
        { step: 0, atS: 12 },
        { step: 1, atS: 55.2 },
      ],
      fault: 'spill',
      faultNote: 'over the rim',
      vigour: 'wild',
      bed: 'hollow',
    });
    await server.stop();
    await server.start();
    expect(await liveOf(id)).toMatchObject({
      startedAt,
      ticked: ['paper-rinsed', 'rinse-thrown-away'],
      fault: 'spill',
      faultNote: 'over the rim',
      vigour: 'wild',
      bed: 'hollow',
      endedS: null,
    });
    await server.ok('PATCH', `/bench/${id}`, { endedS: 184 });
    const brewId = await server.addBrew(bagId, {
      liveId: id,
      drainS: 184,
      making: { vigour: 'lively', bed: 'hollow far left', tdsPercent: 1.34, tastes: ['sharp'] },
    });
    const brew = (await server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`)).brews.find(
      (one) => one.id === brewId,
    );
    expect(brew?.making).toMatchObject({
      vigour: 'lively',
      bed: 'hollow far left',
      tdsPercent: 1.34,
      tastes: ['sharp'],
      hasTrace: false,
      recipe: { name: 'Growing pours' },
    });
    expect(brew?.making?.stageTimes).toEqual([
      { step: 0, fromS: null, untilS: 12, toG: null },
      { step: 1, fromS: null, untilS: 55.2, toG: null },
    ]);
    expect((await bench()).brews).toEqual([]);
    expect((await server.refused('GET', `/brews/${brewId}/trace`)).status).toBe(404);
  });

  it('is refused what cannot be', async () => {
    const { id } = await layOut();
    expect((await server.refused('PATCH', `/bench/${id}`, { endedS: 10 })).message).toBe(
      'This brew has not started yet.',
    );
    expect((await server.refused('PATCH', `/bench/${id}`, { marks: [{ step: -1, atS: 3 }] })).fields[0]?.path).toBe(
      'marks.0.step',
    );
    expect((await server.refused('PATCH', `/bench/${id}`, { startedAt: 1 })).fields[0]?.path).toBe('startedAt');
    await server.ok('POST', `/bench/${id}/start`, {});
    expect((await server.refused('POST', `/bench/${id}/start`, {})).message).toBe('This brew has started already.');
    const other = await server.addBag({ name: 'Another' });
    expect(
      (await server.refused('POST', `/bags/${other}/brews`, { ...withoutRecipe, liveId: id })).fields[0],
    ).toMatchObject({ path: 'liveId' });
    expect(
      (await server.refused('POST', '/bench', { bagId, recipe: { ...recipeOf('cone'), stages: [] } })).fields[0]?.path,
    ).toBe('recipe.stages');
    const nobody = '0f0e7c2e-0000-4000-8000-000000000000';
    expect(
      (await server.refused('POST', '/bench', { bagId, recipe: recipeOf('cone'), recipeVersionId: nobody })).fields[0]
        ?.path,
    ).toBe('recipeVersionId');
    expect((await server.refused('POST', '/bench', { bagId: nobody, recipe: recipeOf('cone') })).status).toBe(404);
    expect(
      (await server.refused('POST', `/bags/${bagId}/brews`, { ...withoutRecipe, making: { grinderId: nobody } }))
        .fields[0]?.path,
    ).toBe('making.grinderId');
    expect(
      (await server.refused('POST', `/bags/${bagId}/brews`, { ...withoutRecipe, making: { recipeVersionId: nobody } }))
        .fields[0]?.path,
    ).toBe('making.recipeVersionId');
    expect((await server.refused('POST', `/bags/${bagId}/brews`, { ...withoutRecipe, liveId: nobody })).status).toBe(
      404,
    );
    expect((await server.refused('POST', '/bags', { ...bagDraft(), referenceRecipeId: nobody })).fields[0]?.path).toBe(
      'referenceRecipeId',
    );
    await clear();
  });

  it('can be cleared away and put back, and two can be on the bench with a staggered start', async () => {
    const [first, second] = [await layOut(), await layOut('flat-bottom')];
    await server.ok('DELETE', `/bench/${first.id}`);
    expect((await bench()).brews.map(({ id }) => id)).toEqual([second.id]);
    await server.ok('POST', `/bench/${first.id}/restore`, {});
    const a = await server.ok<LiveBrew>('POST', `/bench/${first.id}/start`, {});
    const b = await server.ok<LiveBrew>('POST', `/bench/${second.id}/start`, { inS: 45 });
    expect(Math.round(((b.startedAt ?? 0) - (a.startedAt ?? 0)) / 1000)).toBe(45);
    await clear();
  });

  it('that steeps long comes back to the shelf with the time it is due', async () => {
    const { id } = await layOut('cold steep');
    const { startedAt } = await server.ok<LiveBrew>('POST', `/bench/${id}/start`, {});
    const { bench: onBench } = await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`);
    expect(onBench).toEqual([
      expect.objectContaining({
        id,
        bagId,
        kind: 'cold steep',
        end: 'strained',
        dueAt: (startedAt ?? 0) + 14 * 3_600_000,
        over: false,
      }),
    ]);
    await clear();
  });
});

describe('a brew with a simulated scale', () => {
  it('records what the hand did, notices the end, and keeps a thinned trace with the log', async () => {
    await connect({ connected: { scale: 'well' }, speed: 20 });
    const live = await layOut();
    await server.ok('POST', `/bench/${live.id}/start`, {});
    await until(async () => (await liveOf(live.id)).endedS !== null);
    const truth = pouringOf(live.recipe, 'steady', live.seed);
    expect(Math.abs(((await liveOf(live.id)).endedS ?? 0) - (truth.endS ?? 0))).toBeLessThan(1);
    const whole = traceUntil((await traceOf(live.id)).trace, truth.endS ?? 0);
    const brewId = await server.addBrew(bagId, { liveId: live.id });
    const brew = (await server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`)).brews.find(
      (one) => one.id === brewId,
    );
    expect(brew?.making?.stageTimes).toHaveLength(4);
    for (const [i, pour] of truth.pours.entries()) {
      const time = brew?.making?.stageTimes[i];
      expect(Math.abs((time?.fromS ?? 0) - pour.fromS)).toBeLessThan(1);
      expect(Math.abs((time?.untilS ?? 0) - pour.untilS)).toBeLessThan(1);
      expect(Math.abs((time?.toG ?? 0) - pour.toG)).toBeLessThan(1);
    }
    const { trace } = await server.ok<KeptTrace>('GET', `/brews/${brewId}/trace`);
    expect(trace.flat().length).toBeLessThan(whole.flat().length / 5);
    for (const [s, g] of whole.flat()) expect(Math.abs((weightAt(trace, s) ?? Infinity) - g)).toBeLessThan(0.5);
    // What the bench recorded outlives a later change of the log.
    await server.ok('PATCH', `/brews/${brewId}`, { ...withoutRecipe, making: { bed: 'flat' } });
    const edited = (await server.ok<BagPage>('GET', `/bags/${bagId}?today=${TODAY}`)).brews.find(
      (one) => one.id === brewId,
    );
    expect(edited?.making).toMatchObject({
      bed: 'flat',
      hasTrace: true,
      stageTimes: brew?.making?.stageTimes,
      recipe: { name: 'Growing pours' },
    });
    expect((await server.ok<KeptTrace>('GET', `/brews/${brewId}/trace`)).trace).toEqual(trace);
  });

  it('shows a dropout as a gap and marks wild readings', async () => {
    await connect({ connected: { scale: 'drops out' }, speed: 20 });
    const dropping = await layOut();
    await server.ok('POST', `/bench/${dropping.id}/start`, {});
    await connect({ connected: { scale: 'jumps' }, speed: 20 });
    const jumping = await layOut();
    await server.ok('POST', `/bench/${jumping.id}/start`, {});
    await until(async () => ((await traceOf(jumping.id)).trace.at(-1)?.at(-1)?.[0] ?? 0) > 60);
    const [gap, wild] = [await traceOf(dropping.id), await traceOf(jumping.id)];
    expect(gap.trace.length).toBeGreaterThan(1);
    expect(weightAt(gap.trace, 28)).toBeNull();
    expect(
      gap.trace
        .flat()
        .filter(([s]) => s > 31 && s < 35)
        .every(([, g]) => g > 40),
    ).toBe(true);
    expect(Object.keys(wild.flaws).sort()).toEqual(['absurd', 'jump', 'negative']);
    expect(wild.trace.flat().every(([, g]) => g > -3 && g < 260)).toBe(true);
    await clear();
  });

  it('goes on listening after a restart, with a gap for the time it was away', async () => {
    await connect({ connected: { scale: 'well' }, speed: 5 });
    const live = await layOut();
    await server.ok('POST', `/bench/${live.id}/start`, {});
    await until(async () => ((await traceOf(live.id)).trace.at(-1)?.at(-1)?.[0] ?? 0) > 5);
    await server.stop();
    awayMs += 2000;
    await server.start();
    await until(async () => (await traceOf(live.id)).trace.length > 1);
    const { trace } = await traceOf(live.id);
    expect((trace[1]?.[0]?.[0] ?? 0) - (trace[0]?.at(-1)?.[0] ?? 0)).toBeGreaterThan(2);
    await clear();
  });

  it('streams to whoever watches, and refuses instruments that are not connected', async () => {
    await connect({ connected: { scale: 'well', thermometer: 'well' }, speed: 20 });
    const live = await layOut();
    await server.ok('POST', `/bench/${live.id}/start`, {});
    expect(await listenTo('/bench/stream', 3)).toContain(`"kind":"scale","brew":"${live.id}"`);
    expect(await listenTo(`/bench/instruments/thermometer/stream?brew=${live.id}`, 1)).toContain(
      '"kind":"thermometer"',
    );
    expect((await server.refused('GET', '/bench/instruments/ph-pen/stream')).message).toContain('not connected');
    expect((await server.refused('GET', '/bench/instruments/kettle/stream')).status).toBe(422);
    await clear();
  });
});

/** Reads so many events off a stream. */
const listenTo = (path: string, events: number): Promise<string> =>
  hear(server.running.address, path, (said) => said.split('event: readings').length > events);

const withoutRecipe = {
  style: 'filter',
  brewer: 'cone',
  doseG: 17,
  waterG: 272,
  waterC: 92,
  grindStep: 0,
  brewedAt: '2026-02-20T08:00:00+01:00',
  cup: { scoringScale: 'mark10', mark: 8 },
};
