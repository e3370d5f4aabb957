import { LAST_DAY } from '../../crest/constants';
import { REST_RATES } from '../../rest';
import { FREEZING_EFFORT, THAW_EVERY } from './constants';
import type { Lot, PlanBag, PlanShelf, Way } from './types';

/** A curve at a rest age, in a straight line between whole days; the last day stands for all later ones. */
export function scoreAt(curve: readonly number[], age: number): number {
  const at = Math.min(LAST_DAY, Math.max(0, age));
  const day = Math.min(LAST_DAY - 1, Math.floor(at));
  const left = curve[day] ?? 0;
  return left + (at - day) * ((curve[day + 1] ?? left) - left);
}

/** Expected score of a cup drunk a way on a day, less what the way costs, points. */
export function worthOn(way: Way, curve: readonly number[], day: number): number {
  return scoreAt(curve, way.age + day - way.from) - way.cost;
}

/** Every way to drink the beans of a shelf. Freezing is offered where it is worth its trouble on some day. */
export function waysOf({ bags, days, freezer }: Pick<PlanShelf, 'bags' | 'days' | 'freezer'>): Way[] {
  return bags.flatMap((bag, b) =>
    bag.lots.flatMap((lot, l) => {
      if (lot.cups < 1) return [];
      const of = { bag: b, lot: l };
      if (lot.isFrozen)
        return thawing(lot, days, freezer?.rate ?? REST_RATES.freezer).map((way) => ({ ...of, ...way }));
      const from = Math.max(lot.fromDay, Math.ceil(-lot.age), 0);
      if (from >= days) return [];
      const stays = { from, to: days - 1, age: lot.age + from, frozenOn: null, thawedOn: null, cost: 0 };
      const frozen = freezer ? freezing(bag, lot, from, days, freezer.rate) : [];
      return [stays, ...frozen].map((way) => ({ ...of, ...way }));
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

/** Into the freezer on the day that makes the days after thawing best, and out again. */
function freezing(bag: PlanBag, lot: Lot, from: number, days: number, rate: number): WayOfLot[] {
  return thawDays(from + THAW_EVERY, days).flatMap((thawedOn) => {
    const to = Math.min(days, thawedOn + THAW_EVERY) - 1;
    const way = (frozenOn: number): WayOfLot => ({
      from: thawedOn,
      to,
      age: lot.age + frozenOn + rate * (thawedOn - frozenOn),
      frozenOn,
      thawedOn,
      cost: FREEZING_EFFORT,
    });
    let best = way(from);
    let most = -Infinity;
    for (let day = from; day < thawedOn; day++) {
      const tried = way(day);
      let sum = 0;
      for (let d = thawedOn; d <= to; d++) sum += scoreAt(bag.mean, tried.age + d - thawedOn);
      if (sum > most) [best, most] = [tried, sum];
    }
    const gains = (day: number): boolean =>
      scoreAt(bag.mean, best.age + day - thawedOn) - best.cost > scoreAt(bag.mean, lot.age + day);
    return gains(thawedOn) || gains(to) ? [best] : [];
  });
}

function thawDays(first: number, days: number): number[] {
  const start = Math.ceil(first / THAW_EVERY) * THAW_EVERY;
  return Array.from({ length: Math.max(0, Math.ceil((days - start) / THAW_EVERY)) }, (_, i) => start + i * THAW_EVERY);
}
