import { describe, expect, it } from 'vitest';
import { ratio } from '../../brew/ratio';
import { fitCrest } from '../fit';
import { foretell } from '../foretell';
import { normalTable } from '../inference/draws';
import { bagOf, brewOf, ridgeScore } from './samples';

const cups = [6, 10, 15, 21, 28].map((age) => brewOf(age, ridgeScore(age, 20)));

describe('a cup foretold from the ones before it', () => {
  it('is about what the curve says of that day, and as uncertain as curve and marks are together', () => {
    const fit = fitCrest(bagOf(cups));
    const told = foretell(bagOf(cups), brewOf(24, 50))!;
    expect(Math.abs(told.mean - fit.curve[24]!.mean)).toBeLessThan(0.6);
    const curveWidth = fit.curve[24]!.hi - fit.curve[24]!.lo;
    expect(told.hi - told.lo).toBeGreaterThan(curveWidth);
    // 8 in 10 of the noise alone is 2 × 1.28 σ₀ wide.
    expect(told.hi - told.lo).toBeLessThan(curveWidth + 2 * 1.28 * 3.5 * 1.3);
  });

  it('does not look at what it scored', () => {
    const asked = { ...brewOf(24, 50), id: 'asked' };
    expect(foretell(bagOf(cups), { ...asked, overall: 99 })).toEqual(foretell(bagOf(cups), asked));
    expect(foretell(bagOf([...cups, asked]), asked)).toEqual(foretell(bagOf(cups), asked));
  });

  it('is vaguer with a brewer nobody tried', () => {
    const [known, unknown] = [brewOf(24, null), brewOf(24, null, { brewer: 'press' })].map((brew) =>
      foretell(bagOf(cups), brew)!,
    );
    expect(unknown!.hi - unknown!.lo).toBeGreaterThan(known!.hi - known!.lo + 1);
  });

  it('is nothing without a cup before it, of another drink, or with a fault', () => {
    expect(foretell(bagOf([]), brewOf(8, 80))).toBeNull();
    expect(foretell(bagOf(cups), brewOf(8, 80, { style: 'espresso' }))).toBeNull();
    expect(foretell(bagOf(cups), brewOf(8, 80, { fault: 'spill' }))).toBeNull();
  });

  it('says how it will be against another cup, with or without its mark', () => {
    const [early] = cups;
    const than = [{ thanId: early!.id, was: 'worse' as const }];
    const [against] = foretell(bagOf(cups), brewOf(20, null, { comparisons: than }))!.against;
    expect(against!.better + against!.like + against!.worse).toBeCloseTo(1, 9);
    expect(against!.better).toBeGreaterThan(0.75);
    const told = foretell(bagOf(cups), brewOf(60, null))!;
    expect(told.beatsBest).toBeLessThan(0.2);
  });

  it('comes true as often as it says, over many bags', () => {
    const errors = normalTable(400, 1, 77);
    let inside = 0;
    for (let bag = 0; bag < 40; bag++) {
      const own = [5, 9, 14, 20, 26, 33].map((age, i) =>
        brewOf(age, ridgeScore(age, 14 + (bag % 10), { height: 6 + (bag % 8) }) + 3.5 * errors[bag * 7 + i]!),
      );
      const { lo, hi } = foretell(bagOf(own.slice(0, 5)), own[5]!)!;
      if (lo <= own[5]!.overall! && own[5]!.overall! <= hi) inside++;
    }
    expect(inside).toBeGreaterThanOrEqual(26);
    expect(inside).toBeLessThanOrEqual(39);
  });
});

describe('an effect that changes with age', () => {
  const closed = (age: number): number => (age < 16 ? 6 : -6);
  const log = [4, 6, 8, 10, 13, 16, 19, 22, 26, 30, 34, 38].map((age, i) =>
    brewOf(age, ridgeScore(age, 18, { height: 8 }) + (i % 2 ? closed(age) : 0), { brewer: i % 2 ? 'press' : 'cone' }),
  );

  it('is seen where a setting was tried both early and late, and told apart from the ridge', () => {
    const [effect] = fitCrest(bagOf(log)).effects;
    expect(effect).toMatchObject({ factor: 'brewer', setting: 'press', brews: 6 });
    expect(effect!.change!.early).toMatchObject({ day: 6 });
    expect(effect!.change!.early.mean).toBeGreaterThan(1.5);
    expect(effect!.change!.late.mean).toBeLessThan(-1.5);
    expect(effect!.change!.grows).toBeLessThan(0.05);
  });

  it('is not asked of a setting that was only tried late, or of too few cups', () => {
    const late = log.map((brew, i) => ({ ...brew, brewer: i > 5 ? 'press' : 'cone' }));
    expect(fitCrest(bagOf(late)).effects[0]!.change).toBeNull();
    expect(fitCrest(bagOf(log.slice(0, 6))).effects[0]!.change).toBeNull();
  });
});

describe('how it was poured', () => {
  it('is a factor where it varies, and untangled like the others', () => {
    const log = [5, 8, 11, 14, 18, 22, 27, 33].map((age, i) =>
      brewOf(age, ridgeScore(age, 18) - (i % 2 ? 5 : 0), { pours: i % 2 ? 5 : 3, bloomMultiple: 2.5 }),
    );
    const { effects } = fitCrest(bagOf(log));
    expect(effects).toMatchObject([{ factor: 'pours', setting: '5', brews: 4 }]);
    expect(effects[0]!.mean).toBeLessThan(-2);
    const blooms = log.map((brew, i) => ({ ...brew, pours: 3, bloomMultiple: i % 2 ? 3.5 : 2.5 }));
    expect(fitCrest(bagOf(blooms)).effects).toMatchObject([{ factor: 'bloomMultiple', setting: '3.5' }]);
    // Of a brew of which it is not known it is taken to be as usual.
    expect(fitCrest(bagOf(log.map((brew) => ({ ...brew, pours: null })))).effects).toEqual([]);
    expect(ratio(272, 17)).toBe(16);
  });
});

describe('a bag that forgives', () => {
  const log = (fall: number, height: number) =>
    [5, 8, 11, 14, 18, 22, 27, 33, 40, 46].map((age, i) =>
      brewOf(age, ridgeScore(age, 18, { height }) - (i % 2 ? fall : 0), { brewer: i % 2 ? 'press' : 'cone' }),
    );

  it('is told from a fussy one by how far the score falls over what was tried', () => {
    const mild = fitCrest(bagOf(log(0, 1))).forgiving!;
    const harsh = fitCrest(bagOf(log(9, 14))).forgiving!;
    expect(mild.is).toBe('forgiving');
    expect(harsh.is).toBe('fussy');
    expect(mild.fall.mean).toBeLessThan(3);
    expect(harsh.fall.lo).toBeGreaterThan(5);
    expect(harsh.settings).toBe(1);
  });

  it('is judged by its settings and not by its days', () => {
    const { forgiving } = fitCrest(bagOf(log(0, 25)));
    expect(forgiving!.is).not.toBe('fussy');
    expect(forgiving!.fall.mean).toBeLessThan(3.5);
  });

  it('has the settings of one factor drawn together: two that do the same are no further apart than one', () => {
    const grinds = (other: number) =>
      fitCrest(bagOf(log(0, 8).map((brew, i) => ({ ...brew, brewer: 'cone', grindStep: [0, 4, other][i % 3]! }))))
        .forgiving!;
    expect(Math.abs(grinds(4.001).fall.mean - grinds(4).fall.mean)).toBeLessThan(0.3);
  });

  it('is not spoken of while too little was tried', () => {
    expect(fitCrest(bagOf(log(9, 14).slice(0, 5))).forgiving).toBeNull();
    expect(fitCrest(bagOf(log(0, 8).map((brew) => ({ ...brew, brewer: 'cone' })))).forgiving).toBeNull();
  });
});

describe('a cup without a mark but with levels', () => {
  it('counts by what they come to, for less than a mark, and beside marks on a level of its own', () => {
    const marks = [80, 84, 82].map((overall, i) => brewOf(6 + 7 * i, overall));
    const byLevels = marks.map((brew) => ({ ...brew, overall: null, byLevels: brew.overall }));
    const [marked, levelled] = [fitCrest(bagOf(marks)), fitCrest(bagOf(byLevels))];
    expect(levelled.basis).toEqual({ marks: 0, levels: 3, comparisons: 0 });
    expect(levelled.peak.hi / levelled.peak.lo).toBeGreaterThan(marked.peak.hi / marked.peak.lo);
    // Levels that all come out ten points too low move nothing much: they need not agree with marks.
    const mixed = [...marks, brewOf(27, null, { byLevels: 72 }), brewOf(34, null, { byLevels: 71 })];
    const fit = fitCrest(bagOf(mixed));
    expect(fit.basis).toEqual({ marks: 3, levels: 2, comparisons: 0 });
    const asMarks = fitCrest(bagOf(mixed.map((brew) => ({ ...brew, overall: brew.overall ?? brew.byLevels! }))));
    expect(fit.curve[30]!.mean).toBeGreaterThan(asMarks.curve[30]!.mean + 2);
  });
});
