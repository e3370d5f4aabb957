import { REST_RATES } from '../../rest';
import { FREEZING_EFFORT, THAW_EVERY } from './constants';
import { freezingGain, isSureOfFreezing, stepKey } from './freezing';
import { scoreAt } from './scoreAt';
import type { Lot, PlanBag, PlanShelf, Way } from './types';

/** Expected score of a cup drunk a way on a day, less what the way costs, points. */
export function worthOn(way: Way, curve: readonly number[], day: number): number {
  return scoreAt(curve, way.age + day - way.from) - way.cost;
}

/** What is not to be frozen: steps by their key, and bags on a day. */
export interface NotFrozen {
  steps: ReadonlySet<string>;
  bagOnDay: ReadonlySet<string>;
}
const NOTHING_BARRED: NotFrozen = { steps: new Set(), bagOnDay: new Set() };

export const bagOnDay = (bag: number, day: number): string => `${bag} ${day}`;

/** Every way to drink the beans of a shelf. Freezing is one where it is surely worth its trouble. */
export function waysOf(
  { bags, days, freezer }: Pick<PlanShelf, 'bags' | 'days' | 'freezer'>,
  notFrozen = NOTHING_BARRED,
): Way[] {
  return bags.flatMap((bag, b) =>
    bag.lots.flatMap((lot, l) => {
      if (lot.cups < 1) return [];
      const of = { bag: b, lot: l };
      if (lot.isFrozen)
        return thawing(lot, days, freezer?.rate ?? REST_RATES.freezer).map((way) => ({ ...of, ...way }));
      const from = Math.max(lot.fromDay, Math.ceil(-lot.age), 0);
      if (from >= days) return [];
      const stays = { from, to: days - 1, age: lot.age + from, frozenOn: null, thawedOn: null, cost: 0 };
      const mayFreeze = (day: number): boolean => !notFrozen.bagOnDay.has(bagOnDay(b, day));
      const frozen = freezer ? freezing(bag, lot, { from, days, rate: freezer.rate, mayFreeze }) : [];
      return [stays, ...frozen].flatMap((way) =>
        notFrozen.steps.has(stepKey({ ...of, ...way })) ? [] : [{ ...of, ...way }],
      );
    }),
  );
}

type WayOfLot = Omit<Way, 'bag' | 'lot'>;

/** Out of the freezer, part by part. */
function thawing(lot: Lot, days: number, rate: number): WayOfLot[] {
  return thawDays(0, days).map((day) => ({
    from: day,
    to: Math.min(days, day + THAW_EVERY) - 1,
    age: lot.age + rate * day,
    frozenOn: null,
    thawedOn: day,
    cost: 0,
  }));
}

interface Freezing {
  /** The first day it may go in. */
  from: number;
  days: number;
  rate: number;
  mayFreeze: (day: number) => boolean;
}

/** Into the freezer on the day that makes the days after thawing best, and out again. */
function freezing(bag: PlanBag, lot: Lot, { from, days, rate, mayFreeze }: Freezing): WayOfLot[] {
  return thawDays(from + THAW_EVERY, days).flatMap((thawedOn) => {
    const to = Math.min(days, thawedOn + THAW_EVERY) - 1;
    const drunkOn = Array.from({ length: to - thawedOn + 1 }, (_, i) => thawedOn + i);
    let best: WayOfLot | null = null;
    let most = -Infinity;
    for (let frozenOn = from; frozenOn < thawedOn; frozenOn++) {
      if (!mayFreeze(frozenOn)) continue;
      const age = lot.age + frozenOn + rate * (thawedOn - frozenOn);
      const sum = drunkOn.reduce((total, day) => total + scoreAt(bag.mean, age + day - thawedOn), 0);
      if (sum > most) [best, most] = [{ from: thawedOn, to, age, frozenOn, thawedOn, cost: FREEZING_EFFORT }, sum];
    }
    return best && isSureOfFreezing(freezingGain(bag, lot, best, drunkOn)) ? [best] : [];
  });
}

function thawDays(first: number, days: number): number[] {
  const start = Math.ceil(first / THAW_EVERY) * THAW_EVERY;
  return Array.from({ length: Math.max(0, Math.ceil((days - start) / THAW_EVERY)) }, (_, i) => start + i * THAW_EVERY);
}
