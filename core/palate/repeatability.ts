import chiSquareQuantile from '@stdlib/stats-base-dists-chisquare-quantile';

/** How far a taster's marks of one and the same cup lie apart. */
export interface Repeatability {
  /** Standard deviation of one mark, in the unit of the marks; with the interval of probability 0.8. */
  sd: number;
  lo: number;
  hi: number;
  /** Repeats beyond the first of each group. */
  degrees: number;
  /** How many more such repeats make it firm; 0 where it is. */
  more: number;
}

/** Firm is an interval whose upper end is at most so many times its lower one. */
export const FIRM = 1.6;
const MOST_REPEATS = 200;

/**
 * Repeatability from groups of marks of the same thing, tasted without knowing so: s² = Σ (y − group mean)² / ν with
 * ν = Σ (group size − 1), and νs²/σ² following χ²(ν) (Bland and Altman, *Br. Med. J.* 313 (1996) 744). Groups of one
 * say nothing;
 * null without two marks of one thing.
 */
export function repeatabilityOf(groups: readonly (readonly number[])[], confidence = 0.8): Repeatability | null {
  let squares = 0;
  let degrees = 0;
  for (const group of groups) {
    if (group.length < 2) continue;
    const mean = group.reduce((sum, one) => sum + one, 0) / group.length;
    squares += group.reduce((sum, one) => sum + (one - mean) ** 2, 0);
    degrees += group.length - 1;
  }
  if (degrees === 0) return null;
  const tail = (1 - confidence) / 2;
  const sd = Math.sqrt(squares / degrees);
  return {
    sd,
    lo: Math.sqrt(squares / chiSquareQuantile(1 - tail, degrees)),
    hi: Math.sqrt(squares / chiSquareQuantile(tail, degrees)),
    degrees,
    more: Math.max(0, degreesForFirm(confidence) - degrees),
  };
}

/** The fewest degrees of freedom with which an interval is firm. */
function degreesForFirm(confidence: number): number {
  const tail = (1 - confidence) / 2;
  for (let degrees = 1; degrees < MOST_REPEATS; degrees++) {
    const ratio = Math.sqrt(chiSquareQuantile(1 - tail, degrees) / chiSquareQuantile(tail, degrees));
    if (ratio <= FIRM) return degrees;
  }
  return MOST_REPEATS;
}
