import erfcinv from '@stdlib/math-base-special-erfcinv';
import erfcx from '@stdlib/math-base-special-erfcx';

/** Standard normal quantile, Φ⁻¹(u) for u in (0, 1); exact far into the lower tail, where 2u − 1 would round to −1. */
export function quantile(u: number): number {
  return -Math.SQRT2 * erfcinv(2 * u);
}

/** ln Φ(x), accurate far into both tails: through the scaled complementary error function. */
export function logCdf(x: number): number {
  // From here on Φ is 1 to the last bit.
  if (x > 9) return 0;
  const tail = -0.5 * x * x;
  if (x < 0) return tail + Math.log(0.5 * erfcx(-x * Math.SQRT1_2));
  return Math.log1p(-0.5 * Math.exp(tail) * erfcx(x * Math.SQRT1_2));
}

/** Φ(x), accurate far into the lower tail. */
export function cdf(x: number): number {
  const tail = 0.5 * Math.exp(-0.5 * x * x) * erfcx(Math.abs(x) * Math.SQRT1_2);
  return x < 0 ? tail : 1 - tail;
}

/** φ(x) / Φ(x), the inverse Mills ratio; grows like −x far to the left. */
export function millsRatio(x: number): number {
  return Math.exp(-0.5 * x * x - 0.5 * Math.log(2 * Math.PI) - logCdf(x));
}

/** Mean of Normal(mean, sd²) cut off below 0. */
export function positiveMean(mean: number, sd: number): number {
  // What is cut off is too little to see.
  if (mean > 9 * sd) return mean;
  return mean + sd * millsRatio(mean / sd);
}

/**
 * The `u`-quantile of Normal(mean, sd²) cut off below 0, for u in (0, 1).
 *
 * Works on the upper tail, P(A > a) = (1 − u)·Φ(mean/sd), so that it stays exact when the mean is far below 0; beyond
 * what a double can hold (mean < −37 sd) the cut-off normal is an exponential with rate |mean|/sd².
 */
export function positiveQuantile(u: number, mean: number, sd: number): number {
  const z = mean / sd;
  if (z < -37) return (Math.log1p(-u) * sd) / z;
  return Math.max(0, mean - sd * quantile((1 - u) * cdf(z)));
}
