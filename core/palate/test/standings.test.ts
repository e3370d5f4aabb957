import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { standingsOf, strengthsOf, type Preference } from '../standings';

const pair = (better: number, worse: number, weight = 1): Preference => ({ better, worse, weight });
const STANDARD = { mean: 0, sd: 1 };

describe('strengths from preferences', () => {
  it('are those another optimiser finds', () => {
    // The same posterior maximised by Newton's method in numpy 2.4.
    const preferences = [
      pair(0, 1, 4),
      pair(1, 0, 1),
      pair(0, 2, 3),
      pair(2, 0, 2),
      pair(1, 2, 2),
      pair(2, 1, 2.5),
      pair(3, 0, 1),
      pair(0, 3, 2),
      pair(3, 2, 1.5),
    ];
    const { mean, covariance } = strengthsOf(4, { preferences }, STANDARD);
    const expected = [0.4519812131966148, -0.45146240765262446, -0.23708574762070325, 0.236566942076713];
    const sds = [0.6373851757424799, 0.6811167717066456, 0.6531982589853434, 0.7516935319443173];
    expected.forEach((one, i) => expect(mean[i]).toBeCloseTo(one, 9));
    sds.forEach((one, i) => expect(Math.sqrt(covariance[5 * i]!)).toBeCloseTo(one, 9));
  });

  it('come to the odds that were counted where a prior hardly weighs', () => {
    // 30 to 10: θ0 − θ1 = ln 3.
    const { mean } = strengthsOf(2, { preferences: [pair(0, 1, 30), pair(1, 0, 10)] }, { mean: 0, sd: 1000 });
    expect(mean[0]! - mean[1]!).toBeCloseTo(Math.log(3), 4);
  });

  it('take marks for what they are: without preferences, the mean of mark and prior by their precisions', () => {
    const { mean, covariance } = strengthsOf(
      2,
      { preferences: [], marks: [{ item: 0, score: 86, sd: 2 }] },
      { mean: 80, sd: 4 },
      3.5,
    );
    expect(mean[0]).toBeCloseTo((86 / 4 + 80 / 16) / (1 / 4 + 1 / 16), 9);
    expect(covariance[0]).toBeCloseTo(1 / (1 / 4 + 1 / 16), 9);
    expect(mean[1]).toBeCloseTo(80, 9);
    expect(() => strengthsOf(2, { preferences: [pair(0, 2)] }, STANDARD)).toThrow(RangeError);
  });

  it('of those no preference joins are what they are alone, wherever they stand', () => {
    const prior = { mean: 75, sd: 8 };
    const preferences = [
      { better: 0, worse: 3, weight: 1 },
      { better: 3, worse: 1, weight: 0.5 },
    ];
    const marks = [0, 1, 2, 3].map((item) => ({ item, score: 70 + 4 * item, sd: 2 }));
    const all = strengthsOf(4, { preferences, marks }, prior, 3);
    const alone = strengthsOf(1, { preferences: [], marks: [{ item: 0, score: 78, sd: 2 }] }, prior, 3);
    expect([all.mean[2], all.covariance[2 * 4 + 2]]).toEqual([alone.mean[0], alone.covariance[0]]);
    for (const other of [0, 1, 3]) expect(all.covariance[2 * 4 + other]).toBe(0);
    // The three that are joined, by way of each other too, are as they would be without the fourth.
    const joined = strengthsOf(
      3,
      {
        preferences: [
          { better: 0, worse: 2, weight: 1 },
          { better: 2, worse: 1, weight: 0.5 },
        ],
        marks: [0, 1, 3].map((item, place) => ({ item: place, score: 70 + 4 * item, sd: 2 })),
      },
      prior,
      3,
    );
    for (const [at, was] of [
      [0, 0],
      [1, 1],
      [3, 2],
    ] as const) {
      expect(all.mean[at]).toBe(joined.mean[was]);
      expect(all.covariance[at * 4 + 1]).toBe(joined.covariance[was * 3 + 1]);
    }
    expect(all.covariance[1]).toBeGreaterThan(0);
  });

  it('stay finite where one never lost, and turn round with the preferences', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 0, max: 4 }), fc.integer({ min: 1, max: 9 })),
          {
            maxLength: 20,
          },
        ),
        (drawn) => {
          const preferences = drawn.flatMap(([a, b, weight]) => (a === b ? [] : [pair(a, b, weight)]));
          const { mean } = strengthsOf(5, { preferences }, STANDARD);
          const turned = strengthsOf(
            5,
            { preferences: preferences.map((p) => pair(p.worse, p.better, p.weight)) },
            STANDARD,
          );
          mean.forEach((one, i) => {
            expect(Number.isFinite(one)).toBe(true);
            expect(turned.mean[i]).toBeCloseTo(-one, 8);
          });
        },
      ),
    );
  });
});

describe('standings', () => {
  it('say where one stands, and where it could', () => {
    const preferences = [pair(0, 1, 40), pair(0, 2, 40), pair(1, 2, 2), pair(2, 1, 1)];
    const standings = standingsOf(strengthsOf(3, { preferences }, { mean: 0, sd: 2 }));
    expect(standings.map(({ item, place }) => [item, place])).toEqual([
      [0, 1],
      [1, 2],
      [2, 3],
    ]);
    // The first is sure; the other two could change places.
    expect(standings.map(({ bestPlace, worstPlace }) => [bestPlace, worstPlace])).toEqual([
      [1, 1],
      [2, 3],
      [2, 3],
    ]);
    for (const { lo, mean, hi } of standings) expect(lo < mean && mean < hi).toBe(true);
    expect(standingsOf(strengthsOf(0, { preferences: [] }, STANDARD))).toEqual([]);
  });

  it('know that two whose marks share what is not known are told apart all the same', () => {
    // Both are known to 3 points, but only together: their difference is known to 1.
    const mean = Float64Array.of(82, 80);
    const together = standingsOf({ mean, covariance: Float64Array.of(9, 8.5, 8.5, 9) });
    expect(together.map(({ bestPlace, worstPlace }) => [bestPlace, worstPlace])).toEqual([
      [1, 1],
      [2, 2],
    ]);
    const apart = standingsOf({ mean, covariance: Float64Array.of(9, 0, 0, 9) });
    expect(apart.map(({ bestPlace, worstPlace }) => [bestPlace, worstPlace])).toEqual([
      [1, 2],
      [1, 2],
    ]);
  });
});
