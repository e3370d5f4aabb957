import type { Band } from './recipe';

/** Liked cups from which their times take the place of what a recipe says. */
const ENOUGH_LIKED = 3;
/** Room to either side of the liked times, as a share of them. *Assumption*. */
const ROOM = 0.05;

/** Where a time lies against its band, and by how many seconds it misses it. */
export interface BandPosition {
  place: 'fast' | 'inside' | 'slow';
  byS: number;
}

export function againstBand(seconds: number, band: Band): BandPosition {
  if (seconds < band.fromS) return { place: 'fast', byS: band.fromS - seconds };
  return seconds > band.toS ? { place: 'slow', byS: seconds - band.toS } : { place: 'inside', byS: 0 };
}

/**
 * The band as the liked cups have it: few of them widen the recipe's own, three or more take its place. Null where
 * neither says anything.
 *
 * @param likedS times of cups that were liked, seconds
 */
export function learntBand(band: Band | null, likedS: readonly number[]): Band | null {
  const [fastest, slowest] = [Math.min(...likedS), Math.max(...likedS)];
  if (likedS.length >= ENOUGH_LIKED)
    return { fromS: Math.round(fastest * (1 - ROOM)), toS: Math.round(slowest * (1 + ROOM)) };
  if (band === null) return null;
  return { fromS: Math.min(band.fromS, fastest), toS: Math.max(band.toS, slowest) };
}
