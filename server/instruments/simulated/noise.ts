import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** The first numbers of neighbouring seeds are alike. */
const WARM_UP = 64;

/** Seeded draws, uniform between −1 and 1. */
export function unitNoise(seed: number): () => number {
  const rng = xoroshiro128plus(seed);
  for (let i = 0; i < WARM_UP; i++) rng.next();
  return () => 2 * uniformFloat64(rng) - 1;
}
