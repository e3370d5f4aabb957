import type { Compared, Comparison } from './comparison';
import type { Progress } from './tasting';

/** A cup as far as words of progress are read from it. */
export interface ProgressingCup {
  id: string;
  /** Milliseconds since 1970. */
  at: number;
  /** On the common scale; null where it was not marked. */
  score: number | null;
  progress: Progress | null;
}

/** A cup called the best yet, of which none before it is known to be the best, is held against so many. *Assumption*. */
const MOST_EARLIER = 3;

/**
 * What words of progress say of two cups: the best yet was better than the best until then, the last one called so or
 * else the one with the highest score or else the latest few; a step down was worse than the cup before it.
 *
 * @param cups sound cups of one series, in any order
 */
export function comparisonsByProgress(cups: readonly ProgressingCup[]): Map<string, Comparison[]> {
  const inOrder = [...cups].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  const said = inOrder.map((cup, i): [string, Comparison[]] => {
    const earlier = inOrder.slice(0, i);
    const than = (others: readonly ProgressingCup[], was: Compared): Comparison[] =>
      others.map(({ id }) => ({ thanId: id, was }));
    if (cup.progress === 'best yet') return [cup.id, than(bestOf(earlier), 'better')];
    return [cup.id, cup.progress === null ? [] : than(earlier.slice(-1), 'worse')];
  });
  return new Map(said.filter(([, comparisons]) => comparisons.length > 0));
}

function bestOf(earlier: readonly ProgressingCup[]): readonly ProgressingCup[] {
  const called = earlier.findLast(({ progress }) => progress === 'best yet');
  if (called) return [called];
  const marked = earlier.filter(({ score }) => score !== null);
  if (marked.length === 0) return earlier.slice(-MOST_EARLIER);
  return [marked.reduce((best, one) => ((one.score ?? 0) > (best.score ?? 0) ? one : best))];
}
