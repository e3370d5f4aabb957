import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LEVELS, levelValue } from '../levels';
import {
  compositeScore,
  EQUAL_WEIGHTS,
  inOtherScale,
  judgedScore,
  judgedScale,
  scoreOf,
  scoreOfCup,
  markOf,
  onlyAttribute,
  onStep,
  SCALE_RANGES,
  SCORING_SCALES,
  type ScoringScale,
} from '../scoringScales';

/** Every mark that can be written in a scale. */
function marksOf(scoringScale: ScoringScale): number[] {
  const { min, max, step } = SCALE_RANGES[scoringScale];
  if (scoringScale === 'levels') return LEVELS.map(levelValue);
  return Array.from({ length: Math.round((max - min) / step) + 1 }, (_, i) => onStep(scoringScale, min + i * step));
}

describe.each(SCORING_SCALES)('the scale %s', (scoringScale) => {
  const marks = marksOf(scoringScale);
  const anyMark = fc.constantFrom(...marks);

  it('gives back each of its marks, to its own step', () => {
    for (const mark of marks) expect(markOf(scoringScale, scoreOf(scoringScale, mark))).toBe(mark);
    expect(new Set(marks).size).toBe(marks.length);
  });

  it('is monotone, on its marks and in between', () => {
    const { min, max } = SCALE_RANGES[scoringScale];
    const between = fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.oneof(anyMark, between),
        fc.oneof(anyMark, between),
        (a, b) => Math.sign(scoreOf(scoringScale, a) - scoreOf(scoringScale, b)) === Math.sign(a - b),
      ),
    );
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (a, b) => a > b || markOf(scoringScale, a) <= markOf(scoringScale, b),
      ),
    );
  });

  it('reaches the top of the common scale and refuses what is outside of its own', () => {
    const { min, max } = SCALE_RANGES[scoringScale];
    expect(scoreOf(scoringScale, max)).toBe(100);
    expect(() => scoreOf(scoringScale, max + 0.01)).toThrow(RangeError);
    expect(() => scoreOf(scoringScale, min - 0.01)).toThrow(RangeError);
    expect(() => scoreOf(scoringScale, NaN)).toThrow(RangeError);
  });

  it('never writes a mark of another scale further off than half of its own widest step', () => {
    const widest = { mark10: 0.1, composite: 0.1, levels: 1 / 3, parts: 0.5, stars: 0.25 }[scoringScale];
    fc.assert(
      fc.property(fc.constantFrom(...SCORING_SCALES), fc.nat(), (from, k) => {
        const others = marksOf(from);
        const mark = others[k % others.length] ?? 0;
        const score = scoreOf(from, mark);
        const { min, points } = SCALE_RANGES[scoringScale];
        return (
          score < min * points ||
          Math.abs(scoreOf(scoringScale, inOtherScale(from, mark, scoringScale)) - score) <=
            (widest * points) / 2 + 1e-9
        );
      }),
    );
  });
});

describe('the composite', () => {
  it('is the weighted mean of the attributes that were marked', () => {
    expect(compositeScore({ aroma: 8, acidity: 7, body: 9 })).toBe(80);
    expect(compositeScore({ aroma: 8, acidity: null, body: 9 }, { ...EQUAL_WEIGHTS, aroma: 3, acidity: 5 })).toBe(82.5);
    expect(compositeScore({ aroma: 8 }, { ...EQUAL_WEIGHTS, aroma: 0 })).toBeNull();
    expect(compositeScore({})).toBeNull();
  });

  it('is what a quick sheet is liked, unless its overall was marked', () => {
    expect(scoreOfCup({ parts: [], scoringScale: 'composite', mark: null, aroma: 8, acidity: 8, body: 8 })).toBe(80);
    expect(scoreOfCup({ parts: [], scoringScale: 'composite', mark: 9.1, aroma: 8, acidity: 8, body: 8 })).toBe(91);
    expect(scoreOfCup({ parts: [], scoringScale: 'stars', mark: 4.5 })).toBe(90);
    expect(scoreOfCup({ parts: [], scoringScale: 'mark10', mark: null, aroma: 8 })).toBeNull();
  });

  it('judges by the overall mark, or by the attributes that mean "best"', () => {
    const cup = { parts: [], scoringScale: 'stars', mark: 4, aroma: 9, body: 6 } as const;
    expect(judgedScore(cup, null)).toBe(80);
    expect(judgedScore(cup, onlyAttribute('aroma'))).toBe(90);
    expect(judgedScore(cup, onlyAttribute('sweetness'))).toBeNull();
    expect(judgedScore(cup, { ...EQUAL_WEIGHTS, aroma: 2 })).toBe(80);
    expect([judgedScale('stars', null), judgedScale('stars', EQUAL_WEIGHTS)]).toEqual(['stars', 'composite']);
  });
});
