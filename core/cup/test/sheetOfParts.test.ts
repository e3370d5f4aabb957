import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scoreOfCup } from '../scoringScales';
import { FIRST_SHEET, scoreOfSheet, sumOfSheet, type MarkedPart } from '../sheetOfParts';

/** Sheets as households may compose them, every part marked on its step. */
const sheet: fc.Arbitrary<MarkedPart[]> = fc
  .array(
    fc
      .record({
        steps: fc.integer({ min: 1, max: 80 }),
        step: fc.constantFrom(0.25, 0.5, 1, 2),
        takenOff: fc.boolean(),
      })
      .chain(({ steps, step, takenOff }) =>
        fc.integer({ min: 0, max: steps }).map((given) => ({ most: steps * step, step, takenOff, mark: given * step })),
      ),
    { minLength: 1, maxLength: 12 },
  )
  .map((parts) => parts.map((part, i) => ({ ...part, id: `p${i}`, name: `part ${i}` })));
const counts = (parts: readonly MarkedPart[]): boolean => parts.some(({ takenOff }) => !takenOff);

describe('a sheet of parts', () => {
  it('adds up what counts, takes off what is taken off, and never falls below nothing', () => {
    const marks = [6, 13, 6, 5, 8, 3];
    const parts = FIRST_SHEET.map((part, i) => ({ ...part, mark: marks[i] ?? null }));
    expect(sumOfSheet(parts)).toEqual({ sum: 35, most: 50, marked: 6, parts: 6 });
    expect(scoreOfSheet(parts)).toBe(70);
    expect(scoreOfSheet(parts.map((part) => ({ ...part, mark: part.takenOff ? 10 : 1 })))).toBe(0);
  });

  it('is the whole of the scale at its best, nothing at its worst, and between in every other case', () => {
    fc.assert(
      fc.property(sheet.filter(counts), (parts) => {
        const score = scoreOfSheet(parts) ?? NaN;
        const best = scoreOfSheet(parts.map((part) => ({ ...part, mark: part.takenOff ? 0 : part.most })));
        const worst = scoreOfSheet(parts.map((part) => ({ ...part, mark: part.takenOff ? part.most : 0 })));
        return score >= 0 && score <= 100 && best === 100 && worst === 0;
      }),
    );
  });

  it('is worth more with every mark that counts, and less with every fault', () => {
    fc.assert(
      fc.property(sheet.filter(counts), fc.nat(), (parts, k) => {
        const i = k % parts.length;
        const raised = parts.map((part, at) => (at === i ? { ...part, mark: part.most } : part));
        const change = (scoreOfSheet(raised) ?? NaN) - (scoreOfSheet(parts) ?? NaN);
        return parts[i]?.takenOff ? change <= 0 : change >= 0;
      }),
    );
  });

  it('has no score while a part is open: then the mark counts that was written, and else none', () => {
    fc.assert(
      fc.property(sheet.filter(counts), fc.nat(), (parts, k) => {
        const open = parts.map((part, i) => (i === k % parts.length ? { ...part, mark: null } : part));
        expect(sumOfSheet(open).marked).toBe(parts.length - 1);
        expect(scoreOfCup({ scoringScale: 'parts', mark: null, parts: open })).toBeNull();
        expect(scoreOfCup({ scoringScale: 'parts', mark: 82.25, parts: open })).toBe(82.25);
        expect(scoreOfCup({ scoringScale: 'parts', mark: 12, parts })).toBe(scoreOfSheet(parts));
      }),
    );
  });

  it('is none without a part that counts', () => {
    expect(scoreOfSheet([])).toBeNull();
    expect(
      scoreOfSheet(FIRST_SHEET.filter(({ takenOff }) => takenOff).map((part) => ({ ...part, mark: 1 }))),
    ).toBeNull();
  });
});
