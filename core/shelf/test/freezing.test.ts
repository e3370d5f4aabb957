import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planShelf, NO_NEEDS, type FreezeStep, type PlanBag, type PlannedCup, type PlanShelf } from '../plan';
import { FREEZING_EFFORT } from '../plan/constants';
import { freezeSteps, freezingGain, isSureOfFreezing, stepKey, stepsNotOffered } from '../plan/freezing';
import { scoreAt } from '../plan/scoreAt';

const DAYS = 35;

/** A curve with one crest on rest day `peak`, `height` above where it begins. */
const crest = (peak: number, height: number, top = 88): number[] =>
  Array.from({ length: 91 }, (_, day) => top - height * (1 - Math.exp(-0.5 * ((day - peak) / 6) ** 2)));

const bagOf = (curves: number[][], cups = 14, age = 8): PlanBag => ({
  id: 'a',
  style: 'filter',
  isDecaf: false,
  noise: 3,
  noticeable: 1.5,
  isSteady: false,
  curves,
  mean: crest(0, 0).map((_, day) => curves.reduce((sum, curve) => sum + scoreAt(curve, day), 0) / curves.length),
  lots: [{ id: null, cups, age, isFrozen: false, fromDay: 0 }],
});

const shelfOf = (bags: PlanBag[], cupsADay = 1): PlanShelf => ({
  bags,
  days: DAYS,
  pins: [],
  freezer: { rate: 0.03 },
  variety: 0,
  wanted: Array.from({ length: DAYS }, (_, day) => ({ day, cups: cupsADay, needs: NO_NEEDS })),
});

const anyBag = fc
  .record({
    peaks: fc.array(fc.integer({ min: 4, max: 45 }), { minLength: 1, maxLength: 6 }),
    height: fc.integer({ min: 0, max: 40 }),
    cups: fc.integer({ min: 1, max: 16 }),
    age: fc.integer({ min: 0, max: 30 }),
  })
  .map(({ peaks, height, cups, age }) =>
    bagOf(
      peaks.map((peak) => crest(peak, height)),
      cups,
      age,
    ),
  );

describe('freezing', () => {
  it('is told by what the cups score on the same days from the bag, by each likely curve', () => {
    const bag = bagOf([crest(12, 30), crest(40, 30)]);
    const gain = freezingGain(bag, { age: 8 }, { from: 20, age: 13 }, [20, 22]);
    const by = (curve: number[]): number =>
      (scoreAt(curve, 13) + scoreAt(curve, 15) - scoreAt(curve, 28) - scoreAt(curve, 30)) / 2;
    expect(gain.points).toBeCloseTo((by(crest(12, 30)) + by(crest(40, 30))) / 2, 9);
    expect(gain.probability).toBe(0.5);
  });

  it('is never offered below 8 chances in 10 of a gain above its trouble, nor for two bags on a day', () => {
    fc.assert(
      fc.property(
        fc.array(anyBag, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 2 }),
        (bags, cupsADay) => {
          const { freeze, cups } = planShelf(shelfOf(bags, cupsADay));
          for (const step of freeze) {
            const { mean, curves, lots } = bags[step.bag] ?? bagOf([]);
            const days = cups
              .filter(
                ({ bag, way }) => bag === step.bag && way.thawedOn === step.thawedOn && way.frozenOn === step.frozenOn,
              )
              .map(({ day }) => day);
            const frozenAge = (lots[0]?.age ?? 0) + step.frozenOn + 0.03 * (step.thawedOn - step.frozenOn);
            const gainBy = (curve: readonly number[]): number =>
              days
                .map((d) => scoreAt(curve, frozenAge + d - step.thawedOn) - scoreAt(curve, (lots[0]?.age ?? 0) + d))
                .reduce((sum, one) => sum + one / days.length, 0);
            expect(days).toHaveLength(step.cups);
            expect(step.gain.points).toBeCloseTo(gainBy(mean), 6);
            expect(gainBy(mean)).toBeGreaterThan(FREEZING_EFFORT);
            const sure = curves.filter((curve) => gainBy(curve) > FREEZING_EFFORT - 1e-9).length / curves.length;
            expect(sure).toBeGreaterThanOrEqual(0.8);
          }
          const bagsOn = new Map(freeze.map(({ frozenOn, bag }) => [`${frozenOn} ${bag}`, frozenOn]));
          expect(new Set(bagsOn.values()).size).toBe(bagsOn.size);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is not asked for where half the curves speak against it, though the mean gains', () => {
    const surely = bagOf([crest(12, 40)], 20);
    const perhaps = bagOf([crest(12, 40), crest(26, 20), crest(30, 20)], 20);
    expect(planShelf(shelfOf([surely])).freeze).not.toEqual([]);
    expect(planShelf(shelfOf([perhaps])).freeze).toEqual([]);
  });

  it('puts a second bag off to another day', () => {
    const { freeze } = planShelf(shelfOf([bagOf([crest(12, 40)], 20), bagOf([crest(12, 40)], 20)], 1));
    expect(new Set(freeze.map(({ bag }) => bag)).size).toBe(2);
    const days = new Map(freeze.map(({ bag, frozenOn }) => [bag, frozenOn]));
    expect(new Set(days.values()).size).toBe(2);
  });

  it('keeps nothing that hardly changes, and nothing drunk while it is at its best', () => {
    expect(planShelf(shelfOf([bagOf([crest(12, 0.5)], 30)])).freeze).toEqual([]);
    const within = { ...shelfOf([bagOf([crest(12, 10)], 5, 9)]), days: 6 };
    expect(planShelf({ ...within, wanted: within.wanted.slice(0, 6) }).freeze).toEqual([]);
  });
});

describe('the steps of a plan', () => {
  const step = (bag: number, frozenOn: number, more: Partial<FreezeStep> = {}): FreezeStep => ({
    bag,
    lot: 0,
    frozenOn,
    thawedOn: 14,
    cups: 3,
    gain: { points: 4, probability: 0.9 },
    ...more,
  });

  it('are sure from 8 in 10 on, and only above their trouble', () => {
    expect(isSureOfFreezing({ points: 2, probability: 0.8 })).toBe(true);
    expect(isSureOfFreezing({ points: 2, probability: 0.79 })).toBe(false);
    expect(isSureOfFreezing({ points: FREEZING_EFFORT, probability: 1 })).toBe(false);
    const unsure = step(0, 3, { gain: { points: 9, probability: 0.5 } });
    expect(stepsNotOffered([unsure, step(0, 4)])).toEqual({ unsure: [unsure], second: [] });
    // A gain of just the trouble is none.
    const flat = Array.from({ length: 91 }, (_, day) => 90 - day / 2);
    const gain = freezingGain({ mean: flat, curves: [] }, { age: 0 }, { from: 2, age: 0 }, [2]);
    expect(gain).toEqual({ points: FREEZING_EFFORT, probability: 0 });
  });

  it('leave a day to the bag that gains most by all its cups, the first of two that gain alike', () => {
    const small = step(0, 3, { gain: { points: 9, probability: 1 }, cups: 1 });
    const [large, later] = [step(1, 3, { cups: 4 }), step(1, 3, { thawedOn: 21 })];
    expect(stepsNotOffered([small, large, later]).second).toEqual([small]);
    expect(stepsNotOffered([step(2, 3), step(1, 3)]).second).toEqual([step(2, 3)]);
    expect(stepsNotOffered([step(0, 3), step(1, 4)]).second).toEqual([]);
  });

  it('are the cups that come out of the freezer, together as they go in, the soonest first', () => {
    const bags = [bagOf([crest(12, 30)]), bagOf([crest(12, 30)])];
    const cup = (bag: number, frozenOn: number | null, thawedOn: number | null, day: number): PlannedCup => {
      const way = { bag, lot: 0, from: thawedOn ?? 0, to: 40, age: 12, frozenOn, thawedOn, cost: 0 };
      return { day, needs: NO_NEEDS, bag, way, expected: 80, learning: 0, isPinned: false };
    };
    const cups = [
      cup(1, 5, 14, 15),
      cup(0, null, null, 1),
      cup(0, 5, 21, 22),
      cup(0, 5, 14, 14),
      cup(0, 2, 28, 28),
      cup(1, 5, 14, 16),
      cup(0, null, 7, 7),
    ];
    expect(freezeSteps(bags, cups).map(({ bag, frozenOn, thawedOn, cups: n }) => [bag, frozenOn, thawedOn, n])).toEqual(
      [
        [0, 2, 28, 1],
        [0, 5, 14, 1],
        [1, 5, 14, 2],
        [0, 5, 21, 1],
      ],
    );
    expect(stepKey({ bag: 1, lot: 12, frozenOn: 3, thawedOn: 4 })).not.toBe(
      stepKey({ bag: 11, lot: 2, frozenOn: 3, thawedOn: 4 }),
    );
  });
});
