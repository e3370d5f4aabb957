import fQuantile from '@stdlib/stats-base-dists-f-quantile';

/** Marks of several raters for the same cups, [rater][cup]. */
export type RatingTable = readonly (readonly number[])[];

/**
 * Ranks from 1, the smallest first; equal values share the mean of their places.
 *
 * @example averageRanks([7, 5, 7]) // [2.5, 1, 2.5]
 */
export function averageRanks(values: readonly number[]): number[] {
  return values.map((value) => {
    const below = values.filter((other) => other < value).length;
    const equal = values.filter((other) => other === value).length;
    return below + (equal + 1) / 2;
  });
}

/**
 * Kendall's coefficient of concordance of m raters over n cups, 0 (no agreement) to 1 (one ranking), corrected for
 * ties:
 *
 *     W = 12 S / (m²(n³ − n) − m Σ T),   S = Σ (rank sum − mean rank sum)²,   T = Σ (t³ − t) over a rater's ties of t
 *
 * Kendall and Babington Smith, *Ann. Math. Stat.* 10 (1939) 275–287; ties: Kendall, *Rank Correlation Methods*, ch. 6.
 * Null where there are fewer than two raters or cups, or every rater calls all cups alike.
 */
export function kendallsW(table: RatingTable): number | null {
  const m = table.length;
  const n = table[0]?.length ?? 0;
  if (m < 2 || n < 2) return null;
  const ranks = table.map(averageRanks);
  const sums = Array.from({ length: n }, (_, cup) => ranks.reduce((sum, row) => sum + row[cup]!, 0));
  const s = sums.reduce((sum, one) => sum + (one - (m * (n + 1)) / 2) ** 2, 0);
  const ties = table.reduce((sum, row) => sum + tieTerm(row), 0);
  const most = m ** 2 * (n ** 3 - n) - m * ties;
  return most > 0 ? (12 * s) / most : null;
}

function tieTerm(row: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const value of row) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts.values()].reduce((sum, t) => sum + t ** 3 - t, 0);
}

/** An intraclass correlation with its interval of probability 0.8. */
export interface IntraclassCorrelation {
  icc: number;
  lo: number;
  hi: number;
}

/**
 * ICC(2,1): how far one rater's single mark of a cup agrees with another's, in value and not only in order. Two-way
 * random effects, absolute agreement, single measurement:
 *
 *     ICC = (MSR − MSE) / (MSR + (k − 1) MSE + k (MSC − MSE) / n)   for n cups and k raters
 *
 * Shrout and Fleiss, *Psychological Bulletin* 86 (1979) 420–428; interval: McGraw and Wong, *Psychological Methods* 1
 * (1996) 30–46, table 7. Neither is said to lie lower than −1/(k − 1), the least k raters can have. Null for fewer than two raters or cups, or where all marks are one.
 */
export function icc21(table: RatingTable, confidence = 0.8): IntraclassCorrelation | null {
  const k = table.length;
  const n = table[0]?.length ?? 0;
  if (k < 2 || n < 2) return null;
  const cups = Array.from({ length: n }, (_, cup) => mean(table.map((row) => row[cup]!)));
  const raters = table.map(mean);
  const grand = mean(raters);
  const msr = (k * squares(cups, grand)) / (n - 1);
  const msc = (n * squares(raters, grand)) / (k - 1);
  const residual = table.reduce(
    (sum, row, r) => sum + row.reduce((s, y, cup) => s + (y - cups[cup]! - raters[r]! + grand) ** 2, 0),
    0,
  );
  const mse = residual / ((n - 1) * (k - 1));
  const total = msr + (k - 1) * mse + (k * (msc - mse)) / n;
  if (!(total > 0)) return null;
  const least = -1 / (k - 1);
  const icc = Math.max(least, (msr - mse) / total);
  if (mse === 0 && msc === 0) return { icc, lo: icc, hi: icc };
  const a = (k * icc) / (n * (1 - icc));
  const b = 1 + (k * icc * (n - 1)) / (n * (1 - icc));
  const v = (a * msc + b * mse) ** 2 / ((a * msc) ** 2 / (k - 1) + (b * mse) ** 2 / ((n - 1) * (k - 1)));
  const upper = 1 - (1 - confidence) / 2;
  const [fl, fu] = [fQuantile(upper, n - 1, v), fQuantile(upper, v, n - 1)];
  const spread = k * msc + (k * n - k - n) * mse;
  return {
    icc,
    lo: Math.max(least, (n * (msr - fl * mse)) / (fl * spread + n * msr)),
    hi: Math.max(least, (n * (fu * msr - mse)) / (spread + n * fu * msr)),
  };
}

const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;
const squares = (values: readonly number[], about: number): number =>
  values.reduce((sum, one) => sum + (one - about) ** 2, 0);
