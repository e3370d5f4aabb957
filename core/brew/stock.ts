import { groupBy } from 'es-toolkit';
import { roundTo } from './units';

/** Beans by weight: of a bag, and of its portions. */
export interface BeanWeights {
  weightG: number;
  heldPortions: readonly { id: string; grams: number }[];
  corrections: readonly { portionId: string | null; grams: number }[];
}

/** What was brewed of a bag or a portion, g. */
export interface Drawn {
  portionId: string | null;
  grams: number;
}

export interface Stock {
  /** In the bag itself. */
  bagG: number;
  portions: { id: string; grams: number }[];
  /** Both. */
  totalG: number;
}

/**
 * What is left of a bag and of each of its portions, g: what went in, less what was weighed off and brewed, as
 * corrected
 * by the scale; never less than nothing. What was brewed of a portion that is not known came out of the bag.
 */
export function stockOf({ weightG, heldPortions, corrections }: BeanWeights, drawn: readonly Drawn[]): Stock {
  const ids = new Set(heldPortions.map(({ id }) => id));
  const key = ({ portionId }: { portionId: string | null }): string =>
    portionId !== null && ids.has(portionId) ? portionId : '';
  const sums = (all: readonly Drawn[]): ((of: string) => number) => {
    const groups = groupBy(all, key);
    return (of) => (groups[of] ?? []).reduce((sum, { grams }) => sum + grams, 0);
  };
  const brewed = sums(drawn);
  const corrected = sums(corrections);
  const left = (grams: number, of: string): number => Math.max(0, grams - brewed(of) + corrected(of));
  const portions = heldPortions.map(({ id, grams }) => ({ id, grams: left(grams, id) }));
  const weighedOff = heldPortions.reduce((sum, { grams }) => sum + grams, 0);
  const bagG = left(weightG - weighedOff, '');
  return { bagG, portions, totalG: portions.reduce((sum, { grams }) => sum + grams, bagG) };
}

/** What a bag has more, or less, by the scale than was reckoned, g. */
export function correctionG(reckonedG: number, weighedG: number): number {
  return roundTo(weighedG - reckonedG, 1);
}
