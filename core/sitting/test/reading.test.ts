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
  seat,
  scores: {},
  levels: {},
  words: {},
  ranking: [],
  odd: null,
  againstYardstick: {},
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
      id: 'a',
      marked: 3,
      mean: 80,
      median: 80,
      place: 1,
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

  it('name every word once: found by several, the most often first, or by one alone', () => {
    const words = [['fig'], ['quince', 'fig'], ['quince', 'cedar'], ['quince', 'fig'], ['malt', 'fig']];
    const { cups } = readSitting(
      CUPS,
      words.map((found, i) => sheet(String(i), { words: { a: [...found, ...found] } })),
    );
    expect(cups[0]?.shared).toEqual([
      { word: 'fig', by: 4 },
      { word: 'quince', by: 3 },
    ]);
    expect(cups[0]?.lone.map(({ word }) => word)).toEqual(['cedar', 'malt']);
    const alike = readSitting(CUPS, [
      sheet('1', { words: { a: ['malt', 'fig'] } }),
      sheet('2', { words: { a: ['malt', 'fig'] } }),
    ]);
    expect(alike.cups[0]?.shared.map(({ word }) => word)).toEqual(['fig', 'malt']);
  });

  it('place cups by the orders given, alike ones sharing their place, brews by the mean of their cups', () => {
    const three = ['a', 'b', 'c'].map((id) => ({ id, sameAs: null }));
    const placed = readSitting(three, [
      sheet('1', { ranking: [['a', 'b'], ['c']] }),
      sheet('2', { ranking: [['c'], ['a'], ['b']] }),
    ]);
    expect(placed.cups.map(({ place }) => place)).toEqual([1.75, 2.25, 2]);
    // A hidden duplicate far apart: its brew lies in the middle, and both cups share that place.
    const apart = readSitting(CUPS, [sheet('1', { ranking: [['a'], ['b'], ['a2']] })]);
    expect(apart.cups.map(({ place }) => place)).toEqual([1.5, 1.5, 1.5]);
    const part = readSitting(three, [sheet('1', { ranking: [['b'], ['a']] })]);
    expect(part.cups.map(({ place }) => place)).toEqual([2, 1, null]);
  });

  it('say which of two a taster puts first: by the order given, else by marks, else not at all', () => {
    const of = (more: Partial<TastersSheet>) => preferred(sheet('1', more), 'a', 'b');
    expect(of({ ranking: [['a'], ['b']] })).toBe('a');
    expect(of({ ranking: [['a', 'b']], scores: { a: 9, b: 2 } })).toBe('alike');
    // An order that names one of them alone says nothing of the two.
    expect(of({ ranking: [['a']], scores: { a: 60, b: 70 } })).toBe('b');
    expect(of({ ranking: [['b']], scores: { a: 60, b: 70 } })).toBe('b');
    expect(of({ scores: { a: 70, b: 60 } })).toBe('a');
    expect(of({ scores: { a: 70, b: 70 } })).toBe('alike');
    expect([of({ scores: { a: 70 } }), of({ scores: { b: 70 } }), of({ ranking: [['a']] })]).toEqual([
      null,
      null,
      null,
    ]);
  });

  it('give each level its median and ends, whatever the order it was drawn in', () => {
    const drawn = [5, 1, 3, 4].map((level, i) => sheet(String(i), { levels: { a: new Map([['body', level]]) } }));
    const { cups } = readSitting(CUPS, [...drawn, sheet('none')]);
    expect(cups[0]?.levels).toEqual([{ attribute: 'body', median: 3.5, lowest: 1, highest: 5, by: 4 }]);
    expect(cups[1]).toMatchObject({
      levels: [],
      marked: 0,
      mean: null,
      median: null,
      place: null,
      shared: [],
      lone: [],
    });
  });

  it('count what was said against the yardstick, and of every pair once', () => {
    const against = (a: 'better' | 'like' | 'worse') => ({ againstYardstick: { a } });
    const sheets = [
      sheet('1', { ...against('worse'), scores: { a: 70, b: 70 } }),
      sheet('2', { ...against('worse'), scores: { a: 60, b: 80 } }),
      sheet('3', { ...against('like'), scores: { a: 90, b: 80 } }),
      sheet('4', { scores: { b: 50 } }),
      sheet('5', { scores: { a: 95, b: 85 } }),
    ];
    const { cups, pairs } = readSitting(CUPS, sheets);
    expect(cups[0]?.yardstick).toEqual({ better: 0, like: 1, worse: 2 });
    expect(pairs.map(({ a, b }) => [a, b])).toEqual([
      ['a', 'b'],
      ['a', 'a2'],
      ['b', 'a2'],
    ]);
    expect(pairs[0]).toMatchObject({ before: 2, behind: 1, beside: 1, difference: { pairs: 4, mean: 0 } });
  });

  it('measure agreement by those who placed all cups, and marks by those who marked all', () => {
    const full = (seat: string, a: number, b: number) => sheet(seat, { scores: { a, b, a2: a } });
    const ranks = (seat: string) => sheet(seat, { ranking: [['a', 'a2'], ['b']] });
    const { agreement } = readSitting(CUPS, [
      full('1', 80, 60),
      full('2', 82, 61),
      ranks('3'),
      sheet('4', { scores: { a: 1 } }),
    ]);
    expect(agreement).toMatchObject({ tasters: 3, brews: 2, w: 1 });
    expect(agreement?.icc?.icc).toBeGreaterThan(0.9);
    expect(readSitting(CUPS, [full('1', 80, 60), ranks('3')]).agreement).toMatchObject({ tasters: 2, icc: null });
    expect(readSitting(CUPS, [full('1', 80, 60), full('2', 60, 80)]).agreement?.w).toBe(0);
    expect(readSitting(CUPS, [full('1', 80, 60), sheet('4', { scores: { a: 1, b: 2 } })]).agreement).toBeNull();
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
