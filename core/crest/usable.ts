import { groupBy } from 'es-toolkit';
import type { Style } from '../brew/kinds';
import type { CrestBrew, CrestInput, LeftOut } from './types';

/** A brew that carries the judgement: marked, sound, and of the series in question. */
export type UsableBrew = CrestBrew & { overall: number };

/** Why a brew is left out of a series, or null when it is in. */
export function leftOut(brew: CrestBrew, series: Style): LeftOut | null {
  if (brew.fault !== null) return 'fault';
  if (brew.style !== series) return 'other-style';
  return brew.overall === null ? 'no-mark' : null;
}

/**
 * Sort key of everything the engine reads of a brew, so that the order of the log cannot change the last bit of an
 * answer.
 */
function canonicalKey(b: UsableBrew): string {
  return JSON.stringify([
    b.overall,
    b.brewer,
    b.doseG,
    b.waterG,
    b.waterC,
    b.grindStep,
    b.filter ?? null,
    b.waterRecipe ?? null,
    b.taster ?? null,
    b.recordedFrom,
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
  const usable = input.brews
    .filter((brew): brew is UsableBrew => leftOut(brew, input.reference.style) === null)
    .map((brew, i) => ({ brew, age: brew.age, key: canonicalKey(brew), pot: brew.pot ?? `alone ${i}` }));
  return Object.values(groupBy(usable, ({ pot }) => pot))
    .map((cups) => cups.sort(inOrder))
    .map((cups) => ({ cups, age: cups[0]?.age ?? 0, key: cups.map(({ key }) => key).join() }))
    .sort(inOrder)
    .flatMap(({ cups }) => cups.map(({ brew }) => brew));
}
