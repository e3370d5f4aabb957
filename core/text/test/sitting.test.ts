import { describe, expect, it } from 'vitest';
import { agreementText, pairText, rankedCups, sittingHeadline, triangleText, yardstickText } from '../sitting';

const cup = (id: string, mean: number | null, place: number | null = null) => ({
  id,
  marked: 3,
  mean,
  median: mean,
  place,
  shared: [],
  lone: [],
  levels: [],
  yardstick: { better: 0, like: 0, worse: 0 },
});
const pair = (mean: number, interval: { lo: number; hi: number } | null, isSameBrew = false) => ({
  a: 'a',
  b: 'b',
  before: 2,
  behind: 1,
  beside: 0,
  isSameBrew,
  difference: { pairs: interval ? 3 : 1, mean, interval },
});

describe('a sitting in words', () => {
  it('says which came first, and no more surely than the interval allows', () => {
    const cups = [cup('b', 70), cup('a', 76)];
    const nameOf = (id: string): string => ({ a: 'Fog Gate', b: 'Salt Steps' })[id] ?? id;
    const said = (interval: { lo: number; hi: number }): string =>
      sittingHeadline({ cups, pairs: [pair(6, interval)], tasters: 3 }, nameOf);
    expect(said({ lo: 2, hi: 10 })).toBe('Fog Gate came first, Salt Steps second, and surely so.');
    expect(said({ lo: -1, hi: 13 })).toBe(
      'Fog Gate came first, Salt Steps second; what lies between them may be chance.',
    );
    expect(sittingHeadline({ cups, pairs: [], tasters: 0 }, nameOf)).toBe('Nobody wrote anything.');
    expect(sittingHeadline({ cups: [cup('a', null), cup('b', null)], pairs: [], tasters: 1 }, nameOf)).toBe(
      'No cup was marked or put in order.',
    );
    // A hidden duplicate is no second place.
    const withTwin = [cup('a', 76), cup('a2', 75), cup('b', 70)];
    const twins = [
      { ...pair(1, { lo: -4, hi: 6 }, true), a: 'a', b: 'a2' },
      { ...pair(6, { lo: 2, hi: 10 }), a: 'a', b: 'b' },
    ];
    expect(sittingHeadline({ cups: withTwin, pairs: twins, tasters: 3 }, nameOf)).toBe(
      'Fog Gate came first, Salt Steps second, and surely so.',
    );
    expect(sittingHeadline({ cups: withTwin.slice(0, 2), pairs: twins, tasters: 3 }, nameOf)).toBe(
      'All cups were one brew, Fog Gate.',
    );
    expect(rankedCups([cup('a', null, 2), cup('b', null, 1)]).map(({ id }) => id)).toEqual(['b', 'a']);
  });

  it('says how two cups were marked apart in the unit of their scale', () => {
    const names = ['Fog Gate', 'Salt Steps'] as const;
    expect(pairText(pair(6, { lo: 2, hi: 10 }), names, 'mark10')).toBe(
      'Fog Gate was marked 0.6 above Salt Steps by the three who marked both (8 in 10: 0.2 to 1).',
    );
    expect(pairText(pair(-6, { lo: -13, hi: 1 }), names, 'mark10')).toBe(
      'Salt Steps was marked 0.6 above Fog Gate by the three who marked both (8 in 10: 0.1 below to 1.3 above, so it may be chance).',
    );
    expect(pairText(pair(4, null), names, 'mark10')).toMatch(
      /by the one who marked both \(of one pair nothing more can be said\)\.$/,
    );
    expect(pairText(pair(4, { lo: 1, hi: 7 }, true), names, 'mark10')).toMatch(/are one brew, marked 0.4 apart/);
    expect(pairText({ difference: null, isSameBrew: false }, names, 'mark10')).toBe('');
  });

  it('puts agreement in words before its figures, and names their form', () => {
    expect(agreementText(null)).toBe('');
    expect(agreementText({ tasters: 3, brews: 3, w: null, icc: null })).toBe('Nobody told the cups apart.');
    expect(agreementText({ tasters: 3, brews: 3, w: 0.823, icc: { icc: 0.71, lo: 0.4, hi: 0.91 } })).toBe(
      'Three tasters put the cups in much the same order (Kendall’s W 0.82; 1 is one order, 0 none), and mark them alike (intraclass correlation, two-way, single marks, absolute agreement: 0.71; 8 in 10: 0.4 to 0.91).',
    );
    expect(agreementText({ tasters: 2, brews: 6, w: 0.2, icc: null })).toMatch(
      /^Two tasters put the cups in hardly the same order/,
    );
    // Two tasters and three cups agree or not by chance.
    expect(agreementText({ tasters: 2, brews: 3, w: 0.75, icc: { icc: 0.4, lo: -1, hi: 0.95 } })).toBe(
      'With 2 tasters and 3 cups, agreement can’t be measured yet.',
    );
  });

  it('says what a triangle came to by its chance', () => {
    expect(triangleText({ asked: 12, right: 9, chance: 0.0039 })).toBe(
      'Nine of twelve named the odd cup. By guessing alone so many or more would with a chance of 0.4 %: the two can be told apart.',
    );
    expect(triangleText({ asked: 10, right: 5, chance: 0.213 })).toMatch(
      /21 %: nothing says that they can be told apart\.$/,
    );
    expect(triangleText({ asked: 6, right: 4, chance: 0.1 })).toMatch(/perhaps/);
    expect(triangleText({ asked: 3, right: 0, chance: 1 })).toMatch(/^None of three named the odd cup\./);
  });

  it('says how a cup stood against the yardstick', () => {
    expect(yardstickText({ better: 2, like: 0, worse: 1 }, 'Rook Ledge')).toBe(
      'Against Rook Ledge: better to two, worse to one.',
    );
    expect(yardstickText({ better: 0, like: 0, worse: 0 }, 'Rook Ledge')).toBe('');
  });
});
