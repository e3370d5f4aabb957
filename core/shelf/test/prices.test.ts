import { expect, it } from 'vitest';
import { NO_NEEDS, type PlanBag } from '../plan';
import { assign } from '../plan/assign';
import { pricesOf } from '../plan/prices';
import { waysOf } from '../plan/ways';

const bag = (scores: readonly number[], cups: number, style: PlanBag['style'] = 'filter'): PlanBag => {
  const mean = Array.from({ length: 91 }, (_, day) => scores[Math.min(day, scores.length - 1)] ?? 0);
  return {
    id: '',
    style,
    isDecaf: false,
    noise: 3,
    noticeable: 1.5,
    isSteady: false,
    mean,
    curves: [mean],
    lots: [{ id: null, cups, age: 0, isFrozen: false, fromDay: 0 }],
  };
};

/** What a cup of each of some days costs. */
function prices(bags: PlanBag[], days: number): number[] {
  const wanted = Array.from({ length: days }, (_, day) => ({ day, cups: 1, needs: NO_NEEDS }));
  const ways = waysOf({ bags, days, freezer: null });
  return pricesOf(bags, ways, wanted, assign(bags, ways, wanted, [], []));
}

it('costs what the beans that are left would have given instead', () => {
  // Of the better bag there is one cup: on the other day one drinks the lesser, and so a cup costs what that gives.
  expect(prices([bag([90], 1), bag([70], 5)], 2)).toEqual([70, 70]);
  // Of what is not used up any cup may be had for its worth.
  expect(prices([bag([90], 5), bag([70], 5)], 2)).toEqual([90, 90]);
  // Where nothing is left over, another cup would cost nothing that is on the shelf.
  expect(prices([bag([90], 2)], 2)).toEqual([0, 0]);
});

it('counts what is used of each bag by all its cups, day by day', () => {
  // Best on the second day: its one cup is drunk then, and gives 20 more than on the first.
  expect(prices([bag([60, 80], 1), bag([50], 5)], 2)).toEqual([50, 50]);
  expect(prices([bag([90], 1), bag([70], 1), bag([40], 5)], 3)).toEqual([40, 40, 40]);
});

it('passes what a bag costs on from bag to bag', () => {
  // Three bags on three days; only the last has beans left, and every day could be of any.
  const three = [bag([90], 1), bag([80], 1), bag([60], 9)];
  expect(prices(three, 3)).toEqual([60, 60, 60]);
  // What nobody drinks costs nobody anything.
  expect(prices([...three, bag([99], 9, 'milk')], 3)[0]).toBe(99);
});
