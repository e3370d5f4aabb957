/** What a sitting is for. */
export const SITTING_KINDS = ['brewers', 'same-recipe', 'own-best', 'drinks', 'yardstick', 'triangle', 'free'] as const;
export type SittingKind = (typeof SITTING_KINDS)[number];

/** When the cups are tasted: ready together, one after another, or hours and days apart. */
export const SITTING_TIMINGS = ['together', 'in turn', 'apart'] as const;
export type SittingTiming = (typeof SITTING_TIMINGS)[number];

/** How a cup comes to the table. */
export const CUP_CONDITIONS = ['fresh', 'cooled', 'kept'] as const;
export type CupCondition = (typeof CUP_CONDITIONS)[number];

/** The fewest and most cups of a sitting. */
export const SITTING_CUPS = { least: 2, most: 8 } as const;

/** A cup of a sitting, as far as who shares a brew goes: `sameAs` names the cup whose brew it is another cup of. */
export interface PouredCup {
  id: string;
  sameAs: string | null;
}

/** The cup that stands for the brew of a cup: itself, or the one it was poured with. */
export const brewOfCup = ({ id, sameAs }: PouredCup): string => sameAs ?? id;

/**
 * The odd one of a triangle: the one of three cups that shares its brew with no other. Null where the cups are no
 * triangle.
 */
export function oddCup(cups: readonly PouredCup[]): string | null {
  if (cups.length !== 3) return null;
  const alone = cups.filter((cup) => cups.filter((other) => brewOfCup(other) === brewOfCup(cup)).length === 1);
  return alone.length === 1 ? (alone[0]?.id ?? null) : null;
}
