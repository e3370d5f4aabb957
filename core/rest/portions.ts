import type { PlainDate } from './calendar';
import type { StorageSpell } from './restAge';

/** A part of a bag weighed off, with its own stays in the freezer. */
export interface Portion {
  id: string;
  grams: number;
  stays: readonly { from: PlainDate; to: PlainDate | null }[];
}

/** Where the beans of a bag have been, and those of its portions. */
export interface Stored {
  spells: readonly StorageSpell[];
  heldPortions?: readonly Portion[];
}

/**
 * The stays in the freezer of a portion: those of its bag until it first went in by itself, then its own. Of no
 * portion,
 * or one that is not known, the bag's.
 */
export function spellsOf({ spells, heldPortions = [] }: Stored, portionId: string | null): readonly StorageSpell[] {
  const portion = portionId === null ? undefined : heldPortions.find(({ id }) => id === portionId);
  if (!portion) return spells;
  const own = [...portion.stays].sort((a, b) => (a.from < b.from ? -1 : 1));
  const apartFrom = own[0]?.from ?? null;
  const shared = apartFrom === null ? spells : spells.filter(({ from }) => from < apartFrom);
  return [
    ...shared.map((spell) =>
      apartFrom !== null && (spell.to === null || spell.to > apartFrom) ? { ...spell, to: apartFrom } : spell,
    ),
    ...own.map(({ from, to }): StorageSpell => ({ place: 'freezer', from, to })),
  ];
}

/** Whether a portion lies in the freezer on a day. */
export function isFrozenOn({ stays }: Portion, on: PlainDate): boolean {
  return stays.some(({ from, to }) => from <= on && (to === null || on < to));
}
