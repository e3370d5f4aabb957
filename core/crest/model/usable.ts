import { groupBy } from 'es-toolkit';
import type { Style } from '../../brew';
import type { Comparison } from '../../cup';
import type { CrestBrew, CrestInput, LeftOut } from './types';

/** A brew that carries the judgement: sound, of the series in question, and marked, compared or with levels. */
export interface UsableBrew extends Omit<CrestBrew, 'overall' | 'comparisons' | 'byLevels'> {
  /** Its mark, or what its levels come to; null for a cup that was only compared. */
  score: number | null;
  byLevels: boolean;
  /** Those with brews that are usable too. */
  comparisons: readonly Comparison[];
}

type Reader = (brew: CrestBrew) => LeftOut | null;

/** Tells why a brew is left out of the series, or null when it is in. */
export function leftOutOf({ brews, reference: { style } }: CrestInput): Reader {
  const compared = comparedIds(brews, style);
  return (brew) => {
    if (brew.fault !== null) return 'fault';
    if (brew.style !== style) return 'other-style';
    return brew.overall === null && (brew.byLevels ?? null) === null && !compared.has(brew.id) ? 'no-mark' : null;
  };
}

const isSound = (brew: CrestBrew, style: Style): boolean => brew.fault === null && brew.style === style;

/** Brews that take part in a comparison whose both sides count. */
function comparedIds(brews: readonly CrestBrew[], style: Style): ReadonlySet<string> {
  const sound = new Set(brews.filter((brew) => isSound(brew, style)).map(({ id }) => id));
  const compared = new Set<string>();
  for (const { id, comparisons } of brews) {
    for (const { thanId } of comparisons ?? []) {
      if (thanId === id || !sound.has(id) || !sound.has(thanId)) continue;
      compared.add(id);
      compared.add(thanId);
    }
  }
  return compared;
}

/**
 * Sort key of everything the engine reads of a brew, so that the order of the log cannot change the last bit of an
 * answer. What it was compared with is told by that cup's age and score, not by its name.
 */
function canonicalKey(b: CrestBrew, byId: ReadonlyMap<string, CrestBrew>): string {
  return JSON.stringify([
    b.overall,
    b.brewer,
    b.doseG,
    b.waterG,
    b.waterC,
    b.grindStep,
    b.filter ?? null,
    b.waterRecipe ?? null,
    b.pours ?? null,
    b.bloomMultiple ?? null,
    b.timeS ?? null,
    b.pressureBar ?? null,
    b.milkKind ?? null,
    b.milkShare ?? null,
    b.iceShare ?? null,
    b.hardnessPpm ?? null,
    b.vigour ?? null,
    b.grindWord ?? null,
    b.markAt ?? null,
    b.taster ?? null,
    b.recordedFrom,
    b.byLevels ?? null,
    b.isMeant ?? false,
    (b.comparisons ?? []).map(({ thanId, was }) => [was, byId.get(thanId)?.age, byId.get(thanId)?.overall]).sort(),
  ]);
}

interface Keyed {
  age: number;
  key: string;
}

const inOrder = (a: Keyed, b: Keyed): number => a.age - b.age || (a.key < b.key ? -1 : a.key > b.key ? 1 : 0);

/**
 * The usable brews of the reference's series, in one canonical order: by age, then by everything else they say, cups of
 * one brew beside each other whatever their pot is called.
 */
export function usableBrews(input: CrestInput): UsableBrew[] {
  const leftOut = leftOutOf(input);
  const byId = new Map(input.brews.map((brew) => [brew.id, brew]));
  const usable = input.brews
    .filter((brew) => leftOut(brew) === null)
    .map((brew, i) => ({ brew, age: brew.age, key: canonicalKey(brew, byId), pot: brew.pot ?? `alone ${i}` }));
  const ids = new Set(usable.map(({ brew }) => brew.id));
  return Object.values(groupBy(usable, ({ pot }) => pot))
    .map((cups) => cups.sort(inOrder))
    .map((cups) => ({ cups, age: cups[0]?.age ?? 0, key: cups.map(({ key }) => key).join() }))
    .sort(inOrder)
    .flatMap(({ cups }) => cups.map(({ brew }) => usableBrew(brew, ids)));
}

/** A brew as the engine reads it where nothing is known of how it tasted. */
export function askedBrew(brew: CrestBrew): UsableBrew {
  return { ...usableBrew(brew, new Set()), score: null, byLevels: false };
}

function usableBrew({ overall, byLevels, comparisons, ...brew }: CrestBrew, ids: ReadonlySet<string>): UsableBrew {
  return {
    ...brew,
    score: overall ?? byLevels ?? null,
    byLevels: overall === null && (byLevels ?? null) !== null,
    comparisons: (comparisons ?? []).filter(({ thanId }) => thanId !== brew.id && ids.has(thanId)),
  };
}
