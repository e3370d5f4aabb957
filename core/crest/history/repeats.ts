import { SHARED_BREW, SHARED_MORNING } from '../model/constants';
import type { Repeats } from './history';

/**
 * Marks of cups that were the same thing, tasted blind: points, and the σ₀ of the scale they were written
 * in.
 */
export interface RepeatGroup {
  scores: readonly number[];
  sigma0: number;
  /** Whether they were poured from one brew; else they were brewed apart, on one day. */
  isOneBrew: boolean;
}

/**
 * Pools groups of blind repeats by scale: s² = Σ (y − group mean)² / (1 − c) / ν with ν = Σ (group size − 1) degrees of
 * freedom. What cups of a group have of their noise in common (a share c: their brew, or their morning) moves them
 * together, so that they lie apart by σ√(1 − c) only. Groups of one say nothing.
 */
export function pooledRepeats(groups: readonly RepeatGroup[]): Repeats[] {
  const byScale = new Map<number, { squares: number; degrees: number }>();
  for (const { scores, sigma0, isOneBrew } of groups) {
    if (scores.length < 2) continue;
    const mean = scores.reduce((a, b) => a + b, 0) / scores.length;
    const pool = byScale.get(sigma0) ?? { squares: 0, degrees: 0 };
    const own = 1 - (isOneBrew ? SHARED_BREW : SHARED_MORNING);
    pool.squares += scores.reduce((sum, y) => sum + (y - mean) ** 2, 0) / own;
    pool.degrees += scores.length - 1;
    byScale.set(sigma0, pool);
  }
  return [...byScale].map(([sigma0, { squares, degrees }]) => ({ sd: Math.sqrt(squares / degrees), degrees, sigma0 }));
}
