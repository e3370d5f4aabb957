import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  expectedOnMain,
  fromMainScale,
  mapCovariance,
  momentsBetween,
  momentsOnMain,
  onMainScale,
  SAME_SCALE,
  scaleMap,
  type ScalePair,
} from '../scaleMaps';

/** Levels that run 20 points below the marks, and twice as far. */
const pairs = (count: number): ScalePair[] =>
  Array.from({ length: count }, (_, i) => {
    const score = 50 + 5 * (i % 5);
    return { score, main: 80 + 0.5 * (score - 60), sd: 4 };
  });

describe('a map between two scales', () => {
  it('is the scale itself, far from sure, while nothing tells of it', () => {
    const map = scaleMap([]);
    expect(map).toMatchObject({ offset: 0, slope: 1, isKnown: false });
    expect(Math.sqrt(mapCovariance(map, 75, 75))).toBeCloseTo(10, 9);
    expect(momentsOnMain(map, { mean: 75, sd: 3 }).sd).toBeCloseTo(Math.hypot(3, 10), 9);
  });

  it('is learnt from what was scored both ways, and then known', () => {
    expect(scaleMap(pairs(1)).isKnown).toBe(false);
    const map = scaleMap(pairs(60));
    expect(map.isKnown).toBe(true);
    expect(onMainScale(map, 60)).toBeCloseTo(80, 0);
    expect(onMainScale(map, 70)).toBeCloseTo(85, 0);
    expect(momentsOnMain(map, { mean: 60, sd: 2 }).sd).toBeLessThan(2.2);
  });

  it('leaves scores of one scale as far apart as they are: the offset is theirs together', () => {
    const map = { ...SAME_SCALE, offsetVariance: 100 };
    const [a, b] = [60, 70];
    expect(mapCovariance(map, a, a) + mapCovariance(map, b, b) - 2 * mapCovariance(map, a, b)).toBeCloseTo(0, 9);
  });

  it('reads a score of one scale on another and back', () => {
    const map = scaleMap(pairs(20));
    expect(fromMainScale(map, onMainScale(map, 63))).toBeCloseTo(63, 9);
    const there = momentsBetween(map, SAME_SCALE, { mean: 60, sd: 2 });
    expect(there.mean).toBeCloseTo(onMainScale(map, 60), 9);
    const back = momentsBetween(SAME_SCALE, map, { mean: 80, sd: 2 });
    expect(onMainScale(map, back.mean)).toBeCloseTo(80, 9);
    expect(back.sd).toBeGreaterThan(2);
  });

  it('carries what is not known into the curves of a bag, and leaves those of the main scale alone', () => {
    const expected = { mean: [60, 62], curves: [1, 2, 3, 4, 5, 6].map(() => [60, 62]), noise: 4 };
    expect(expectedOnMain(SAME_SCALE, expected)).toEqual(expected);
    const map = scaleMap(pairs(4));
    const { mean, curves, noise } = expectedOnMain(map, expected);
    expect(mean).toEqual([onMainScale(map, 60), onMainScale(map, 62)]);
    expect(noise).toBeCloseTo(4 * map.slope, 9);
    const firsts = curves.map(([first]) => first ?? 0);
    const middle = firsts.reduce((sum, one) => sum + one, 0) / firsts.length;
    expect(middle).toBeCloseTo(mean[0]!, 9);
    const variance = firsts.reduce((sum, one) => sum + (one - middle) ** 2, 0) / firsts.length;
    expect(variance).toBeCloseTo(mapCovariance(map, 62, 62), 9);
  });

  it('is the better known the more tells of it, whatever that is', () => {
    const pair = fc.record({
      score: fc.double({ min: 0, max: 100, noNaN: true }),
      main: fc.double({ min: 0, max: 100, noNaN: true }),
      sd: fc.double({ min: 0.5, max: 20, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(pair, { maxLength: 20 }), pair, (some, more) => {
        const [before, after] = [scaleMap(some), scaleMap([...some, more])];
        for (const x of [20, 60, 90]) {
          expect(mapCovariance(after, x, x)).toBeLessThanOrEqual(mapCovariance(before, x, x) + 1e-9);
          expect(mapCovariance(after, x, x)).toBeGreaterThan(0);
        }
      }),
    );
    expect(() => scaleMap([{ score: 60, main: 80, sd: 0 }])).toThrow(RangeError);
  });
});
