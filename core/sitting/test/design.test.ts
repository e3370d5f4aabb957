import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cupCodes, shuffled } from '../codes';
import { triangleChance } from '../triangle';
import { servingOrder, williamsDesign } from '../williams';

/** Random numbers from a seed. */
const seeded = (seed: number) => {
  let state = (seed % 2147483646) + 1;
  return (limit: number): number => (state = (state * 48271) % 2147483647) % limit;
};

describe('a Williams design', () => {
  it.each([2, 3, 4, 5, 6, 7, 8])('for %i cups: every cup at every place, and after every other, equally often', (n) => {
    const design = williamsDesign(n);
    const each = n % 2 === 0 ? 1 : 2;
    expect(design).toHaveLength(n * each);
    for (const order of design) expect([...order].sort()).toEqual(Array.from({ length: n }, (_, i) => i));
    for (let cup = 0; cup < n; cup++) {
      for (let place = 0; place < n; place++) expect(design.filter((order) => order[place] === cup)).toHaveLength(each);
      for (let next = 0; next < n; next++)
        if (next !== cup) expect(design.filter((order) => order[order.indexOf(cup) + 1] === next)).toHaveLength(each);
    }
  });

  it('gives every seat an order of all cups, and another one to the next', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 8 }), fc.nat(30), (n, seat) => {
        const cups = Array.from({ length: n }, (_, i) => `cup ${i}`);
        const order = servingOrder(cups, seat);
        expect([...order].sort()).toEqual([...cups].sort());
        if (n > 2) expect(servingOrder(cups, seat + 1)).not.toEqual(order);
      }),
    );
  });
});

describe('codes of cups', () => {
  it('have three different digits and are never a slip of the pen apart', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 8 }), fc.nat(), (count, seed) => {
        const codes = cupCodes(count, seeded(seed));
        expect(codes).toHaveLength(count);
        codes.forEach((code, i) => {
          expect(code).toMatch(/^[1-9]\d\d$/);
          expect(new Set(code).size).toBe(3);
          for (const other of codes.slice(0, i))
            expect([0, 1, 2].filter((k) => code.charAt(k) !== other.charAt(k)).length).toBeGreaterThan(1);
        });
      }),
    );
    expect(() => cupCodes(500, seeded(1))).toThrow(RangeError);
  });

  it('come in no order: each cup is as likely at each place', () => {
    const counts = Array.from({ length: 3 }, () => [0, 0, 0]);
    const below = seeded(7);
    for (let run = 0; run < 3000; run++)
      shuffled([0, 1, 2], below).forEach((cup, place) => (counts[cup]![place]! += 1));
    for (const count of counts.flat()) expect(Math.abs(count - 1000)).toBeLessThan(120);
  });
});

describe('a triangle', () => {
  it('is as likely by guessing as the binomial says', () => {
    // scipy 1.17: binom.sf(right − 1, asked, 1/3).
    expect(triangleChance(9, 12)).toBeCloseTo(0.0038555549910526277, 12);
    expect(triangleChance(5, 10)).toBeCloseTo(0.21312808006909525, 12);
    expect(triangleChance(6, 6)).toBeCloseTo(1 / 729, 12);
    expect(triangleChance(0, 6)).toBe(1);
    expect(() => triangleChance(4, 3)).toThrow(RangeError);
  });
});
