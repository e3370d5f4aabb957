import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Numbers and choices by a seed. */
export class Dice {
  readonly #random;
  constructor(seed: number) {
    this.#random = xoroshiro128plus(seed * 7919 + 13);
    for (let i = 0; i < 20; i++) this.int(0, 1);
  }
  int(from: number, to: number): number {
    return uniformInt(this.#random, from, to);
  }
  chance(of: number): boolean {
    return this.int(1, 100) <= 100 * of;
  }
  pick<T>(from: readonly T[]): T {
    return from[this.int(0, from.length - 1)] as T;
  }
  some<T>(from: readonly T[], most: number): T[] {
    const left = [...from];
    return Array.from({ length: this.int(0, most) }, () => left.splice(this.int(0, left.length - 1), 1)[0] as T);
  }
}
