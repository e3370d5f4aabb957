import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { oddCup } from '../kinds';
import { preferred, readSitting, type TastersSheet } from '../reading';

const CUPS = [
  { id: 'a', sameAs: null },
  { id: 'b', sameAs: null },
  { id: 'a2', sameAs: 'a' },
];
const sheet = (seat: string, differently: Partial<TastersSheet> = {}): TastersSheet => ({
  ...{ seat, scores: {}, levels: {}, words: {}, ranking: [], odd: null, againstYardstick: {} },
  ...differently,
});

describe('the sheets of a sitting', () => {
  it('come to means, medians, places, words and levels of each cup', () => {
    const { cups, tasters } = readSitting(CUPS, [
      sheet('1', {
        scores: { a: 80, b: 60, a2: 78 },
        words: { a: ['quince', 'walnut'] },
        ranking: [['a', 'a2'], ['b']],
        levels: { a: new Map([['body', 3]]) },
        againstYardstick: { a: 'better' },
      }),
      sheet('2', {
        scores: { a: 70, b: 64, a2: null },
        words: { a: ['quince'] },
        levels: { a: new Map([['body', 4]]) },
      }),
      sheet('3', { scores: { a: 90 }, words: { a: ['fig'] }, levels: { a: new Map([['body', 5]]) } }),
    ]);
    expect(tasters).toBe(3);
    expect(cups[0]).toEqual({
      ...{ id: 'a', marked: 3, mean: 80, median: 80, place: 1 },
      shared: [{ word: 'quince', by: 2 }],
      lone: [
        { word: 'walnut', seat: '1' },
        { word: 'fig', seat: '3' },
      ],
      yardstick: { better: 1, like: 0, worse: 0 },
      levels: [{ attribute: 'body', median: 4, lowest: 3, highest: 5, by: 3 }],
    });
    expect(cups[1]).toMatchObject({ marked: 2, mean: 62, median: 62, place: 2 });
  });

  it('lose no word, though one taster alone wrote any of a cup', () => {
    const { cups } = readSitting(CUPS, [
      sheet('1', { words: { a: ['quince'] } }),
      sheet('2', { words: { b: ['fig'] } }),
    ]);
    expect(cups.map(({ shared, lone }) => [shared, lone])).toEqual([
      [[], [{ word: 'quince', seat: '1' }]],
      [[], [{ word: 'fig', seat: '2' }]],
      [[], []],
    ]);
  });

  it('hold one cup against another by those who marked both, and know a brew again', () => {
    const { pairs } = readSitting(CUPS, [
      sheet('1', { scores: { a: 80, b: 60, a2: 78 } }),
      sheet('2', { scores: { a: 70, b: 64 }, ranking: [['b'], ['a']] }),
    ]);
    const of = (a: string, b: string) => pairs.find((pair) => pair.a === a && pair.b === b);
    expect(of('a', 'b')).toMatchObject({ difference: { pairs: 2, mean: 13 }, before: 1, behind: 1, isSameBrew: false });
    expect(of('a', 'a2')).toMatchObject({ difference: { pairs: 1, mean: 2, interval: null }, isSameBrew: true });
    // A ranking that was given says more than marks.
    expect(preferred(sheet('2', { scores: { a: 70, b: 64 }, ranking: [['b'], ['a']] }), 'a', 'b')).toBe('b');
    expect(preferred(sheet('3', { ranking: [['a', 'b']] }), 'a', 'b')).toBe('alike');
    expect(preferred(sheet('4'), 'a', 'b')).toBeNull();
  });

  it('read a triangle only where there is one', () => {
    expect(oddCup(CUPS)).toBe('b');
    expect(oddCup([...CUPS, { id: 'c', sameAs: null }])).toBeNull();
    expect(oddCup(CUPS.map((cup) => ({ ...cup, sameAs: null })))).toBeNull();
    const { triangle } = readSitting(CUPS, [sheet('1', { odd: 'b' }), sheet('2', { odd: 'a' }), sheet('3')]);
    expect(triangle).toMatchObject({ asked: 2, right: 1 });
    expect(triangle?.chance).toBeCloseTo(5 / 9, 12);
    expect(readSitting(CUPS, [sheet('1')]).triangle).toBeNull();
  });

  it('come to the same whatever the order of the tasters, and turned round with the cups', () => {
    const scores = fc.record({
      a: fc.integer({ min: 0, max: 100 }),
      b: fc.integer({ min: 0, max: 100 }),
      a2: fc.integer({ min: 0, max: 100 }),
    });
    fc.assert(
      fc.property(fc.array(scores, { minLength: 1, maxLength: 6 }), (all) => {
        const sheets = all.map((one, i) => sheet(String(i), { scores: one }));
        const { cups, agreement, pairs } = readSitting(CUPS, sheets);
        const turned = readSitting([...CUPS].reverse(), [...sheets].reverse());
        for (const cup of cups)
          expect(turned.cups.find(({ id }) => id === cup.id)?.mean).toBeCloseTo(cup.mean ?? NaN, 9);
        if (agreement?.w != null) expect(turned.agreement?.w).toBeCloseTo(agreement.w, 9);
        const [first] = pairs;
        const back = turned.pairs.find(({ a, b }) => a === first?.b && b === first.a);
        expect(back?.difference?.mean).toBeCloseTo(-(first?.difference?.mean ?? NaN), 9);
      }),
    );
    expect(readSitting(CUPS, []).agreement).toBeNull();
  });

  it('agree on brews: what a hidden duplicate was given is one mark, the mean of both', () => {
    const one = sheet('1', { scores: { a: 80, b: 60, a2: 70 } });
    const other = sheet('2', { scores: { a: 90, b: 74, a2: 60 } });
    const { agreement } = readSitting(CUPS, [one, other]);
    expect(agreement).toMatchObject({ tasters: 2, brews: 2, w: 1 });
    const asTwo = readSitting(
      CUPS.filter(({ id }) => id !== 'a2'),
      [
        { ...one, scores: { a: 75, b: 60 } },
        { ...other, scores: { a: 75, b: 74 } },
      ],
    );
    expect(agreement?.icc).toEqual(asTwo.agreement?.icc);
  });
});
