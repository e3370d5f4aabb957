import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  appendPoint,
  NO_WEIGHTS_YET,
  planOf,
  poursIn,
  screenWeight,
  STARTER_RECIPES,
  type Reading,
  type Recipe,
  type Trace,
} from '../../../core/brew';
import { HANDS, INSTRUMENTS, NO_INSTRUMENTS, type InstrumentSettings } from '../../../contract/bench/instrument';
import { simulatedInstrument } from '../simulated/bench';
import { pouringOf } from '../simulated/pouring';

const recipe = (kind: Recipe['kind']): Recipe => {
  const found = STARTER_RECIPES.find((one) => one.kind === kind);
  if (!found) throw new Error(`No starter recipe for ${kind}`);
  return found;
};
const settings = (
  connected: InstrumentSettings['connected'],
  hand: InstrumentSettings['hand'] = 'steady',
): InstrumentSettings => ({ ...NO_INSTRUMENTS, connected, hand });

beforeEach(() => vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] }));
afterEach(() => vi.useRealTimers());

/** What an instrument says in so many seconds. */
function heard(
  kind: (typeof INSTRUMENTS)[number],
  of: InstrumentSettings,
  seconds: number,
  brew = recipe('cone'),
): Reading[] {
  let now = 0;
  const readings: Reading[] = [];
  const instrument = simulatedInstrument(kind, { recipe: brew, seed: 7, settings: of, clock: () => now });
  const stop = instrument?.listen((batch) => readings.push(...batch));
  for (; now < seconds; now += 0.1) vi.advanceTimersByTime(100);
  stop?.();
  return readings;
}

describe('a simulated scale', () => {
  it('speaks ten times a second and follows the hand within a gram of the truth once settled', () => {
    const pouring = pouringOf(recipe('cone'), 'steady', 7);
    const readings = heard('scale', settings({ scale: 'well' }), 160);
    expect(readings.length).toBeGreaterThan(1580);
    const still = readings.filter(({ atS }) =>
      pouring.pours.every(({ fromS, untilS }) => atS < fromS || atS > untilS + 0.5),
    );
    for (const { atS, value } of still) expect(Math.abs(value - pouring.weightAt(atS))).toBeLessThan(0.5);
    expect(new Set(readings.map(({ value }) => value)).size).toBeGreaterThan(1000);
  });

  it.each(HANDS)('pours to the plan with a %s hand, and drains', (hand) => {
    const { pours, endS, weightAt } = pouringOf(recipe('cone'), hand, 3);
    expect(pours).toHaveLength(4);
    expect(Math.abs((pours.at(-1)?.toG ?? 0) - 272)).toBeLessThan(7);
    expect(endS).toBeGreaterThan(pours.at(-1)?.untilS ?? Infinity);
    expect(weightAt((endS ?? 0) + 1)).toBeLessThan(weightAt((endS ?? 0) - 1) - 50);
  });

  it('ends a shot near its seconds and its yield', () => {
    const { pours, endS } = pouringOf(recipe('espresso'), 'steady', 3);
    expect(Math.abs((endS ?? 0) - 29)).toBeLessThan(2);
    expect(Math.abs((pours[0]?.toG ?? 0) - 40)).toBeLessThan(1.5);
  });

  it('can drop out, jump and lag; what is wild is marked and the pours are found all the same', () => {
    const dropping = heard('scale', settings({ scale: 'drops out' }), 60);
    expect(dropping.some(({ atS }) => atS > 25.05 && atS < 30.9)).toBe(false);
    expect(dropping.some(({ atS }) => atS > 31.1)).toBe(true);

    const trace: Trace = [];
    const flaws: string[] = [];
    let screening = NO_WEIGHTS_YET;
    for (const reading of heard('scale', settings({ scale: 'jumps' }), 150)) {
      const screened = screenWeight(screening, reading);
      screening = screened.screening;
      if (screened.flaw) flaws.push(screened.flaw);
      else appendPoint(trace, [reading.atS, reading.value]);
    }
    expect(new Set(flaws)).toEqual(new Set(['negative', 'absurd', 'jump']));
    const { pours } = pouringOf(recipe('cone'), 'steady', 7);
    expect(poursIn(planOf(recipe('cone')), trace).map(({ toG }) => Math.round(toG))).toEqual(
      pours.map(({ toG }) => Math.round(toG)),
    );

    const lagging = heard('scale', settings({ scale: 'lags' }), 20).find(({ value }) => value > 20)?.atS ?? 0;
    const prompt = heard('scale', settings({ scale: 'well' }), 20).find(({ value }) => value > 20)?.atS ?? 0;
    expect(lagging - prompt).toBeCloseTo(1.5, 0);
  });
});

describe('the other instruments', () => {
  it('settle on a value, and are silent when not connected', () => {
    const all = settings({ thermometer: 'well', refractometer: 'well', 'ph-pen': 'well' });
    const [kettle, tds, ph] = (['thermometer', 'refractometer', 'ph-pen'] as const).map((kind) =>
      heard(kind, all, 20).map(({ value }) => value),
    );
    expect(Math.abs((kettle?.at(-1) ?? 0) - 92)).toBeLessThan(2);
    expect(tds?.[0]).toBeGreaterThan((tds?.at(-1) ?? 99) + 0.08);
    expect(tds?.at(-1)).toBeGreaterThan(1.2);
    expect(tds?.at(-1)).toBeLessThan(1.6);
    expect(Math.abs((ph?.at(-1) ?? 0) - 5)).toBeLessThan(0.2);
    for (const kind of INSTRUMENTS)
      expect(
        simulatedInstrument(kind, { recipe: recipe('cone'), seed: 1, settings: NO_INSTRUMENTS, clock: () => 0 }),
      ).toBeNull();
  });
});
