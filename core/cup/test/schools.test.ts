import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LEVELS, levelValue } from '../levels';
import {
  compositeLiking,
  EQUAL_WEIGHTS,
  inOtherSchool,
  judgedLiking,
  judgedSchool,
  likingOf,
  likingOfCup,
  markOf,
  markOfCup,
  onlyAttribute,
  onStep,
  PART_STEP,
  PARTS,
  SCHOOL_SCALES,
  SCHOOLS,
  sumOfParts,
  type Part,
  type School,
} from '../schools';

/** Every mark that can be written in a school. */
function marksOf(school: School): number[] {
  const { min, max, step } = SCHOOL_SCALES[school];
  if (school === 'levels') return LEVELS.map(levelValue);
  return Array.from({ length: Math.round((max - min) / step) + 1 }, (_, i) => onStep(school, min + i * step));
}

describe.each(SCHOOLS)('the school %s', (school) => {
  const marks = marksOf(school);
  const anyMark = fc.constantFrom(...marks);

  it('gives back each of its marks, to its own step', () => {
    for (const mark of marks) expect(markOf(school, likingOf(school, mark))).toBe(mark);
    expect(new Set(marks).size).toBe(marks.length);
  });

  it('is monotone, on its marks and in between', () => {
    const { min, max } = SCHOOL_SCALES[school];
    const between = fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.oneof(anyMark, between),
        fc.oneof(anyMark, between),
        (a, b) => Math.sign(likingOf(school, a) - likingOf(school, b)) === Math.sign(a - b),
      ),
    );
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (a, b) => a > b || markOf(school, a) <= markOf(school, b),
      ),
    );
  });

  it('reaches the top of the common scale and refuses what is outside of its own', () => {
    const { min, max } = SCHOOL_SCALES[school];
    expect(likingOf(school, max)).toBe(100);
    expect(() => likingOf(school, max + 0.01)).toThrow(RangeError);
    expect(() => likingOf(school, min - 0.01)).toThrow(RangeError);
    expect(() => likingOf(school, NaN)).toThrow(RangeError);
  });

  it('never writes a mark of another school further off than half of its own widest step', () => {
    const widest = { mark10: 0.1, composite: 0.1, levels: 1 / 3, sum100: 0.25, stars: 0.25 }[school];
    fc.assert(
      fc.property(fc.constantFrom(...SCHOOLS), fc.nat(), (from, k) => {
        const others = marksOf(from);
        const mark = others[k % others.length] ?? 0;
        const liking = likingOf(from, mark);
        const { min, points } = SCHOOL_SCALES[school];
        return (
          liking < min * points ||
          Math.abs(likingOf(school, inOtherSchool(from, mark, school)) - liking) <= (widest * points) / 2 + 1e-9
        );
      }),
    );
  });
});

describe('the sum of ten parts', () => {
  const part = fc.integer({ min: 0, max: 40 }).map((quarters) => quarters * PART_STEP);
  const all = fc
    .tuple(...PARTS.map(() => part))
    .map((marks) => Object.fromEntries(PARTS.map((name, i) => [name, marks[i]])) as Record<Part, number>);

  it('equals its parts, and is what the cup is liked, whatever total was written beside them', () => {
    fc.assert(
      fc.property(all, fc.option(fc.constant(12)), (marks, mark) => {
        const byHand = PARTS.reduce((sum, name) => sum + marks[name], 0);
        expect(sumOfParts(marks)).toEqual({ sum: byHand, of: 10 });
        expect(markOf('sum100', byHand)).toBe(byHand);
        expect(likingOfCup({ school: 'sum100', mark, ...marks })).toBe(byHand);
      }),
    );
  });

  it('is no sum while a part is open: then the total counts that was written', () => {
    fc.assert(
      fc.property(all, fc.constantFrom(...PARTS), (marks, open) => {
        expect(sumOfParts({ ...marks, [open]: null }).of).toBe(9);
        expect(markOfCup({ school: 'sum100', mark: null, ...marks, [open]: null })).toBeNull();
        expect(markOfCup({ school: 'sum100', mark: 84.5, ...marks, [open]: null })).toBe(84.5);
      }),
    );
  });
});

describe('the composite', () => {
  it('is the weighted mean of the attributes that were marked', () => {
    expect(compositeLiking({ aroma: 8, acidity: 7, body: 9 })).toBe(80);
    expect(compositeLiking({ aroma: 8, acidity: null, body: 9 }, { ...EQUAL_WEIGHTS, aroma: 3, acidity: 5 })).toBe(
      82.5,
    );
    expect(compositeLiking({ aroma: 8 }, { ...EQUAL_WEIGHTS, aroma: 0 })).toBeNull();
    expect(compositeLiking({})).toBeNull();
  });

  it('is what a quick sheet is liked, unless its overall was marked', () => {
    expect(likingOfCup({ school: 'composite', mark: null, aroma: 8, acidity: 8, body: 8 })).toBe(80);
    expect(likingOfCup({ school: 'composite', mark: 9.1, aroma: 8, acidity: 8, body: 8 })).toBe(91);
    expect(likingOfCup({ school: 'stars', mark: 4.5 })).toBe(90);
    expect(likingOfCup({ school: 'mark10', mark: null, aroma: 8 })).toBeNull();
  });

  it('judges by the overall mark, or by the attributes that mean "best"', () => {
    const cup = { school: 'stars', mark: 4, aroma: 9, body: 6 } as const;
    expect(judgedLiking(cup, null)).toBe(80);
    expect(judgedLiking(cup, onlyAttribute('aroma'))).toBe(90);
    expect(judgedLiking(cup, onlyAttribute('sweetness'))).toBeNull();
    expect(judgedLiking(cup, { ...EQUAL_WEIGHTS, aroma: 2 })).toBe(80);
    expect([judgedSchool('stars', null), judgedSchool('stars', EQUAL_WEIGHTS)]).toEqual(['stars', 'composite']);
  });
});
