import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planShelf, NO_NEEDS, type PlanBag, type PlanShelf } from '../plan';
import { FREEZING_EFFORT } from '../plan/constants';
import { freezingGain } from '../plan/freezing';
import { scoreAt } from '../plan/scoreAt';

const DAYS = 35;

/** A curve with one crest on rest day `peak`, `height` above where it begins. */
const crest = (peak: number, height: number, top = 88): number[] =>
  Array.from({ length: 91 }, (_, day) => top - height * (1 - Math.exp(-0.5 * ((day - peak) / 6) ** 2)));

const bagOf = (curves: number[][], cups = 14, age = 8): PlanBag => ({
  ...{ id: 'a', style: 'filter', isDecaf: false, noise: 3, noticeable: 1.5, isSteady: false, curves },
  mean: crest(0, 0).map((_, day) => curves.reduce((sum, curve) => sum + scoreAt(curve, day), 0) / curves.length),
  lots: [{ id: null, cups, age, isFrozen: false, fromDay: 0 }],
});

const shelfOf = (bags: PlanBag[], cupsADay = 1): PlanShelf => ({
  ...{ bags, days: DAYS, pins: [], freezer: { rate: 0.03 }, variety: 0 },
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
