import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compositeLiking, EQUAL_WEIGHTS, judgedLiking, judgedSchool, likingOf, likingOfCup, markOf, onlyAttribute, SCHOOL_SCALES, SCHOOLS } from '../schools';

describe.each(SCHOOLS)('the school %s', (school) => {
  const { max, step } = SCHOOL_SCALES[school];
  const anyMark = fc.integer({ min: 0, max: Math.round(max / step) }).map((steps) => Math.round(steps * step * 100) / 100);

  it('turns a mark into liking and back', () => {
    fc.assert(fc.property(anyMark, (mark) => markOf(school, likingOf(school, mark)) === mark));
  });

  it('is monotone and runs from 0 to 100', () => {
    fc.assert(fc.property(anyMark, anyMark, (a, b) => Math.sign(likingOf(school, a) - likingOf(school, b)) === Math.sign(a - b)));
    expect([likingOf(school, 0), likingOf(school, max)]).toEqual([0, 100]);
  });

  it('refuses marks it does not have', () => {
    for (const mark of [-0.1, max + 0.1, NaN]) expect(() => likingOf(school, mark)).toThrow(RangeError);
  });
});

describe('the composite', () => {
  it('is the weighted mean of what was marked', () => {
    expect(compositeLiking({ aroma: 8, acidity: 7, body: 9 })).toBe(80);
    expect(compositeLiking({ aroma: 8, acidity: null, body: 9 }, { ...EQUAL_WEIGHTS, aroma: 3, acidity: 5 })).toBe(82.5);
    expect(compositeLiking({ aroma: 8 }, { ...EQUAL_WEIGHTS, aroma: 0 })).toBeNull();
    expect(compositeLiking({})).toBeNull();
  });

  it('is what a cup of that school is liked', () => {
    expect(likingOfCup({ school: 'composite', mark: 2, aroma: 8, acidity: 8, body: 8 })).toBe(80);
    expect(likingOfCup({ school: 'stars', mark: 4.5 })).toBe(90);
    expect(likingOfCup({ school: 'mark10', mark: null, aroma: 8 })).toBeNull();
  });

  it('judges by the overall mark, or by the weights the taster chose, in the school that fits', () => {
    const cup = { school: 'stars', mark: 4, aroma: 9, body: 6 } as const;
    expect(judgedLiking(cup, null)).toBe(80);
    expect(judgedLiking(cup, { ...EQUAL_WEIGHTS, aroma: 2 })).toBeCloseTo(80, 9);
    expect(judgedLiking(cup, onlyAttribute('body'))).toBe(60);
    expect(judgedLiking(cup, onlyAttribute('sweetness'))).toBeNull();
    expect([judgedSchool('stars', null), judgedSchool('stars', EQUAL_WEIGHTS)]).toEqual(['stars', 'composite']);
  });
});
