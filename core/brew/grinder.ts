import type { GrindWord } from './kinds';
import type { GrinderGrind, Recipe } from './recipe';
import { roundTo } from './units';

/** A grinder of the household, and the days its burrs were changed. */
export interface Grinder {
  id: string;
  name: string;
  burrChanges: { on: string; note: string }[];
  /** What its settings are in words, as the household calls them. */
  grindWords: { word: GrindWord; setting: number }[];
}

/** A setting on a grinder on a day. */
export interface GrindSetting {
  grinderId: string | null;
  setting: number | null;
  on: string;
}

export type GrindComparison = { steps: number; why: null } | { steps: null; why: string };

/**
 * How many steps a setting lies from another, finer negative: only where both were on one grinder with the same burrs.
 * Otherwise why they cannot be compared. Settings are taken to rise towards coarse, one step a unit (*assumption*).
 */
export function grindStepsApart(
  reference: GrindSetting,
  now: GrindSetting,
  grinders: readonly Pick<Grinder, 'id' | 'burrChanges'>[],
): GrindComparison {
  if (reference.setting === null || now.setting === null)
    return { steps: null, why: 'One of the two settings was not written down.' };
  if (reference.grinderId !== now.grinderId)
    return { steps: null, why: 'Settings of two grinders cannot be compared.' };
  const [first, last] = reference.on < now.on ? [reference.on, now.on] : [now.on, reference.on];
  const changed = grinders
    .find(({ id }) => id === now.grinderId)
    ?.burrChanges.find(({ on }) => first < on && on <= last);
  if (changed)
    return { steps: null, why: 'The burrs were changed in between: the same number grinds differently now.' };
  return { steps: roundTo(now.setting - reference.setting, 2), why: null };
}

/** The settings of a recipe, by grinder: its own first, then the same grind on others. */
export function grindsOf({
  grinderId,
  grinderSetting,
  otherGrinds,
}: Pick<Recipe, 'grinderId' | 'grinderSetting' | 'otherGrinds'>): GrinderGrind[] {
  const own = grinderId === null || grinderSetting === null ? [] : [{ grinderId, setting: grinderSetting }];
  return [...own, ...otherGrinds];
}
