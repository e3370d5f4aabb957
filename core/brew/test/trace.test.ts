import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  appendPoint,
  flowAt,
  gapsIn,
  isLift,
  NO_WEIGHTS_YET,
  planOf,
  poursIn,
  screenWeight,
  shotEnd,
  stageTimesOf,
  stageTimesOfMarks,
  thin,
  traceUntil,
  weightAt,
  type Flaw,
  type Reading,
  type Screening,
  type Trace,
} from '..';
import { CONE, starter } from './samples';

/** Readings ten times a second of a weight that follows `at`. */
function readings(fromS: number, untilS: number, at: (s: number) => number): Reading[] {
  return Array.from({ length: Math.round((untilS - fromS) * 10) + 1 }, (_, i) => ({
    atS: fromS + i / 10,
    value: at(fromS + i / 10),
  }));
}

function screenAll(all: readonly Reading[]): {
  good: Reading[];
  flaws: Flaw[];
  shifts: { atS: number; byG: number }[];
} {
  let screening: Screening = NO_WEIGHTS_YET;
  const [good, flaws, shifts]: [Reading[], Flaw[], { atS: number; byG: number }[]] = [[], [], []];
  for (const reading of all) {
    const screened = screenWeight(screening, reading);
    screening = screened.screening;
    if (screened.flaw) flaws.push(screened.flaw);
    else good.push(reading);
    if (screened.shift) shifts.push(screened.shift);
  }
  return { good, flaws, shifts };
}

const traceOf = (all: readonly Reading[]): Trace => {
  const trace: Trace = [];
  for (const { atS, value } of all) appendPoint(trace, [atS, value]);
  return trace;
};

/** Two pours: to 50 g from 2 to 12 s, to 120 g from 40 to 54 s. */
const twoPours = (s: number): number =>
  s < 2 ? 0 : s < 12 ? (s - 2) * 5 : s < 40 ? 50 : s < 54 ? 50 + (s - 40) * 5 : 120;

describe('screening weights', () => {
  it('marks negative, absurd and jumping values and takes the rest', () => {
    const { good, flaws } = screenAll([
      { atS: 0, value: 0 },
      { atS: 0.1, value: -250 },
      { atS: 0.2, value: 0.1 },
      { atS: 0.3, value: 99_999 },
      { atS: 0.4, value: NaN },
      { atS: 0.5, value: 0.3 },
      { atS: 0.6, value: 400 },
      { atS: 0.7, value: 0.4 },
    ]);
    expect(flaws).toEqual(['negative', 'absurd', 'absurd', 'jump']);
    expect(good.map(({ value }) => value)).toEqual([0, 0.1, 0.3, 0.4]);
  });

  it('forgives the drift of a tared scale and the fastest hand', () => {
    expect(screenAll(readings(0, 10, (s) => -2 + s * 0.1)).flaws).toEqual([]);
    expect(screenAll(readings(0, 10, (s) => s * 35)).flaws).toEqual([]);
  });

  it('believes a level that stays, and says when it changed', () => {
    const { shifts, good } = screenAll(readings(0, 10, (s) => (s < 5 ? 240 : 90)));
    expect(shifts).toEqual([{ atS: 5, byG: -150 }]);
    expect(good.at(-1)?.value).toBe(90);
  });

  it('sees what was lifted off while the scale was silent: however long that was, no water falls out of a brewer', () => {
    const all = readings(0, 60, (s) => (s < 30 ? 240 : 95)).filter(({ atS }) => atS < 27 || atS > 40);
    expect(screenAll(all).shifts).toEqual([{ atS: expect.closeTo(40.1, 5), byG: -145 }]);
    // Water poured meanwhile is no shift.
    expect(
      screenAll(readings(0, 60, (s) => (s < 30 ? 45 : 110)).filter(({ atS }) => atS < 27 || atS > 40)).flaws,
    ).toEqual([]);
  });

  it('reports a level that fell below zero without taking it', () => {
    const { shifts, good } = screenAll(readings(0, 10, (s) => (s < 5 ? 240 : -60)));
    expect(shifts[0]).toEqual({ atS: 5, byG: -300 });
    expect(good.every(({ value }) => value === 240)).toBe(true);
  });

  it('never takes a negative, absurd or non-finite weight, whatever comes', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(fc.double(), fc.double({ min: -50, max: 300, noNaN: true }))), (values) => {
        const { good, flaws } = screenAll(values.map((value, i) => ({ atS: i / 10, value })));
        expect(good.length + flaws.length).toBe(values.length);
        for (const { value } of good) expect(value >= -3 && value <= 6000).toBe(true);
      }),
    );
  });
});

describe('a trace', () => {
  it('breaks where the scale said nothing, and makes nothing up', () => {
    const trace = traceOf([...readings(0, 5, (s) => s), ...readings(9, 12, (s) => s)]);
    expect(trace).toHaveLength(2);
    expect(gapsIn(trace)).toEqual([{ fromS: 5, untilS: 9 }]);
    expect(weightAt(trace, 4.55)).toBeCloseTo(4.55);
    expect(weightAt(trace, 7)).toBeNull();
    expect(weightAt(trace, 13)).toBeNull();
    expect(flowAt(trace, 12)).toBeCloseTo(1);
    expect(flowAt(trace, 14)).toBeNull();
    expect(traceUntil(trace, 10).at(-1)?.at(-1)?.[0]).toBe(10);
  });

  it('is thinned to its corners and keeps stage edges', () => {
    const trace = traceOf(readings(0, 60, twoPours));
    const thinned = thin(trace, [2, 12, 31.3]);
    expect(thinned.flat().length).toBeLessThan(12);
    for (const edge of [2, 12, 31.3]) expect(thinned.flat().some(([s]) => Math.abs(s - edge) < 0.051)).toBe(true);
  });

  it('passes no reading by more than the tolerance, and never joins two runs', () => {
    const reading = fc.tuple(
      fc.double({ min: 0.05, max: 2.5, noNaN: true }),
      fc.double({ min: 0, max: 300, noNaN: true }),
    );
    fc.assert(
      fc.property(
        fc.array(reading, { minLength: 1, maxLength: 120 }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.array(fc.double({ min: 0, max: 100, noNaN: true })),
        (steps, tolerance, edges) => {
          const trace: Trace = [];
          let s = 0;
          for (const [after, g] of steps) appendPoint(trace, [(s += after), g]);
          const thinned = thin(trace, edges, tolerance);
          expect(thinned).toHaveLength(trace.length);
          for (const [at, g] of trace.flat())
            expect(Math.abs((weightAt(thinned, at) ?? Infinity) - g)).toBeLessThanOrEqual(tolerance + 1e-6);
          for (const point of thinned.flat()) expect(trace.flat()).toContainEqual(point);
        },
      ),
    );
  });
});

const CONE_PLAN = planOf(CONE);

describe('pours', () => {
  const noisy = (s: number): number => twoPours(s) + 0.1 * Math.sin(s * 91.7) + 0.004 * s;

  it('are found with their times and weights within a second and a gram, in a noisy and drifting trace', () => {
    const [first, second, ...others] = poursIn(CONE_PLAN, traceOf(readings(0, 70, noisy)));
    expect(others).toEqual([]);
    for (const [found, [fromS, untilS, toG]] of [
      [first, [2, 12, 50]],
      [second, [40, 54, 120]],
    ] as const) {
      expect(Math.abs((found?.fromS ?? 99) - fromS)).toBeLessThan(0.5);
      expect(Math.abs((found?.untilS ?? 99) - untilS)).toBeLessThan(0.5);
      expect(Math.abs((found?.toG ?? 99) - toG)).toBeLessThan(0.6);
    }
  });

  it('counts what came while the scale was silent', () => {
    const all = readings(0, 70, noisy).filter(({ atS }) => atS < 45 || atS > 51);
    expect(poursIn(CONE_PLAN, traceOf(all)).map(({ toG }) => Math.round(toG))).toEqual([50, 120]);
  });

  it('belong to the stage they began nearest to', () => {
    const plan = planOf(CONE);
    const pour = (fromS: number, toG: number) => ({ fromS, untilS: fromS + 10, fromG: 0, toG });
    expect(stageTimesOf(plan, [pour(1, 45), pour(43, 80), pour(56, 110), pour(112, 240)])).toEqual([
      { step: 0, fromS: 1, untilS: 11, toG: 45 },
      { step: 1, fromS: 43, untilS: 66, toG: 110 },
      { step: 3, fromS: 112, untilS: 122, toG: 240 },
    ]);
    expect(stageTimesOf(plan, [])).toEqual([]);
    expect(stageTimesOfMarks([{ step: 2, atS: 90 }])).toEqual([{ step: 2, fromS: null, untilS: 90, toG: null }]);
  });

  it('tell the lifting of a brewer from a slip, and the end of a shot', () => {
    const plan = planOf(CONE);
    expect(isLift(plan, 240, { byG: -150 })).toBe(true);
    expect(isLift(plan, 110, { byG: -100 })).toBe(false);
    expect(isLift(plan, 240, { byG: -5 })).toBe(false);
    // A little may be missing of what the recipe says, and what is gone must be heavier than a spoon.
    const toG = Math.max(...plan.steps.map((step) => step.toG));
    expect(isLift(plan, 0.86 * toG, { byG: -16 })).toBe(true);
    expect(isLift(plan, 0.84 * toG, { byG: -150 })).toBe(false);
    expect(isLift(plan, 240, { byG: -15 })).toBe(false);
    const shot = traceOf(readings(0, 40, (s) => (s < 6 ? 0 : Math.min(40, (s - 6) * 1.8))));
    expect(shotEnd(planOf(starter('espresso')), shot, 40)).toBeCloseTo(6 + 40 / 1.8, 0);
    expect(shotEnd(planOf(starter('espresso')), traceUntil(shot, 20), 20)).toBeNull();
  });
});
