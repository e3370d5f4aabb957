import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { trackRecord, type ForetoldCup } from '..';

const cup = (differently: Partial<ForetoldCup>): ForetoldCup => ({
  bagId: 'a',
  mean: 80,
  lo: 76,
  hi: 84,
  beatsBest: 0.4,
  last: 78,
  best: 82,
  against: [],
  score: 81,
  ...differently,
});

describe('a track record', () => {
  it('counts what fell inside, and by how much each way of foretelling missed', () => {
    const record = trackRecord([
      cup({}),
      cup({ score: 85 }),
      cup({ score: 76, last: 80 }),
      cup({ score: null }),
      cup({ score: 90, last: null, best: null, beatsBest: null }),
    ]);
    expect(record).toMatchObject({ foretold: 4, inside: 2, compared: 0 });
    expect(record.misses?.cups).toBe(3);
    expect(record.misses?.engine).toBeCloseTo((1 + 5 + 4) / 3, 12);
    expect(record.misses?.last).toBeCloseTo((3 + 7 + 4) / 3, 12);
    expect(record.misses?.best).toBeCloseTo((1 + 3 + 6) / 3, 12);
    expect(record.bins).toEqual([{ said: expect.closeTo(0.4, 9) as number, happened: 1 / 3, count: 3 }]);
  });

  it('reads words as it reads marks, and says nothing of nothing', () => {
    const said = { better: 0.6, like: 0.3, worse: 0.1 };
    const record = trackRecord([
      cup({ score: null, against: [{ ...said, was: 'better' }] }),
      cup({ score: null, against: [{ ...said, was: 'worse' }] }),
    ]);
    expect(record).toMatchObject({ foretold: 0, inside: 0, misses: null, compared: 2, likeliestSaid: 1 });
    expect(record.bins.map(({ happened, count }) => [happened, count])).toEqual([
      [0.5, 2],
      [0.5, 2],
    ]);
    expect(trackRecord([])).toEqual({ foretold: 0, inside: 0, misses: null, compared: 0, likeliestSaid: 0, bins: [] });
  });

  it('has every statement in one bin, and what was said of a bin within it', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 60 }), (said) => {
        const { bins } = trackRecord(said.map((beatsBest) => cup({ beatsBest })));
        expect(bins.reduce((sum, { count }) => sum + count, 0)).toBe(said.length);
        bins.slice(1).forEach((bin, i) => expect(bin.said).toBeGreaterThan(bins[i]?.said ?? NaN));
      }),
    );
  });
});
