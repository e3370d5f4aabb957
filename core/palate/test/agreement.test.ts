import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { averageRanks, icc21, kendallsW } from '../agreement';

/** Five raters, six cups, with ties. */
const TABLE = [
  [7.5, 6, 8, 6, 5, 7],
  [7, 7, 8.5, 5.5, 6, 6],
  [8, 6.5, 8, 6.5, 5, 7.5],
  [6, 6.5, 9, 6, 6, 7],
  [7.5, 5, 7, 7, 4.5, 8],
];

/** Four judges of six targets: Shrout and Fleiss, *Psychological Bulletin* 86 (1979), table 2. */
const SHROUT_FLEISS = [
  [9, 6, 8, 7, 10, 6],
  [2, 1, 4, 1, 5, 2],
  [5, 3, 6, 2, 6, 4],
  [8, 2, 8, 6, 9, 7],
];

const tables = fc.tuple(fc.integer({ min: 2, max: 6 }), fc.integer({ min: 2, max: 8 })).chain(([raters, cups]) =>
  fc.array(fc.array(fc.integer({ min: 0, max: 20 }), { minLength: cups, maxLength: cups }), {
    minLength: raters,
    maxLength: raters,
  }),
);

describe("Kendall's W", () => {
  it('is what other software computes, with ties', () => {
    // scipy 1.17: friedmanchisquare(*table.T).statistic = 16.151515151515152 = m (n − 1) W.
    expect(kendallsW(TABLE)).toBeCloseTo(16.151515151515152 / 25, 12);
  });

  it('is 1 where all rank alike, 0 where two rank the other way round, and null where nobody tells cups apart', () => {
    expect(
      kendallsW([
        [1, 2, 3],
        [4, 5, 9],
      ]),
    ).toBeCloseTo(1, 12);
    expect(
      kendallsW([
        [1, 2, 3],
        [3, 2, 1],
      ]),
    ).toBeCloseTo(0, 12);
    expect(
      kendallsW([
        [5, 5, 5],
        [6, 6, 6],
      ]),
    ).toBeNull();
    expect(kendallsW([[1, 2, 3]])).toBeNull();
  });

  it('depends on order alone, and on nobody’s place', () => {
    fc.assert(
      fc.property(tables, (table) => {
        const w = kendallsW(table);
        if (w === null) return;
        expect(w).toBeGreaterThanOrEqual(-1e-12);
        expect(w).toBeLessThanOrEqual(1 + 1e-12);
        expect(kendallsW(table.map((row) => row.map((one) => one ** 3)))).toBeCloseTo(w, 9);
        expect(kendallsW([...table].reverse().map((row) => [...row].reverse()))).toBeCloseTo(w, 9);
      }),
    );
  });

  it('ranks the mean place to equals', () => {
    expect(averageRanks([7, 5, 7, 1])).toEqual([3.5, 2, 3.5, 1]);
  });
});

describe('ICC(2,1)', () => {
  it('is that of the worked example, with the interval other software gives', () => {
    // Published as .29; the interval of 0.95 as .019 to .761 (the same formulas in numpy 2.4 and scipy 1.17).
    const at95 = icc21(SHROUT_FLEISS, 0.95);
    expect(at95?.icc).toBeCloseTo(0.2897637795275591, 9);
    expect(at95?.lo).toBeCloseTo(0.018786513374712016, 6);
    expect(at95?.hi).toBeCloseTo(0.7610843696489529, 6);
    const table = icc21(TABLE);
    expect(table?.icc).toBeCloseTo(0.6279212792127921, 9);
    expect(table?.lo).toBeCloseTo(0.401373550252692, 6);
    expect(table?.hi).toBeCloseTo(0.8550688859093395, 6);
  });

  it('sees what order alone does not: a rater who is always two higher', () => {
    const two = [
      [5, 6, 7, 8],
      [7, 8, 9, 10],
    ];
    expect(kendallsW(two)).toBeCloseTo(1, 12);
    expect(icc21(two)?.icc).toBeLessThan(0.6);
    expect(
      icc21([
        [5, 6, 7],
        [5, 6, 7],
      ])?.icc,
    ).toBeCloseTo(1, 12);
    expect(
      icc21([
        [5, 5],
        [5, 5],
      ]),
    ).toBeNull();
    expect(icc21([[5, 6]])).toBeNull();
  });

  it('is never said to lie lower than so many raters can have it', () => {
    const apart = icc21([
      [8, 7, 6],
      [6, 7.1, 8],
    ]);
    expect(apart?.lo).toBe(-1);
    expect(apart?.icc).toBeGreaterThanOrEqual(-1);
    const three = icc21([
      [8, 7, 6],
      [6, 7.5, 8],
      [7, 8, 6.5],
    ]);
    expect(three?.lo).toBeGreaterThanOrEqual(-0.5);
  });

  it('holds its own interval, and does not depend on the unit', () => {
    fc.assert(
      fc.property(tables, (table) => {
        const found = icc21(table);
        if (!found || found.icc >= 1 - 1e-9) return;
        const scaled = icc21(table.map((row) => row.map((one) => 3 * one + 7)));
        expect(scaled?.icc).toBeCloseTo(found.icc, 8);
        if (Number.isFinite(found.lo) && Number.isFinite(found.hi))
          expect(found.lo).toBeLessThanOrEqual(found.hi + 1e-9);
      }),
    );
  });
});
