import { addDays, daysBetween, weekdayOf, type PlainDate } from '../rest';

/** A roaster as far as orders go; weekdays count from Monday, 0. */
export interface RoasterDays {
  roastsOn: readonly number[];
  /** Days before a roast by which an order must be in. */
  leadDays: number;
  /** Days from the roast to the door. */
  shippingDays: number;
}

/** A roaster of whom nothing is known. *Assumption*. */
export const UNKNOWN_ROASTER: RoasterDays = { roastsOn: [], leadDays: 1, shippingDays: 3 };

/** When a bag would have to be ordered, and what follows. */
export interface OrderDates {
  orderBy: PlainDate;
  roastedOn: PlainDate;
  arrivesOn: PlainDate;
  /** When its best days are expected to begin. */
  bestFrom: PlainDate;
  /** Days its best ones begin after they are needed; 0 where it is in time. */
  lateDays: number;
  /** It cannot be had for as long as that. */
  isTooLate: boolean;
}

/** A year has a roast day for everyone. */
const FARTHEST = 366;

/**
 * The day by which to order a bag so that its best days begin when they are needed:
 *
 *     order date = day needed − expected rest, back to a roast weekday, − lead time
 *
 * and never before today, nor outside the days it can be had. What cannot be in time comes as soon as it can.
 *
 * @param restDays rest days after which its best ones are expected to begin
 */
export function orderDates(
  today: PlainDate,
  neededOn: PlainDate,
  restDays: number,
  roaster: RoasterDays,
  had: { from: PlainDate | null; until: PlainDate | null } = { from: null, until: null },
): OrderDates {
  const { roastsOn, leadDays, shippingDays } = roaster;
  const roasts = (on: PlainDate): boolean => roastsOn.length === 0 || roastsOn.includes(weekdayOf(on));
  const soonest = [today, had.from ?? today].reduce((a, b) => (a > b ? a : b));
  // It must have rested, and be at the door, on the day it is needed.
  const wanted = addDays(neededOn, -Math.max(Math.round(restDays), shippingDays));
  const firstRoast = addDays(soonest, leadDays);
  let roastedOn = wanted;
  while (!roasts(roastedOn)) roastedOn = addDays(roastedOn, -1);
  if (roastedOn < firstRoast) {
    roastedOn = firstRoast;
    for (let tried = 0; tried < FARTHEST && !roasts(roastedOn); tried++) roastedOn = addDays(roastedOn, 1);
  }
  let orderBy = addDays(roastedOn, -leadDays);
  const isTooLate = had.until !== null && had.until < soonest;
  if (had.until !== null && !isTooLate && orderBy > had.until) {
    orderBy = had.until;
    roastedOn = addDays(orderBy, leadDays);
    for (let tried = 0; tried < FARTHEST && !roasts(roastedOn); tried++) roastedOn = addDays(roastedOn, 1);
  }
  const bestFrom = addDays(roastedOn, Math.max(Math.round(restDays), shippingDays));
  return {
    orderBy,
    roastedOn,
    arrivesOn: addDays(roastedOn, shippingDays),
    bestFrom,
    lateDays: Math.max(0, daysBetween(neededOn, bestFrom)),
    isTooLate,
  };
}
