import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { bagInput } from '../../../contract/bag/bag';
import { NO_INSTRUMENTS } from '../../../contract/bench/instrument';
import type { LiveBrew } from '../../../contract/bench/live';
import { FIRST_SETTINGS } from '../../../contract/settings';
import { STARTER_RECIPES, steadyClock } from '../../../core/brew';
import { addBag } from '../../db/bag/bags';
import { addLive, keepLive, loadLive, loadLiveTrace, setLiveClosed } from '../../db/bench/live';
import { keepSettings } from '../../db/settings';
import { openStore, type Store } from '../../db/store';
import { simulatedInstrument } from '../../instruments/simulated/bench';
import { bagDraft } from '../../test/support/running';
import { BenchRecorder, type Told } from '../recorder';

const folder = mkdtempSync(join(tmpdir(), 'slow-crest-recorder-'));
const PATIENTLY = { timeout: 20_000, interval: 50 };
const silent = pino({ level: 'silent' });
let store: Store;
beforeAll(async () => {
  store = await openStore(join(folder, 'bench.sqlite'));
});
afterAll(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

async function started(kind: string, startedAt: number): Promise<LiveBrew> {
  const recipe = STARTER_RECIPES.find((one) => one.kind === kind);
  if (!recipe) throw new Error(`No starter recipe for ${kind}`);
  return store.write(async (db) => {
    await keepSettings(db, { ...FIRST_SETTINGS, instruments: { ...NO_INSTRUMENTS, connected: { scale: 'well' } } });
    const bagId = await addBag(db, bagInput.parse(bagDraft()), new Date());
    const id = await addLive(db, { bagId, recipe, recipeVersionId: null }, new Date());
    await keepLive(db, await loadLive(db, id), { startedAt });
    return loadLive(db, id);
  });
}

const lastS = async (id: string): Promise<number> =>
  (await store.read((db) => loadLiveTrace(db, id))).trace.at(-1)?.at(-1)?.[0] ?? -1;

describe('the recorder of the bench', () => {
  it('keeps what it heard within a fraction of a second, and tells those who watch', async () => {
    const live = await started('cone', Date.now());
    const recorder = new BenchRecorder(
      store,
      steadyClock(Date.now, () => performance.now()),
      simulatedInstrument,
      silent,
    );
    const told: Told[] = [];
    const unwatch = recorder.watch((what) => told.push(what));
    // At once, as when a start and a restart meet, and once more later.
    await Promise.all([recorder.begin(live), recorder.begin(live)]);
    await recorder.begin(live);
    await vi.waitFor(async () => expect(await lastS(live.id)).toBeGreaterThan(1), PATIENTLY);
    const kept = await lastS(live.id);
    const heard = told.flatMap((what) => (what.kind === 'readings' ? what.readings.readings : []));
    // Begun three times, listened to once: what is written down is each reading once as well.
    expect(new Set(heard.map(({ atS }) => atS)).size).toBe(heard.length);
    unwatch();
    await recorder.close();
    expect(await lastS(live.id)).toBeGreaterThanOrEqual(kept);
  });

  it('has all that was weighed since the start, though writing the start down took its time; only what is new of a brew it joins', async () => {
    const live = await started('cone', Date.now() - 1500);
    const recorder = new BenchRecorder(
      store,
      steadyClock(Date.now, () => performance.now()),
      simulatedInstrument,
      silent,
    );
    await recorder.begin(live, 0);
    const joined = await started('cone', Date.now() - 1500);
    await recorder.begin(joined);
    for (const id of [live.id, joined.id])
      await vi.waitFor(async () => expect(await lastS(id)).toBeGreaterThan(2), PATIENTLY);
    await recorder.close();
    const first = async (id: string) => (await store.read((db) => loadLiveTrace(db, id))).trace[0]?.[0]?.[0] ?? -1;
    expect(await first(live.id)).toBe(0);
    expect(await first(joined.id)).toBeGreaterThanOrEqual(1.5);
  });

  it('goes on with a running trace where the clock is set back, and after a restart since', async () => {
    let setBackMs = 0;
    const wall = (): number => Date.now() - setBackMs;
    const live = await started('cone', Date.now());
    const recorder = new BenchRecorder(
      store,
      steadyClock(wall, () => performance.now()),
      simulatedInstrument,
      silent,
    );
    await recorder.begin(live);
    await vi.waitFor(async () => expect(await lastS(live.id)).toBeGreaterThan(1), PATIENTLY);
    setBackMs = 3_600_000;
    const before = await lastS(live.id);
    await vi.waitFor(async () => expect(await lastS(live.id)).toBeGreaterThan(before + 1), PATIENTLY);
    await recorder.close();
    const kept = await lastS(live.id);
    const again = new BenchRecorder(
      store,
      steadyClock(wall, () => performance.now()),
      simulatedInstrument,
      silent,
    );
    await again.resume();
    await vi.waitFor(async () => expect(await lastS(live.id)).toBeGreaterThan(kept + 1), PATIENTLY);
    await again.close();
    const times = (await store.read((db) => loadLiveTrace(db, live.id))).trace.flat().map(([s]) => s);
    expect(times).toEqual([...times].sort((a, b) => a - b));
    await store.write((db) => setLiveClosed(db, live.id, new Date().toISOString()));
  });

  it('writes again what the database refused, and loses none of it', async () => {
    const live = await started('cone', Date.now());
    let refusals = 0;
    const stubborn: Store = {
      read: (work) => store.read(work),
      close: () => store.close(),
      replaceTables: (...others) => store.replaceTables(...others),
      addRowsOf: (...others) => store.addRowsOf(...others),
      write: (work) => (refusals++ < 3 ? Promise.reject(new Error('disk full')) : store.write(work)),
    };
    const recorder = new BenchRecorder(
      stubborn,
      steadyClock(Date.now, () => performance.now()),
      simulatedInstrument,
      silent,
    );
    // From the start on: how long the beginning took on a busy machine is not what is asked here.
    await recorder.begin(live, 0);
    await vi.waitFor(async () => expect(await lastS(live.id)).toBeGreaterThan(1.5), PATIENTLY);
    await recorder.close();
    expect(refusals).toBeGreaterThan(3);
    const { trace } = await store.read((db) => loadLiveTrace(db, live.id));
    expect(trace).toHaveLength(1);
    expect(trace[0]?.[0]?.[0]).toBe(0);
    expect((trace[0]?.length ?? 0) / ((trace[0]?.at(-1)?.[0] ?? 0) * 10)).toBeGreaterThan(0.9);
  });

  it('does not listen for hours to a steep, nor to a brew long over', async () => {
    const recorder = new BenchRecorder(
      store,
      steadyClock(Date.now, () => performance.now()),
      simulatedInstrument,
      silent,
    );
    const steep = await started('cold steep', Date.now() - 5 * 3_600_000);
    const forgotten = await started('cone', Date.now() - 3_600_000);
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] });
    await recorder.resume();
    vi.advanceTimersByTime(2000);
    await recorder.close();
    vi.useRealTimers();
    expect(await lastS(steep.id)).toBe(-1);
    expect(await lastS(forgotten.id)).toBe(-1);
  });
});
