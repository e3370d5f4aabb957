import { describe, expect, it } from 'vitest';
import { comparisonsByProgress, type ProgressingCup } from '../progress';

const cup = (id: string, at: number, rest: Partial<ProgressingCup> = {}): ProgressingCup => ({
  id,
  at,
  score: null,
  progress: null,
  ...rest,
});

describe('words of progress as comparisons', () => {
  it('hold the best yet against the one last called so, not against all', () => {
    const cups = [
      cup('a', 1),
      cup('b', 2, { progress: 'best yet' }),
      cup('c', 3),
      cup('d', 4, { progress: 'best yet' }),
    ];
    expect(comparisonsByProgress(cups)).toEqual(
      new Map([
        ['b', [{ thanId: 'a', was: 'better' }]],
        ['d', [{ thanId: 'b', was: 'better' }]],
      ]),
    );
  });

  it('hold it against the highest score where none was called so, and else against the last three', () => {
    const marked = [
      cup('a', 1, { score: 82 }),
      cup('b', 2, { score: 74 }),
      cup('c', 3),
      cup('d', 4, { progress: 'best yet' }),
    ];
    expect(comparisonsByProgress(marked).get('d')).toEqual([{ thanId: 'a', was: 'better' }]);
    const unmarked = ['a', 'b', 'c', 'd'].map((id, at) => cup(id, at));
    expect(
      comparisonsByProgress([...unmarked, cup('e', 9, { progress: 'best yet' })])
        .get('e')
        ?.map(({ thanId }) => thanId),
    ).toEqual(['b', 'c', 'd']);
  });

  it('hold a step down against the cup before it, whatever the order they come in', () => {
    const cups = [cup('c', 3, { progress: 'a step down' }), cup('a', 1), cup('b', 2)];
    expect(comparisonsByProgress(cups)).toEqual(new Map([['c', [{ thanId: 'b', was: 'worse' }]]]));
  });

  it('say nothing of the first cup', () => {
    expect(comparisonsByProgress([cup('a', 1, { progress: 'best yet' })]).size).toBe(0);
  });
});
