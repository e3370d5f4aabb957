import { cupsLeft } from '../../brew';
import {
  dateAtRestAge,
  daysBetween,
  REST_RATES,
  restAge,
  spellOn,
  type PlainDate,
  type StorageSpell,
} from '../../rest';
import type { Lot } from './types';

/** Beans that lie together, as a household keeps them. */
export interface Beans {
  id: string | null;
  grams: number;
  roastedOn: PlainDate;
  spells: readonly StorageSpell[];
}

/** Start rules: when a bag may be opened. */
export const START_RULES = ['engine', 'fresh', 'first-week', 'patient'] as const;
export type StartRule = (typeof START_RULES)[number];

/** The rest day on which each rule opens a bag; the engine's choice has none. *Assumption*. */
export const START_DAYS: Readonly<Record<StartRule, number>> = { engine: 0, fresh: 0, 'first-week': 4, patient: 18 };

/**
 * Beans as a plan reckons with them: whole doses, their rest age, and from when on they may be brewed. A stay in the
 * freezer whose end is set keeps them until then.
 */
export function lotOf(
  { id, grams, roastedOn, spells }: Beans,
  today: PlainDate,
  doseG: number,
  rule: StartRule = 'engine',
  freezerRate = REST_RATES.freezer,
): Lot {
  const rates = { ...REST_RATES, freezer: freezerRate };
  const cups = cupsLeft(grams, doseG);
  const stay = spellOn(spells, today);
  const isFrozen = stay?.place === 'freezer' && stay.to === null;
  const heldUntil = stay?.place === 'freezer' && stay.to !== null ? daysBetween(today, stay.to) : 0;
  const toRoast = daysBetween(today, roastedOn);
  const age =
    toRoast > 0
      ? -toRoast
      : heldUntil > 0 && stay?.to
        ? restAge(roastedOn, stay.to, spells, rates) - heldUntil
        : restAge(roastedOn, today, spells, rates);
  const opens = dateAtRestAge(roastedOn, START_DAYS[rule], isFrozen ? [] : spells, undefined, rates);
  const waits = opens === null || isFrozen ? 0 : daysBetween(today, opens);
  return { id, cups, age, isFrozen, fromDay: Math.max(0, heldUntil, toRoast, waits) };
}
