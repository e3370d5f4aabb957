/** Where a cup stands among the others of its bag. */
export type Standing = 'among the best' | 'as usual' | 'below';

/**
 * Where a score stands among others, by differences a taster notices; null where there is nothing to compare with.
 *
 * @param score of this cup, points
 * @param others scores of the other cups, points
 * @param noticeable a difference a taster notices, points
 */
export function standingOf(score: number, others: readonly number[], noticeable: number): Standing | null {
  if (others.length === 0) return null;
  const sorted = [...others].sort((a, b) => a - b);
  const middle = sorted.length / 2;
  const median = ((sorted[Math.ceil(middle) - 1] ?? 0) + (sorted[Math.floor(middle)] ?? 0)) / 2;
  const best = sorted.at(-1) ?? 0;
  if (score >= best + noticeable) return 'among the best';
  if (score < median - noticeable) return 'below';
  // To be as good as the one other cup there is says little of either.
  if (others.length === 1) return null;
  return score >= best - noticeable ? 'among the best' : 'as usual';
}
