import { suits } from './assign';
import type { PlannedCup, PlanShelf, Way } from './types';
import { worthOn } from './ways';

/** What the cups of a plan are worth together: their scores and learning, less trouble and repetition, points. */
export function worthOfCups(cups: readonly PlannedCup[], shelf: Pick<PlanShelf, 'bags' | 'days' | 'variety'>): number {
  const scores = cups.reduce((sum, { expected, way, learning }) => sum + expected - way.cost + learning, 0);
  const calendar = new Calendar(shelf);
  for (const cup of cups) calendar.add(cup, 1);
  return scores - shelf.variety * calendar.repeats();
}

/** How many cups of each bag are drunk on each day. */
class Calendar {
  readonly #cups: Uint8Array;
  readonly #bags: number;
  readonly #days: number;

  constructor({ bags, days }: Pick<PlanShelf, 'bags' | 'days'>) {
    this.#bags = bags.length;
    this.#days = days;
    this.#cups = new Uint8Array(days * bags.length);
  }

  add({ day, bag }: Pick<PlannedCup, 'day' | 'bag'>, cups: number): void {
    const at = day * this.#bags + bag;
    this.#cups[at] = this.on(day, bag) + cups;
  }

  on(day: number, bag: number): number {
    return day < 0 || day >= this.#days ? 0 : (this.#cups[day * this.#bags + bag] ?? 0);
  }

  repeats(): number {
    let sum = 0;
    for (let day = 0; day < this.#days; day++)
      for (let bag = 0; bag < this.#bags; bag++) sum += this.repeatsOn(day, bag);
    return sum;
  }

  /** Cups of a bag on a day that are repeats: of one drunk the day before, or earlier that day. */
  repeatsOn(day: number, bag: number): number {
    const cups = this.on(day, bag);
    return cups === 0 ? 0 : cups - 1 + (this.on(day - 1, bag) > 0 ? 1 : 0);
  }
}

/** Rounds over all cups at most; each ends with a better plan, or is the last. *Numerical*. */
const MOST_ROUNDS = 12;
/** A step that brings less is none, points. *Numerical*. */
const A_GAIN = 1e-9;

/** A way to drink beans of one lot on one day, the best there is. */
interface Use {
  way: Way;
  net: number;
}

/**
 * Makes a plan better one step at a time, until no two of its cups can change places, and no cup be of other beans,
 * for the better: what a wish for variety asks, which no linear programme of this size knows. Pinned cups stay, and
 * those of today that are worth their learning and those whose beans are to be frozen.
 */
export function improve(shelf: PlanShelf, ways: readonly Way[], planned: readonly PlannedCup[]): PlannedCup[] {
  const { bags, variety } = shelf;
  const lots = bags.flatMap(({ lots: held }, bag) => held.map((lot, at) => ({ bag, lot: at, spare: lot.cups })));
  const place = new Map(lots.map(({ bag, lot }, l) => [`${bag} ${lot}`, l]));
  const lotOf = ({ bag, way }: Pick<PlannedCup, 'bag' | 'way'>): number => place.get(`${bag} ${way.lot}`) ?? 0;
  const uses = usesOf(shelf, ways, lots);
  const calendar = new Calendar(shelf);
  const cups = planned.map((cup) => ({ ...cup, ofLot: lotOf(cup), net: cup.expected - cup.way.cost }));
  for (const { day, bag, ofLot } of cups) {
    calendar.add({ day, bag }, 1);
    const lot = lots[ofLot];
    if (lot) lot.spare -= 1;
  }
  type Cup = (typeof cups)[number];
  const isFixed = (cup: Cup): boolean => cup.isPinned || cup.learning > 0 || cup.way.frozenOn !== null;

  /** How a cup may be of a lot instead; null where it cannot. */
  const wayTo = (cup: Cup, l: number): Use | null => {
    const bag = bags[lots[l]?.bag ?? -1];
    return bag && suits(bag, cup.needs) ? (uses[l]?.[cup.day] ?? null) : null;
  };
  const move = (cup: Cup, l: number, { way, net }: Use): void => {
    const bag = lots[l]?.bag ?? 0;
    calendar.add(cup, -1);
    Object.assign(cup, { bag, way, net, ofLot: l, expected: net + way.cost });
    calendar.add(cup, 1);
  };
  /** Repeats that a step on these days between these bags can touch. */
  const repeatsOf = (days: readonly number[], touched: readonly number[]): number => {
    const near = new Set(days.flatMap((day) => [day, day + 1]));
    let sum = 0;
    for (const day of near) for (const bag of touched) sum += calendar.repeatsOn(day, bag);
    return sum;
  };

  /** Repeats that end at most where a cup goes from its day. */
  const repeatsWith = ({ day, bag }: Cup): number => calendar.repeatsOn(day, bag) + calendar.repeatsOn(day + 1, bag);

  const exchange = (a: Cup, b: Cup): boolean => {
    if (a.ofLot === b.ofLot || isFixed(a) || isFixed(b)) return false;
    const [lotA, lotB] = [a.ofLot, b.ofLot];
    const [first, second] = [wayTo(a, lotB), wayTo(b, lotA)];
    if (!first || !second) return false;
    const gained = first.net + second.net - a.net - b.net;
    // What cannot gain more than the repeats it ends need not be tried.
    if (gained + variety * (repeatsWith(a) + repeatsWith(b)) <= A_GAIN) return false;
    const [useA, useB] = [
      { way: a.way, net: a.net },
      { way: b.way, net: b.net },
    ];
    const [days, touched] = [
      [a.day, b.day],
      [a.bag, b.bag],
    ];
    const repeated = repeatsOf(days, touched);
    move(a, lotB, first);
    move(b, lotA, second);
    if (gained - variety * (repeatsOf(days, touched) - repeated) > A_GAIN) return true;
    move(a, lotA, useA);
    move(b, lotB, useB);
    return false;
  };
  const replace = (cup: Cup, l: number): boolean => {
    const [from, to] = [lots[cup.ofLot], lots[l]];
    const use = wayTo(cup, l);
    if (!use || !from || !to || to.spare < 1 || from === to || isFixed(cup)) return false;
    const gained = use.net - cup.net;
    if (gained + variety * repeatsWith(cup) <= A_GAIN) return false;
    const [before, was, touched] = [cup.ofLot, { way: cup.way, net: cup.net }, [from.bag, to.bag]];
    const repeated = repeatsOf([cup.day], touched);
    move(cup, l, use);
    if (gained - variety * (repeatsOf([cup.day], touched) - repeated) > A_GAIN) {
      from.spare += 1;
      to.spare -= 1;
      return true;
    }
    move(cup, before, was);
    return false;
  };

  /** Tries every step once; whether any was for the better. */
  const improved = (): boolean => {
    let steps = 0;
    cups.forEach((a, i) => {
      for (const b of cups.slice(i + 1)) if (exchange(a, b)) steps++;
      lots.forEach((_, l) => {
        if (replace(a, l)) steps++;
      });
    });
    return steps > 0;
  };
  for (let round = 0; round < MOST_ROUNDS && improved(); round++);
  return cups.map(({ ofLot: _, net: __, ...cup }) => cup);
}

/** The best way to drink each lot on each day, [lot][day]. */
function usesOf(
  { bags, days }: PlanShelf,
  ways: readonly Way[],
  lots: readonly { bag: number; lot: number }[],
): (Use | null)[][] {
  return lots.map(({ bag: b, lot }) => {
    const best: (Use | null)[] = Array.from({ length: days }, () => null);
    const mean = bags[b]?.mean ?? [];
    for (const way of ways) {
      if (way.bag !== b || way.lot !== lot || way.frozenOn !== null) continue;
      for (let day = way.from; day <= way.to; day++) {
        const net = worthOn(way, mean, day);
        if (net > (best[day]?.net ?? -Infinity)) best[day] = { way, net };
      }
    }
    return best;
  });
}
