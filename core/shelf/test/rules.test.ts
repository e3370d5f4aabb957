import { describe, expect, it } from 'vitest';
import { followRule, NO_NEEDS, type PlanBag, type PlanShelf, type Rule } from '../plan';

interface Told {
  cups?: number;
  age?: number;
  fromDay?: number;
  isFrozen?: boolean;
  style?: PlanBag['style'];
  mean?: number[];
}

/** A bag that scores the same on every day, so that the mean tells which bags were drunk. */
const bag = (score: number, told: Told = {}): PlanBag => {
  const { cups = 5, age = 10, fromDay = 0, isFrozen = false, style = 'filter' } = told;
  const mean = told.mean ?? Array.from({ length: 91 }, () => score);
  return {
    id: String(score),
    style,
    isDecaf: false,
    noise: 3,
    noticeable: 1.5,
    isSteady: false,
    mean,
    curves: [mean],
    lots: [{ id: null, cups, age, isFrozen, fromDay }],
  };
};
const shelf = (bags: PlanBag[], days = 1, cups = 1, needs = NO_NEEDS): Pick<PlanShelf, 'bags' | 'wanted'> => ({
  bags,
  wanted: Array.from({ length: days }, (_, day) => ({ day, cups, needs })),
});
const RULES: readonly Rule[] = ['oldestFirst', 'newestFirst', 'oneAtATime'];

/** A curve that is best on one day. */
const bestOn = (day: number, top: number): number[] => Array.from({ length: 91 }, (_, d) => (d === day ? top : 40));

describe('what people do without a plan', () => {
  it('drinks the oldest or the newest first, until there are none left of it', () => {
    const bags = [bag(10, { age: 5, cups: 1 }), bag(30, { age: 20, cups: 1 }), bag(20, { age: 10, cups: 2 })];
    expect(followRule(shelf(bags, 3), 'oldestFirst')).toEqual({ meanScore: 70 / 3, cupsLeft: 1 });
    expect(followRule(shelf(bags, 3), 'newestFirst')).toEqual({ meanScore: 50 / 3, cupsLeft: 1 });
    expect(followRule(shelf(bags, 2, 2), 'oldestFirst')).toEqual({ meanScore: 20, cupsLeft: 0 });
  });

  it('takes the first of two that are alike, whatever the rule', () => {
    for (const rule of RULES) {
      expect(followRule(shelf([bag(10), bag(30)]), rule)).toEqual({ meanScore: 10, cupsLeft: 9 });
      expect(followRule(shelf([bag(30), bag(10), bag(20)]), rule).meanScore).toBe(30);
    }
  });

  it('brews nothing before it may be opened, is roasted, or is gone', () => {
    const later = [bag(10, { age: 20, fromDay: 1 }), bag(30)];
    expect(followRule(shelf(later), 'oldestFirst').meanScore).toBe(30);
    expect(followRule(shelf(later, 2), 'oldestFirst').meanScore).toBe(20);
    expect(followRule(shelf([bag(10, { age: -2 })], 2), 'newestFirst')).toEqual({ meanScore: 0, cupsLeft: 5 });
    expect(followRule(shelf([bag(10, { age: -2 })], 3), 'newestFirst')).toEqual({ meanScore: 10, cupsLeft: 4 });
    expect(followRule(shelf([bag(10, { cups: 0, age: 30 }), bag(30)], 1), 'oldestFirst').meanScore).toBe(30);
    expect(followRule(shelf([], 3), 'oldestFirst')).toEqual({ meanScore: 0, cupsLeft: 0 });
    expect(followRule(shelf([{ ...bag(10), lots: [] }]), 'oldestFirst')).toEqual({ meanScore: 0, cupsLeft: 0 });
  });

  it('gives each what they drink, and no cup where there is none', () => {
    const bags = [bag(10), bag(30, { style: 'milk', cups: 1 })];
    const milk = { style: 'milk' as const, isDecaf: false };
    expect(followRule(shelf(bags, 2, 1, milk), 'oldestFirst')).toEqual({ meanScore: 30, cupsLeft: 5 });
  });

  it('lets frozen beans stand still, and others grow older day by day', () => {
    const bags = [bag(10, { age: 12, isFrozen: true, cups: 9 }), bag(30, { age: 11, cups: 9 })];
    // On day 1 both are 12, on day 2 the other is older.
    expect(followRule(shelf(bags, 4), 'oldestFirst').meanScore).toBe(20);
    const byAge = Array.from({ length: 91 }, (_, day) => day);
    const meanOf = (isFrozen: boolean): number =>
      followRule(shelf([bag(0, { mean: byAge, age: 10, cups: 9, isFrozen })], 3), 'oldestFirst').meanScore;
    expect([meanOf(false), meanOf(true)]).toEqual([11, 10]);
  });

  it('opens one bag at a time, the one nearest to its best day, and drinks it to the end', () => {
    const near = bag(0, { mean: bestOn(12, 90), age: 11, cups: 2 });
    const far = bag(0, { mean: bestOn(25, 80), age: 10, cups: 3 });
    // Day 0 and 1 of the near one (40, then 90), then the far one on days 2 to 4.
    expect(followRule(shelf([far, near], 5), 'oneAtATime')).toEqual({
      meanScore: (40 + 90 + 40 + 40 + 40) / 5,
      cupsLeft: 0,
    });
    const past = bag(0, { mean: bestOn(12, 90), age: 20, cups: 1 });
    const coming = bag(0, { mean: bestOn(25, 70), age: 25, cups: 1 });
    expect(followRule(shelf([past, coming]), 'oneAtATime').meanScore).toBe(70);
  });
});
