import { describe, expect, it } from 'vitest';
import { EMPTY_ANSWER } from '../../contract/table/sitting';
import type { TastersSheet } from '../../core/sitting';
import { repeatGroups, repeatsForEngine, type Tasting } from '../palate/palate';
import { standingsAmong, type SittingWord } from '../palate/standings';
import { ONE_SCALE } from '../palate/scaleMaps';

const cupOf = (mark: number, blind: boolean): Tasting['cup'] => {
  const { words: _, againstYardstick: __, remarks: ___, ...written } = EMPTY_ANSWER;
  return {
    ...written,
    ...({ scoringScale: 'mark10', mark, parts: [], blind } as const),
    ...({ markAt: null, finishS: null, dryness: null, textures: [], liquorColour: null, liquorClarity: null } as const),
    ...({ shotLayers: null, coffeeFaults: [], progress: null, comparisons: [], milkKind: '', company: null } as const),
    nag: null,
    remarksPrivate: false,
    meantScore: null,
  };
};
let next = 0;
const tasting = (mark: number, differently: Partial<Tasting> = {}, blind = true): Tasting => ({
  brewId: `b${next}`,
  bagId: 'bag',
  pot: `pot ${next++}`,
  tasterId: 'mira',
  on: '2026-03-01',
  recipe: 'r',
  drink: 'filter',
  cup: cupOf(mark, blind),
  words: [],
  ...differently,
});

describe('repeats', () => {
  it('are blind cups that differ in nothing, or cups of one brew, blind or not; each counts once', () => {
    const marksOf = (tastings: readonly Tasting[]) =>
      repeatGroups(tastings).map(({ cups }) => cups.map(({ cup }) => cup.mark));
    expect(marksOf([tasting(8), tasting(7)])).toEqual([[8, 7]]);
    for (const other of [{ bagId: 'other' }, { tasterId: 'tomas' }, { on: '2026-03-02' }, { recipe: 's' }])
      expect(marksOf([tasting(8), tasting(7, other)])).toEqual([]);
    expect(marksOf([tasting(8, {}, false), tasting(7, {}, false)])).toEqual([]);
    expect(marksOf([tasting(8, { pot: 'p' }, false), tasting(7, { pot: 'p' }, false)])).toEqual([[8, 7]]);
    // A hidden duplicate is not counted again as a blind cup of the same recipe.
    const duplicate = [tasting(8, { pot: 'p' }), tasting(7.5, { pot: 'p' }), tasting(6)];
    expect(marksOf(duplicate)).toEqual([[8, 7.5]]);
    expect(repeatsForEngine(duplicate)).toEqual([{ scores: [80, 75], sigma0: 3.5, isOneBrew: true, bagId: 'bag' }]);
    // A shot alone and the same shot with milk are two drinks.
    expect(marksOf([tasting(8, { pot: 'p' }), tasting(7, { pot: 'p', drink: 'milk' })])).toEqual([]);
  });
});

describe('standings', () => {
  const sheet = (scores: Record<string, number>): TastersSheet => ({
    seat: 's',
    scores,
    levels: {},
    words: {},
    ranking: [],
    odd: null,
    againstYardstick: { x: 'better' },
  });
  const item = (id: string, mean: number | null) => ({
    id,
    name: id,
    bagId: id,
    scale: 'mark10' as const,
    best: mean === null ? null : { mean, sd: 2 },
  });
  const sitting: SittingWord = {
    sheets: [sheet({ x: 90, y: 60 })],
    itemOf: { x: 'one', y: 'two' },
    yardstick: 'outside best',
  };

  it('take marks and preferences together, and leave out what nobody here was held against', () => {
    const outside = { id: 'outside best', name: 'best', bagId: null, scale: 'mark10' as const, best: null };
    const among = standingsAmong(
      [item('one', 80), item('two', 79), item('three', null), outside],
      [sitting],
      ONE_SCALE,
    );
    expect(among.map(({ id }) => id)).toEqual(['one', 'two', 'outside best']);
    // Without the sitting a point lies between them; with it more.
    const apart = (all: typeof among): number =>
      (all.find(({ id }) => id === 'one')?.mean ?? NaN) - (all.find(({ id }) => id === 'two')?.mean ?? NaN);
    expect(apart(among)).toBeGreaterThan(apart(standingsAmong([item('one', 80), item('two', 79)], [], ONE_SCALE)));
    // Of a kind in which no cup met the yardstick it is no part.
    const elsewhere = standingsAmong([item('three', 75), item('four', 70), outside], [sitting], ONE_SCALE);
    expect(elsewhere.map(({ id }) => id)).toEqual(['three', 'four']);
  });
});
