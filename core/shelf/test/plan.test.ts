import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assign, suits } from '../plan/assign';
import { WAITING } from '../plan/constants';
import { worthOfCups } from '../plan/improve';
import { worthOfLearning } from '../plan/learning';
import {
  followRule,
  NO_NEEDS,
  planOutcome,
  planShelf,
  reasonOf,
  RULES,
  type Plan,
  type PlanBag,
  type PlanShelf,
} from '../plan';
import { pricesOf } from '../plan/prices';
import { scoreAt } from '../plan/scoreAt';
import { waysOf, worthOn } from '../plan/ways';

/** A curve with one crest on rest day `peak`, `height` above where it begins. */
const crest = (peak: number, top = 84, height = 10): number[] =>
  Array.from({ length: 91 }, (_, day) => top - height * (1 - Math.exp(-0.5 * ((day - peak) / 8) ** 2)));

function bagOf(differently: Partial<PlanBag> & { cups?: number; age?: number; fromDay?: number } = {}): PlanBag {
  const { cups = 5, age = 10, fromDay = 0, ...rest } = differently;
  const mean = rest.mean ?? crest(18);
  return {
    id: 'a',
    style: 'filter',
    isDecaf: false,
    noise: 3,
    noticeable: 1.5,
    isSteady: false,
    mean,
    curves: [mean],
    lots: [{ id: null, cups, age, isFrozen: false, fromDay }],
    ...rest,
  };
}

const daily = (days: number, cups = 1): PlanShelf['wanted'] =>
  Array.from({ length: days }, (_, day) => ({ day, cups, needs: NO_NEEDS }));

const shelfOf = (bags: PlanBag[], differently: Partial<PlanShelf> = {}): PlanShelf => {
  const days = differently.days ?? 10;
  return { bags, wanted: daily(days), days, pins: [], freezer: null, variety: 0, ...differently };
};

const STYLES = ['filter', 'milk'] as const;
const anyLot = fc.record({
  id: fc.constant(null),
  cups: fc.integer({ min: 0, max: 6 }),
  age: fc.integer({ min: -5, max: 40 }),
  isFrozen: fc.boolean(),
  fromDay: fc.integer({ min: 0, max: 6 }),
});
const anyBag = fc
  .record({
    lots: fc.array(anyLot, { minLength: 1, maxLength: 2 }),
    peak: fc.integer({ min: 3, max: 40 }),
    top: fc.integer({ min: 70, max: 95 }),
    style: fc.constantFrom(...STYLES),
    isDecaf: fc.boolean(),
  })
  .map(({ lots, peak, top, style, isDecaf }) => ({ ...bagOf({ mean: crest(peak, top), style, isDecaf }), lots }));
const anyShelf = fc
  .record({
    bags: fc.array(anyBag, { minLength: 0, maxLength: 5 }),
    wanted: fc.array(
      fc.record({
        cups: fc.integer({ min: 1, max: 2 }),
        style: fc.constantFrom(null, ...STYLES),
        isDecaf: fc.boolean(),
      }),
      { minLength: 1, maxLength: 14 },
    ),
    freezes: fc.boolean(),
    variety: fc.constantFrom(0, 0.5, 3),
    pins: fc.array(fc.record({ day: fc.integer({ min: 0, max: 13 }), bag: fc.integer({ min: 0, max: 4 }) }), {
      maxLength: 3,
    }),
  })
  .map(({ bags, wanted, freezes, variety, pins }): PlanShelf => ({
    bags,
    wanted: wanted.map(({ cups, style, isDecaf }, day) => ({ day, cups, needs: { style, isDecaf } })),
    days: wanted.length,
    freezer: freezes ? { rate: 0.03 } : null,
    variety,
    pins: pins.filter(({ day, bag }) => day < wanted.length && bag < bags.length),
  }));

/** Cups of each lot, by bag and place. */
function drawnOf({ cups }: Plan): Map<string, number> {
  const drawn = new Map<string, number>();
  for (const { bag, way } of cups) drawn.set(`${bag} ${way.lot}`, (drawn.get(`${bag} ${way.lot}`) ?? 0) + 1);
  return drawn;
}

describe('a plan of any shelf', () => {
  it('spends no beans that are not there, brews none that are frozen, waiting or unroasted, and suits who drinks', () => {
    fc.assert(
      fc.property(anyShelf, (shelf) => {
        const plan = planShelf(shelf);
        for (const [lot, cups] of drawnOf(plan)) {
          const [bag = 0, place = 0] = lot.split(' ').map(Number);
          expect(cups).toBeLessThanOrEqual(shelf.bags[bag]?.lots[place]?.cups ?? 0);
        }
        for (const { day, bag, way, needs } of plan.cups) {
          const lot = shelf.bags[bag]?.lots[way.lot];
          if (!lot) throw new Error('a cup of nothing');
          expect(day).toBeGreaterThanOrEqual(way.from);
          expect(day).toBeLessThanOrEqual(way.to);
          expect(suits(shelf.bags[bag] ?? bagOf(), needs)).toBe(true);
          if (lot.isFrozen) expect(way.thawedOn).not.toBeNull();
          else {
            expect(day).toBeGreaterThanOrEqual(lot.fromDay);
            expect(lot.age + day).toBeGreaterThanOrEqual(0);
          }
          if (way.frozenOn !== null) expect(shelf.freezer).not.toBeNull();
        }
      }),
      { numRuns: 150 },
    );
  });

  it('fills every cup that can be filled, and no more than are wanted', () => {
    fc.assert(
      fc.property(anyShelf, (shelf) => {
        const { cups, unfilled } = planShelf(shelf);
        const wanted = shelf.wanted.reduce((sum, one) => sum + one.cups, 0);
        expect(cups.length + unfilled.reduce((sum, one) => sum + one.cups, 0)).toBe(wanted);
        for (const { day, cups: most } of shelf.wanted)
          expect(cups.filter((cup) => cup.day === day).length).toBeLessThanOrEqual(most);
      }),
      { numRuns: 100 },
    );
  });

  it('keeps a pin wherever its beans can be drunk on that day, or says that it cannot', () => {
    fc.assert(
      fc.property(anyShelf, (shelf) => {
        const { cups, unkept } = planShelf(shelf);
        expect(cups.filter(({ isPinned }) => isPinned)).toHaveLength(shelf.pins.length - unkept.length);
        const [pin] = shelf.pins;
        const alone = shelf.pins.length === 1 && pin ? shelf.bags[pin.bag] : undefined;
        const group = shelf.wanted.find(({ day }) => day === pin?.day);
        const possible =
          pin !== undefined &&
          alone?.lots.some(
            ({ cups: held, isFrozen, fromDay, age }) =>
              held > 0 && (isFrozen || (fromDay <= pin.day && age + pin.day >= 0)),
          ) &&
          group !== undefined &&
          suits(alone, group.needs);
        if (possible) expect(unkept).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });

  it('is a better answer than any single exchange of two of its cups, or other beans for one', () => {
    fc.assert(
      fc.property(anyShelf, (shelf) => {
        const { cups } = planShelf(shelf, 0);
        const free = cups.filter(({ isPinned, way }) => !isPinned && way.frozenOn === null);
        const ways = waysOf(shelf).filter(({ frozenOn }) => frozenOn === null);
        const worth = worthOfCups(cups, shelf);
        for (const a of free)
          for (const b of free) {
            const [first, second] = [
              ways.filter((way) => way.bag === b.bag && way.lot === b.way.lot),
              ways.filter((way) => way.bag === a.bag && way.lot === a.way.lot),
            ];
            const at = (cup: typeof a, of: typeof ways) =>
              of
                .filter(
                  ({ from, to, bag }) =>
                    from <= cup.day && cup.day <= to && suits(shelf.bags[bag] ?? bagOf(), cup.needs),
                )
                .map((way) => ({
                  ...cup,
                  bag: way.bag,
                  way,
                  expected: scoreAt(shelf.bags[way.bag]?.mean ?? [], way.age + cup.day - way.from),
                }));
            for (const newA of at(a, first))
              for (const newB of at(b, second)) {
                const exchanged = cups.map((cup) => (cup === a ? newA : cup === b ? newB : cup));
                expect(worthOfCups(exchanged, shelf)).toBeLessThanOrEqual(worth + 1e-6);
              }
          }
      }),
      { numRuns: 100 },
    );
  });

  it('is the best there is, of all that a small shelf allows', () => {
    const smallShelf = fc.record({
      bags: fc.array(
        fc.record({
          peak: fc.integer({ min: 8, max: 20 }),
          cups: fc.integer({ min: 1, max: 3 }),
          top: fc.integer({ min: 75, max: 90 }),
        }),
        { minLength: 2, maxLength: 3 },
      ),
      days: fc.integer({ min: 2, max: 5 }),
    });
    fc.assert(
      fc.property(smallShelf, ({ bags, days }) => {
        const shelf = shelfOf(
          bags.map(({ peak, cups, top }) => bagOf({ mean: crest(peak, top), cups })),
          { days },
        );
        /** The best sum of scores from a day on, by trying everything; no day is left out while there are beans. */
        const best = (day: number, left: number[]): number => {
          if (day === days || left.every((cups) => cups === 0)) return 0;
          return Math.max(
            ...left.flatMap((cups, b) =>
              cups === 0
                ? []
                : [
                    scoreAt(shelf.bags[b]?.mean ?? [], 10 + day) -
                      WAITING * day +
                      best(
                        day + 1,
                        left.map((one, k) => (k === b ? one - 1 : one)),
                      ),
                  ],
            ),
            day + left.reduce((sum, cups) => sum + cups, 0) < days ? best(day + 1, left) : -Infinity,
          );
        };
        const { cups } = planShelf(shelf, 0);
        expect(cups.reduce((sum, { expected, day }) => sum + expected - WAITING * day, 0)).toBeCloseTo(
          best(
            0,
            bags.map((bag) => bag.cups),
          ),
          6,
        );
      }),
      { numRuns: 60 },
    );
  });
});

describe('what a plan does', () => {
  it('drinks each bag about its best days', () => {
    const { cups } = planShelf(shelfOf([bagOf({ mean: crest(12) }), bagOf({ mean: crest(18) })]));
    expect(cups.map(({ bag }) => bag)).toEqual([0, 0, 0, 0, 0, 1, 1, 1, 1, 1]);
  });

  it('freezes what would pass its best, in portions, where a freezer is at hand and worth its trouble', () => {
    const bags = [bagOf({ mean: crest(12, 90, 30), cups: 14 }), bagOf({ mean: crest(14, 90, 30), cups: 14 })];
    const shelf = shelfOf(bags, { days: 28 });
    expect(planShelf(shelf).freeze).toEqual([]);
    const frozen = planOutcome({ ...shelf, freezer: { rate: 0.03 } });
    expect(frozen.plan.freeze.length).toBeGreaterThan(0);
    for (const { cups, frozenOn, thawedOn } of frozen.plan.freeze) {
      expect(cups).toBeGreaterThanOrEqual(3);
      expect(thawedOn).toBeGreaterThan(frozenOn);
    }
    expect(frozen.freezerGain).toBeGreaterThan(2);
    expect(planOutcome(shelf).freezerGain).toBeNull();
    // Nothing passes its best that is drunk within the week.
    expect(planShelf({ ...shelfOf([bagOf({ cups: 5 })], { days: 5 }), freezer: { rate: 0.03 } }).freeze).toEqual([]);
  });

  it('gives a cup to a bag it knows nothing of, once what that tells is worth more than the points it costs', () => {
    const known = bagOf({ mean: crest(20, 80), age: 20, cups: 30 });
    const high = crest(20, 92);
    const low = crest(20, 62);
    const unknown = bagOf({
      mean: high.map((y, day) => (y + (low[day] ?? 0)) / 2),
      curves: [high, low],
      age: 20,
      cups: 30,
    });
    const shelf = shelfOf([known, unknown], { days: 20 });
    expect(planShelf(shelf, 0).cups.every(({ bag }) => bag === 0)).toBe(true);
    const [first, second] = planShelf(shelf, 1).cups;
    expect(first).toMatchObject({ bag: 1, day: 0 });
    expect(first?.learning).toBeGreaterThan(10);
    expect(reasonOf(first as never, unknown, false)).toBe('learning');
    expect(second).toMatchObject({ bag: 0, learning: 0 });
  });

  it('reckons nothing of a cup that can tell nothing, or that nothing comes after', () => {
    const ever = (price: number): number[] => Array.from({ length: 10 }, () => price);
    const known = bagOf({ curves: [crest(18), crest(18)] });
    expect(worthOfLearning(known, 0, daily(10), ever(0))).toBeCloseTo(0, 9);
    const unsure = bagOf({ curves: [crest(18, 90), crest(18, 70)] });
    expect(worthOfLearning(unsure, 9, daily(10), ever(80))).toBe(0);
    expect(worthOfLearning(unsure, 0, daily(10), ever(80))).toBeGreaterThan(1);
  });

  it('has one cup less to gain by what it told: its own is drunk', () => {
    const level = (score: number): number[] => Array.from({ length: 91 }, () => score);
    const unsure = (cups: number): PlanBag => bagOf({ curves: [level(90), level(70)], mean: level(80), cups });
    const prices = [80, 80, 80, 80];
    const one = worthOfLearning(unsure(2), 0, daily(2), prices);
    expect(one).toBeGreaterThan(1);
    expect(worthOfLearning(unsure(2), 0, daily(4), prices)).toBeCloseTo(one, 9);
    expect(worthOfLearning(unsure(3), 0, daily(4), prices)).toBeCloseTo(2 * one, 9);
  });

  it('brings change where change is wished for', () => {
    const bags = [bagOf({ mean: crest(12) }), bagOf({ mean: crest(18) })];
    const repeated = ({ cups }: Plan): number => cups.filter(({ bag }, i) => i > 0 && cups[i - 1]?.bag === bag).length;
    expect(repeated(planShelf(shelfOf(bags)))).toBe(8);
    expect(repeated(planShelf(shelfOf(bags, { variety: 5 })))).toBe(0);
  });

  it('says what a pin costs all cups together', () => {
    const shelf = shelfOf([bagOf({ mean: crest(12) }), bagOf({ mean: crest(18) })], { pins: [{ day: 0, bag: 1 }] });
    const { plan, pinPrices } = planOutcome(shelf);
    expect(plan.cups[0]).toMatchObject({ bag: 1, isPinned: true });
    expect(pinPrices[0]).toBeCloseTo(planShelf({ ...shelf, pins: [] }).worth - plan.worth, 9);
    expect(pinPrices[0]).toBeGreaterThan(1);
  });

  it('gains over simple rules what following them costs', () => {
    const bags = [bagOf({ mean: crest(25), age: 12 }), bagOf({ mean: crest(12), age: 10 })];
    const shelf = shelfOf(bags);
    const { against, meanScore } = planOutcome(shelf);
    for (const rule of RULES) expect(against[rule]).toBeCloseTo(meanScore - followRule(shelf, rule).meanScore, 9);
    // The oldest first is the late one, long before its best.
    expect(against.oldestFirst).toBeGreaterThan(2);
    expect(followRule(shelf, 'oldestFirst').cupsLeft).toBe(0);
    expect(planOutcome(shelfOf([])).against).toEqual({ oldestFirst: 0, newestFirst: 0, oneAtATime: 0 });
  });

  it('says why each cup is of its bag', () => {
    const bag = bagOf({ mean: crest(18) });
    const { cups } = planShelf(shelfOf([bag], { days: 5 }));
    const reasons = cups.map((cup) => reasonOf(cup, bag, false));
    expect(reasons[0]).toBe('climbing');
    expect(reasonOf({ ...cups[0], isPinned: true } as never, bag, false)).toBe('pinned');
    expect(reasonOf(cups[0] as never, bag, true)).toBe('alone');
    expect(new Set(cups.map((cup) => reasonOf(cup, { ...bag, isSteady: true }, false)))).toEqual(new Set(['steady']));
    const late = bagOf({ mean: crest(18), age: 40 });
    expect(planShelf(shelfOf([late], { days: 1 })).cups.map((cup) => reasonOf(cup, late, false))).toEqual(['fading']);
  });
});

describe('what a cup costs', () => {
  it('is the dual of the plan: no lot has a use worth more than its price and what its beans cost', () => {
    fc.assert(
      fc.property(anyShelf, (any) => {
        const shelf = { ...any, pins: [], freezer: null };
        const ways = waysOf(shelf);
        const shares = assign(shelf.bags, ways, shelf.wanted, [], []);
        const prices = pricesOf(shelf.bags, ways, shelf.wanted, shares);
        const used = new Map<string, number[]>();
        for (const { way: w, group, cups } of shares) {
          const way = ways[w];
          const day = shelf.wanted[group]?.day ?? 0;
          if (!way) continue;
          const net = worthOn(way, shelf.bags[way.bag]?.mean ?? [], day) - (prices[group] ?? 0);
          const key = `${way.bag} ${way.lot}`;
          used.set(key, [...(used.get(key) ?? []), ...Array.from({ length: cups }, () => net)]);
        }
        const filled = shelf.wanted.every(
          ({ cups }, g) => shares.reduce((sum, one) => sum + (one.group === g ? one.cups : 0), 0) === cups,
        );
        // Where cups stay empty a cup is worth more than any score, and prices say nothing.
        fc.pre(filled);
        for (const way of ways) {
          const bag = shelf.bags[way.bag] ?? bagOf();
          const nets = used.get(`${way.bag} ${way.lot}`) ?? [];
          const isSpare = nets.length < (bag.lots[way.lot]?.cups ?? 0);
          const beans = isSpare ? 0 : Math.min(...nets);
          shelf.wanted.forEach(({ day, needs }, g) => {
            if (day < way.from || day > way.to || !suits(bag, needs)) return;
            expect(worthOn(way, bag.mean, day) - (prices[g] ?? 0)).toBeLessThanOrEqual(beans + 1e-6);
          });
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('ways to drink beans', () => {
  it('age by the rate of the freezer while there, and by a day a day after', () => {
    const frozen = { ...bagOf(), lots: [{ id: 'p', cups: 4, age: 12, isFrozen: true, fromDay: 0 }] };
    const ways = waysOf(shelfOf([frozen], { days: 10, freezer: { rate: 0.1 } }));
    expect(ways.map(({ from, to, age }) => [from, to, age])).toEqual([
      [0, 6, 12],
      [7, 9, 12.7],
    ]);
    expect(worthOn(ways[1] as never, frozen.mean, 8)).toBeCloseTo(scoreAt(frozen.mean, 13.7), 9);
  });
});
