import { countBy, groupBy } from 'es-toolkit';
import { assign, onDay, type Share } from './assign';
import { LEARNING_SHARE, LEAST_PORTION, MOST_ROUNDS } from './constants';
import { improve, worthOfCups } from './improve';
import { worthOfLearning } from './learning';
import { pricesOf } from './prices';
import { freezeSteps, stepKey, stepsNotOffered } from './freezing';
import { scoreAt } from './scoreAt';
import type { CupsWanted, FreezeStep, Pin, Plan, PlannedCup, PlanShelf, Way } from './types';
import { bagOnDay, waysOf, type NotFrozen } from './ways';

/**
 * Plans a shelf: which bag each cup of the days to come is of, and what lies in the freezer meanwhile, so that the
 * expected sum of the scores is highest; with cups of today that are worth their learning.
 *
 * @param learningShare how much of the worth of learning is believed; 0: each cup is reckoned for itself
 */
export function planShelf(shelf: PlanShelf, learningShare = LEARNING_SHARE): Plan {
  const notFrozen = { steps: new Set<string>(), bagOnDay: new Set<string>() };
  // What is frozen is settled on the plain assignment first, which takes a fraction of the time.
  while (bar(notFrozen, freezeSteps(shelf.bags, assignedCups(shelf, notFrozen))));
  for (;;) {
    const plan = planWithout(shelf, learningShare, notFrozen);
    if (!bar(notFrozen, plan.freeze)) return plan;
  }
}

/** Bars what is not to be offered, so that it is planned otherwise; false where everything is offered as it is. */
function bar(notFrozen: { steps: Set<string>; bagOnDay: Set<string> }, freeze: readonly FreezeStep[]): boolean {
  const { unsure, second } = stepsNotOffered(freeze);
  for (const step of unsure) notFrozen.steps.add(stepKey(step));
  const offered = freeze.filter((step) => !second.includes(step));
  for (const { bag, frozenOn } of second) {
    notFrozen.bagOnDay.add(bagOnDay(bag, frozenOn));
    // Nor on a day that another bag has already.
    for (const other of offered) if (other.bag !== bag) notFrozen.bagOnDay.add(bagOnDay(bag, other.frozenOn));
  }
  return unsure.length + second.length > 0;
}

/** Every cup reckoned for itself: nothing for learning, nothing for variety. */
function assignedCups(shelf: PlanShelf, notFrozen: NotFrozen): PlannedCup[] {
  const { ways, shares } = wholePortions(shelf, notFrozen);
  return cupsOf(shelf, ways, shares, []);
}

function planWithout(shelf: PlanShelf, learningShare: number, notFrozen: NotFrozen): Plan {
  const { bags, wanted, pins } = shelf;
  const { ways, shares: certain } = wholePortions(shelf, notFrozen);
  const learning = learningShare > 0 ? learningOf(shelf, ways, certain).map((worth) => learningShare * worth) : [];
  const shares = learning.some((worth) => worth > 0) ? assign(bags, ways, wanted, pins, learning) : certain;
  const assigned = cupsOf(shelf, ways, shares, learning);
  const cups = shelf.variety > 0 ? inOrder(improve(shelf, ways, assigned)) : assigned;
  return {
    cups,
    freeze: freezeSteps(bags, cups),
    unfilled: unfilled(wanted, shares),
    unkept: unkept(pins, cups),
    worth: worthOfCups(cups, shelf),
  };
}

/** Ways worth their trouble, and who drinks what by them: beans of portions too small to freeze go into larger ones. */
function wholePortions(
  { bags, wanted, pins, days, freezer }: PlanShelf,
  notFrozen: NotFrozen,
): { ways: Way[]; shares: Share[] } {
  let ways = waysOf({ bags, days, freezer }, notFrozen);
  for (let round = 1; ; round++) {
    const shares = assign(bags, ways, wanted, pins, []);
    const byWay = groupBy(shares, ({ way }) => way);
    const cupsBy = ways.map((_, w) => (byWay[w] ?? []).reduce((sum, { cups }) => sum + cups, 0));
    const isSmall = ({ frozenOn }: Way, w: number): boolean => {
      const cups = cupsBy[w] ?? 0;
      return frozenOn !== null && cups > 0 && cups < LEAST_PORTION;
    };
    if (round === MOST_ROUNDS || !ways.some(isSmall)) return { ways, shares };
    // Towards the end nothing new is begun, so that what was put together stays so.
    const isOpen = (way: Way, w: number): boolean =>
      way.frozenOn === null || cupsBy[w] !== 0 || round < MOST_ROUNDS / 2;
    ways = ways.filter((way, w) => !isSmall(way, w) && isOpen(way, w));
  }
}

/** Of each bag, what a cup today is worth for what it tells beyond what would be learnt anyway, points. */
function learningOf({ bags, wanted }: PlanShelf, ways: readonly Way[], certain: readonly Share[]): number[] {
  const prices = pricesOf(bags, ways, wanted, certain);
  return bags.map((bag, b) => {
    const days = certain.flatMap(({ way, group }) => (ways[way]?.bag === b ? [wanted[group]?.day ?? Infinity] : []));
    // What is learnt anyway, on the day the bag is first to be drunk, is no reason to drink it today.
    const later = days.length === 0 ? 0 : worthOfLearning(bag, Math.min(...days), wanted, prices);
    return Math.max(0, worthOfLearning(bag, 0, wanted, prices) - later);
  });
}

function cupsOf(
  { bags, wanted, pins }: PlanShelf,
  ways: readonly Way[],
  shares: readonly Share[],
  learning: readonly number[],
): PlannedCup[] {
  const pinned = countBy(pins, onDay);
  const cups = shares.flatMap(({ way: w, group, cups: count }) => {
    const way = ways[w];
    const cup = wanted[group];
    const bag = way && bags[way.bag];
    if (!way || !cup || !bag) return [];
    const { day, needs } = cup;
    const expected = scoreAt(bag.mean, way.age + day - way.from);
    const made = { day, needs, bag: way.bag, way, expected, learning: 0, isPinned: false };
    return Array.from({ length: count }, () => made);
  });
  const told = new Set<number>();
  return inOrder(cups).map((cup) => {
    const learns = cup.day === 0 && !told.has(cup.bag);
    if (learns) told.add(cup.bag);
    const key = onDay(cup);
    const isPinned = (pinned[key] ?? 0) > 0;
    if (isPinned) pinned[key] = (pinned[key] ?? 0) - 1;
    return { ...cup, learning: learns ? (learning[cup.bag] ?? 0) : 0, isPinned };
  });
}

/** By day; within a day the best first. */
function inOrder(cups: readonly PlannedCup[]): PlannedCup[] {
  return [...cups].sort((a, b) => a.day - b.day || b.expected - a.expected || a.bag - b.bag);
}

function unfilled(wanted: readonly CupsWanted[], shares: readonly Share[]): CupsWanted[] {
  return wanted.flatMap((cup, g) => {
    const filled = shares.reduce((sum, { group, cups }) => sum + (group === g ? cups : 0), 0);
    return filled < cup.cups ? [{ ...cup, cups: cup.cups - filled }] : [];
  });
}

function unkept(pins: readonly Pin[], cups: readonly PlannedCup[]): Pin[] {
  const drunk = countBy(cups, onDay);
  return pins.filter((pin) => {
    const left = drunk[onDay(pin)] ?? 0;
    drunk[onDay(pin)] = left - 1;
    return left <= 0;
  });
}
