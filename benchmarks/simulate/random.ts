import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Draws of a seeded generator: the same seed gives the same bags. */
export interface Random {
  uniform(lo?: number, hi?: number): number;
  normal(mean?: number, sd?: number): number;
  logNormal(median: number, logSd: number): number;
  chance(p: number): boolean;
  pick<T>(from: readonly T[]): T;
  /** A whole number from `lo` to `hi`, both included. */
  whole(lo: number, hi: number): number;
}

const WARM_UP = 64;

export function random(seed: number): Random {
  const rng = xoroshiro128plus(seed);
  // The first numbers of neighbouring seeds are alike: bags would share their roast and the noise of their first cup.
  for (let i = 0; i < WARM_UP; i++) rng.next();
  const uniform = (lo = 0, hi = 1): number => lo + (hi - lo) * uniformFloat64(rng);
  // Box–Muller; 1 − u keeps the logarithm finite.
  const normal = (mean = 0, sd = 1): number =>
    mean + sd * Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return {
    uniform,
    normal,
    logNormal: (median, logSd) => median * Math.exp(normal(0, logSd)),
    chance: (p) => uniform() < p,
    pick: (from) => from[Math.floor(uniform() * from.length)]!,
    whole: (lo, hi) => Math.floor(uniform(lo, hi + 1)),
  };
}
