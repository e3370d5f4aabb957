import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HANDS } from '../../../contract/bench/instrument';
import {
  appendPoint,
  isLift,
  NO_WEIGHTS_YET,
  planOf,
  poursIn,
  scaleRecipe,
  screenWeight,
  shotEnd,
  stageTimesOf,
  STARTER_RECIPES,
  thin,
  traceUntil,
  weightAt,
  type Recipe,
  type Screening,
  type Trace,
} from '../../../core/brew';
import { unitNoise } from '../simulated/noise';
import { pouringOf, type Pouring } from '../simulated/pouring';
import { readingAt } from '../simulated/simulated';

const PER_S = 10;
const GOOD_SCALE = { perSecond: PER_S, noise: 0.1, driftPerS: 0.0005, settlingS: 0.3, behaviour: 'well' } as const;

interface Recorded {
  trace: Trace;
  liftedS: number | null;
}

/** What the bench would record of a simulated brew, without a server. */
function recorded(recipe: Recipe, { weightAt: truth, endS, pours }: Pouring, seed: number): Recorded {
  const plan = planOf(recipe);
  const noise = unitNoise(seed);
  const trace: Trace = [];
  let screening: Screening = NO_WEIGHTS_YET;
  const lastS = (endS ?? pours.at(-1)?.untilS ?? 0) + 5;
  for (let i = 0; i < lastS * PER_S; i++) {
    const reading = readingAt({ ...GOOD_SCALE, truth }, i, noise());
    if (!reading) continue;
    const before = screening.last?.value ?? 0;
    const screened = screenWeight(screening, reading);
    screening = screened.screening;
    if (screened.shift && isLift(plan, before, screened.shift))
      return { trace: traceUntil(trace, screened.shift.atS), liftedS: screened.shift.atS };
    if (!screened.flaw) appendPoint(trace, [reading.atS, reading.value]);
  }
  return { trace, liftedS: null };
}

const percolating = STARTER_RECIPES.filter(({ kind }) =>
  ['cone', 'flat-bottom', 'thick-paper carafe', 'iced', 'batch'].includes(kind),
);
const arbitrary = {
  recipe: fc.constantFrom(...percolating),
  hand: fc.constantFrom(...HANDS),
  seed: fc.integer({ min: 1, max: 2 ** 30 }),
  doseG: fc.integer({ min: 10, max: 60 }),
};

describe('what a simulated hand did is found in the trace', () => {
  it('every pour within a second and a gram, and the lifting of the brewer, for any recipe, hand, seed and dose', () => {
    fc.assert(
      fc.property(arbitrary.recipe, arbitrary.hand, arbitrary.seed, arbitrary.doseG, (starter, hand, seed, doseG) => {
        const recipe = scaleRecipe(starter, doseG);
        const pouring = pouringOf(recipe, hand, seed);
        const { trace, liftedS } = recorded(recipe, pouring, seed + 1);
        expect(Math.abs((liftedS ?? Infinity) - (pouring.endS ?? 0))).toBeLessThan(1);
        const times = stageTimesOf(planOf(recipe), poursIn(planOf(recipe), trace));
        // A hand so slow that one pour runs into the next stage pours as one: only what can be told apart must be.
        const apart = pouring.pours.filter(
          (pour, i) =>
            pour.fromS - (pouring.pours[i - 1]?.untilS ?? -Infinity) > 3 &&
            (pouring.pours[i + 1]?.fromS ?? Infinity) - pour.untilS > 3,
        );
        for (const pour of apart) {
          const found = times.find(({ toG }) => Math.abs((toG ?? 0) - pour.toG) < 1);
          expect(found, `a pour to ${pour.toG} g`).toBeDefined();
          expect(Math.abs((found?.untilS ?? 0) - pour.untilS)).toBeLessThan(1);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('and the thinned trace stays within half a gram of the whole', () => {
    fc.assert(
      fc.property(arbitrary.recipe, arbitrary.hand, arbitrary.seed, (recipe, hand, seed) => {
        const { trace } = recorded(recipe, pouringOf(recipe, hand, seed), seed + 1);
        const thinned = thin(trace, []);
        expect(thinned.flat().length).toBeLessThan(trace.flat().length / 4);
        for (const [s, g] of trace.flat()) expect(Math.abs((weightAt(thinned, s) ?? Infinity) - g)).toBeLessThan(0.31);
      }),
      { numRuns: 20 },
    );
  });

  it('a shot ends when it did', () => {
    fc.assert(
      fc.property(arbitrary.hand, arbitrary.seed, fc.integer({ min: 14, max: 22 }), (hand, seed, doseG) => {
        const shot = STARTER_RECIPES.find(({ kind }) => kind === 'espresso');
        if (!shot) throw new Error('No starter recipe for a shot');
        const recipe = scaleRecipe(shot, doseG);
        const pouring = pouringOf(recipe, hand, seed);
        const { trace } = recorded(recipe, pouring, seed + 1);
        expect(
          Math.abs((shotEnd(planOf(recipe), trace, (pouring.endS ?? 0) + 5) ?? Infinity) - (pouring.endS ?? 0)),
        ).toBeLessThan(1);
      }),
      { numRuns: 40 },
    );
  });
});
