import type { RoastLevel } from '../../crest';
import type { RoastByColour } from '../../palate';
import { plainWords } from '../writeUp/saying';

/**
 * What a roast colour says of the claimed roast, by the household's other bags; null where they say nothing, or it lies
 * between two levels.
 */
export function roastByColourText(claimed: RoastLevel, read: RoastByColour | null): string | null {
  if (read?.differs)
    return `the label says ${plainWords(claimed)}, the colour is that of your ${plainWords(read.roastLevel)} bags`;
  return read?.roastLevel === claimed ? `fits your other ${plainWords(claimed)} bags` : null;
}

/** A pH of coffee in words, against most coffees. Thresholds are an *assumption*. */
function phAmongMost(ph: number): string {
  if (ph < 4.7) return 'sharper than most';
  if (ph < 4.9) return 'on the bright side';
  if (ph <= 5.2) return 'as most coffees are';
  return 'softer than most';
}

/** A pH in words: against the household's own readings of such drinks, or against most coffees while they are few. */
export function phText(ph: number, place: { lower: number; higher: number } | null): string {
  if (place === null) return phAmongMost(ph);
  const { lower, higher } = place;
  if (lower === higher) return 'in the middle of your readings';
  return higher > lower
    ? `lower than ${higher} of your other readings, sharper`
    : `higher than ${lower} of your other readings, softer`;
}
