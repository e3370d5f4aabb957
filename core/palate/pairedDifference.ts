import tQuantile from '@stdlib/stats-base-dists-t-quantile';

/** The mean of differences within pairs, with its interval of probability 0.8. */
export interface PairedDifference {
  pairs: number;
  mean: number;
  /** Null for a single pair: nothing says how far another would lie. */
  interval: { lo: number; hi: number } | null;
}

/**
 * How much one cup was marked above another by the tasters who marked both: mean ± t · s/√n with n − 1 degrees of
 * freedom
 * (Student, *Biometrika* 6 (1908) 1–25). Null without a pair.
 */
export function pairedDifference(differences: readonly number[], confidence = 0.8): PairedDifference | null {
  const pairs = differences.length;
  if (pairs === 0) return null;
  const mean = differences.reduce((sum, one) => sum + one, 0) / pairs;
  if (pairs === 1) return { pairs, mean, interval: null };
  const variance = differences.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (pairs - 1);
  const half = tQuantile(1 - (1 - confidence) / 2, pairs - 1) * Math.sqrt(variance / pairs);
  return { pairs, mean, interval: { lo: mean - half, hi: mean + half } };
}
