import type { Repeats } from './history';

/**
 * Marks of cups that were the same thing, tasted blind: points of liking, and the σ₀ of the school they were written
 * in.
 */
export interface RepeatGroup {
  likings: readonly number[];
  sigma0: number;
}

/**
 * Pools groups of blind repeats by school: s² = Σ (y − group mean)² / ν with ν = Σ (group size − 1) degrees of freedom.
 * Groups of one say nothing.
 */
export function pooledRepeats(groups: readonly RepeatGroup[]): Repeats[] {
  const bySchool = new Map<number, { squares: number; degrees: number }>();
  for (const { likings, sigma0 } of groups) {
    if (likings.length < 2) continue;
    const mean = likings.reduce((a, b) => a + b, 0) / likings.length;
    const pool = bySchool.get(sigma0) ?? { squares: 0, degrees: 0 };
    pool.squares += likings.reduce((sum, y) => sum + (y - mean) ** 2, 0);
    pool.degrees += likings.length - 1;
    bySchool.set(sigma0, pool);
  }
  return [...bySchool].map(([sigma0, { squares, degrees }]) => ({ sd: Math.sqrt(squares / degrees), degrees, sigma0 }));
}
