import binomialCdf from '@stdlib/stats-base-dists-binomial-cdf';

/** Chance of naming the odd one of three by guessing. */
const BY_GUESSING = 1 / 3;

/**
 * The probability that at least so many of n tasters name the odd cup of three by guessing alone: the exact upper tail
 * of
 * Binomial(n, 1/3) (Roessler et al., *Food Research* 13 (1948) 503–505; ISO 4120).
 *
 * @throws RangeError where more are right than were asked
 */
export function triangleChance(right: number, asked: number): number {
  if (!(right >= 0 && right <= asked)) throw new RangeError(`${right} of ${asked} cannot be right`);
  return right === 0 ? 1 : 1 - binomialCdf(right - 1, asked, BY_GUESSING);
}
