import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { oneAfterAnother, readyTogether, type BrewToMake } from '../schedule';

const brews = fc
  .array(fc.tuple(fc.integer({ min: 20, max: 600 }), fc.integer({ min: 5, max: 300 })), { minLength: 1, maxLength: 8 })
  .map((drawn): BrewToMake[] =>
    drawn.map(([a, b], i) => ({ id: `b${i}`, brewS: Math.max(a, b), pourS: Math.min(a, b) })),
  );

describe('brews that are to be ready together', () => {
  it('are, to the second, where there is a kettle for each', () => {
    fc.assert(
      fc.property(brews, (all) => {
        const schedule = readyTogether(all, all.length, 60);
        expect(new Set(schedule.map(({ doneS }) => doneS)).size).toBe(1);
        expect(Math.min(...schedule.map(({ startS }) => startS))).toBe(0);
      }),
    );
  });

  it('never need a kettle twice at once, and all of them are made', () => {
    fc.assert(
      fc.property(brews, fc.integer({ min: 1, max: 3 }), fc.integer({ min: 0, max: 120 }), (all, kettles, refillS) => {
        const schedule = readyTogether(all, kettles, refillS);
        expect(schedule.map(({ id }) => id).sort()).toEqual(all.map(({ id }) => id).sort());
        for (const one of schedule) {
          const { pourS, brewS } = all.find(({ id }) => id === one.id)!;
          expect(one.doneS - one.startS).toBe(brewS);
          expect(one.startS).toBeGreaterThanOrEqual(0);
          for (const other of schedule)
            if (other !== one && other.kettle === one.kettle && other.startS >= one.startS)
              expect(other.startS).toBeGreaterThanOrEqual(one.startS + pourS + refillS);
        }
      }),
    );
  });

  it('let no cup wait longer than the best of all orders does, with one kettle and brews that run alone once poured', () => {
    const all = [
      { id: 'press', brewS: 300, pourS: 30 },
      { id: 'cone', brewS: 180, pourS: 120 },
      { id: 'shot', brewS: 30, pourS: 30 },
    ];
    const schedule = readyTogether(all, 1, 0);
    expect(schedule.map(({ id, startS, doneS }) => [id, startS, doneS])).toEqual([
      ['press', 0, 300],
      ['cone', 120, 300],
      ['shot', 270, 300],
    ]);
    expect(() => readyTogether(all, 0, 0)).toThrow(RangeError);
    expect(readyTogether([], 1, 0)).toEqual([]);
  });

  it('or one after another, with a pause between', () => {
    const all = [
      { id: 'a', brewS: 100, pourS: 50 },
      { id: 'b', brewS: 30, pourS: 30 },
    ];
    expect(oneAfterAnother(all, 20).map(({ startS, doneS }) => [startS, doneS])).toEqual([
      [0, 100],
      [120, 150],
    ]);
  });
});
