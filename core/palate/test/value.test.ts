import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { valueAmong, type PricedBag } from '../value';

const bag = (id: string, pricePer100G: number, score: number): PricedBag => ({ id, pricePer100G, score, sd: 1 });

describe('what a bag gives for its price', () => {
  it('is held against a line through the other bags', () => {
    // Ten points for a price e times as high, exactly; one bag lies eight points above it.
    const bags = [1, Math.E, Math.E ** 2, Math.E ** 3, Math.E ** 4].map((price, i) => bag(`b${i}`, price, 60 + 10 * i));
    const value = valueAmong([...bags, bag('dear', Math.E ** 2, 88)], 'dear');
    // At the middle price the slope does not matter.
    expect(value?.above.mean).toBeCloseTo(8, 9);
    expect(value).toMatchObject({ place: 1, of: 6 });
    expect(value?.above.lo).toBeLessThan(8);
    // The cheapest: the prior on the slope leaves some of its rise out.
    expect(valueAmong(bags, 'b0')?.above.mean).toBeLessThan(0);
  });

  it('says nothing while there are fewer than three others, or of a bag without a price', () => {
    const three = [bag('a', 5, 70), bag('b', 6, 71), bag('c', 7, 72)];
    expect(valueAmong(three, 'a')).toBeNull();
    const four = [...three, bag('d', 8, 73)];
    expect(valueAmong(four, 'a')).not.toBeNull();
    expect(valueAmong(four, 'e')).toBeNull();
    expect(() => valueAmong([...four, bag('free', 0, 80)], 'a')).toThrow(RangeError);
  });

  it('does not depend on the money it is counted in, nor on the order of the bags, and grows with the score', () => {
    const bags = fc.array(
      fc.record({ pricePer100G: fc.double({ min: 1, max: 50, noNaN: true }), score: fc.integer({ min: 40, max: 95 }) }),
      { minLength: 4, maxLength: 12 },
    );
    fc.assert(
      fc.property(bags, (drawn) => {
        const own = drawn.map((one, i) => ({ ...one, id: String(i), sd: 1.5 }));
        const value = valueAmong(own, '0');
        const inCents = own.map((one) => ({ ...one, pricePer100G: one.pricePer100G * 100 }));
        expect(valueAmong([...inCents].reverse(), '0')?.above.mean).toBeCloseTo(value?.above.mean ?? NaN, 6);
        const better = own.map((one) => (one.id === '0' ? { ...one, score: one.score + 3 } : one));
        expect(valueAmong(better, '0')?.above.mean).toBeCloseTo((value?.above.mean ?? NaN) + 3, 6);
      }),
    );
  });

  it('is as unsure as the spread, the middle of the others and the bag itself', () => {
    const others = ['a', 'b', 'c'].map((id) => ({ ...bag(id, 9, 75), sd: 2 }));
    const { above } = valueAmong([...others, { ...bag('x', 9, 80), sd: 3 }], 'x') ?? {};
    // None misses the line: the spread is what is believed of it, worth four bags of 5 points.
    const spread = (4 * 25) / (4 + 3);
    const middle = (25 + 4) / 3;
    expect(above?.mean).toBeCloseTo(5, 9);
    expect((above?.hi ?? NaN) - (above?.lo ?? NaN)).toBeCloseTo(2 * 1.2816 * Math.sqrt(spread + middle + 9), 9);
  });

  it('is less sure of a bag that is less known, and of a price far from all others', () => {
    const width = (bags: PricedBag[], id: string): number => {
      const { lo = NaN, hi = NaN } = valueAmong(bags, id)?.above ?? {};
      return hi - lo;
    };
    const others = [8, 9, 10, 11].map((price, i) => bag(`b${i}`, price, 70 + i));
    const near = width([...others, bag('x', 9.5, 75)], 'x');
    expect(width([...others, { ...bag('x', 9.5, 75), sd: 6 }], 'x')).toBeGreaterThan(near * 1.2);
    expect(width([...others, bag('x', 60, 75)], 'x')).toBeGreaterThan(near * 1.2);
  });
});
