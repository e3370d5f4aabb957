import { dateOfDay, dayNumber, type PlainDate } from './calendar';

/**
 * Where beans rest. The rate at which each ages them, relative to a sealed bag at room temperature, is in `REST_RATES`.
 */
export type StoragePlace = 'room' | 'freezer';

/** Rest days gained per calendar day. Unit: days per day. *Assumption*; a setting of the household may overrule it. */
export const REST_RATES: Readonly<Record<StoragePlace, number>> = { room: 1, freezer: 0.03 };

/** The rates with the freezer's as a household has it. */
export function ratesWith(freezer: number | undefined): Readonly<Record<StoragePlace, number>> {
  return freezer === undefined ? REST_RATES : { ...REST_RATES, freezer };
}

/**
 * A stay away from room temperature: from the day it begins up to, not including, the day it ends (null: still there).
 */
export interface StorageSpell {
  place: StoragePlace;
  from: PlainDate;
  to: PlainDate | null;
}

/**
 * Rest age in days: Σ over storage spells of rate × length since roasting. Days outside every spell count as room.
 *
 * Where spells overlap, each calendar day counts once, at the slowest of its rates. Before roasting the age is 0.
 *
 * @example restAge('2026-02-01', '2026-02-21', [{ place: 'freezer', from: '2026-02-06', to: '2026-02-16' }]) // 10.3
 */
export function restAge(
  roastedOn: PlainDate,
  on: PlainDate,
  spells: readonly StorageSpell[],
  rates: Readonly<Record<StoragePlace, number>> = REST_RATES,
): number {
  const start = dayNumber(roastedOn);
  const end = dayNumber(on);
  if (end <= start) return 0;
  const stays = spells.map((spell) => ({
    rate: rates[spell.place],
    from: Math.max(start, dayNumber(spell.from)),
    to: Math.min(end, spell.to === null ? end : dayNumber(spell.to)),
  }));
  const edges = new Set([end, ...stays.filter((stay) => stay.from < stay.to).flatMap((stay) => [stay.from, stay.to])]);
  let age = 0;
  let from = start;
  for (const to of [...edges].sort((a, b) => a - b)) {
    const begin = from;
    const rate = stays.reduce(
      (slowest, stay) => (stay.from <= begin && to <= stay.to ? Math.min(slowest, stay.rate) : slowest),
      rates.room,
    );
    age += rate * (to - begin);
    from = to;
  }
  return age;
}

/** The rest day shown to a person: the whole number of rest days completed; the roast day is 0. */
export function restDay(
  roastedOn: PlainDate,
  on: PlainDate,
  spells: readonly StorageSpell[],
  rates: Readonly<Record<StoragePlace, number>> = REST_RATES,
): number {
  // The sum of many 0.03ths must not turn an exact 12 into 11.999…
  return Math.floor(restAge(roastedOn, on, spells, rates) + 1e-9);
}

/**
 * The first calendar date on which the beans have rested `age` days, if they stay where they are now; null when that
 * lies more than `horizonDays` after roasting (a frozen bag hardly moves).
 */
export function dateAtRestAge(
  roastedOn: PlainDate,
  age: number,
  spells: readonly StorageSpell[],
  horizonDays = 730,
  rates: Readonly<Record<StoragePlace, number>> = REST_RATES,
): PlainDate | null {
  const start = dayNumber(roastedOn);
  let lo = 0;
  let hi = horizonDays;
  const ageAfter = (days: number): number => restAge(roastedOn, dateOfDay(start + days), spells, rates);
  if (ageAfter(hi) < age - 1e-9) return null;
  while (lo < hi) {
    const mid = Math.floor((lo + hi) / 2);
    if (ageAfter(mid) >= age - 1e-9) hi = mid;
    else lo = mid + 1;
  }
  return dateOfDay(start + lo);
}

/** The spell the beans are in on a day, or null at room temperature. */
export function spellOn(spells: readonly StorageSpell[], on: PlainDate): StorageSpell | null {
  const day = dayNumber(on);
  return spells.find((s) => dayNumber(s.from) <= day && (s.to === null || day < dayNumber(s.to))) ?? null;
}
