import { suits, type Share } from './assign';
import type { CupsWanted, PlanBag, Way } from './types';
import { worthOn } from './ways';

/**
 * What a cup of each group costs: the points that the best other use of it would bring, from the dual of the
 * transportation problem. A lot that is not used up costs nothing; the others cost as little as the plan lets them, by
 * shortest paths over the lots (Bellman and Ford).
 *
 * @returns price by group, points
 */
export function pricesOf(
  bags: readonly PlanBag[],
  ways: readonly Way[],
  wanted: readonly CupsWanted[],
  shares: readonly Share[],
): number[] {
  const key = ({ bag, lot }: Pick<Way, 'bag' | 'lot'>): string => `${bag} ${lot}`;
  const used = new Map<string, number>();
  for (const { way, cups } of shares) {
    const of = ways[way];
    if (of) used.set(key(of), (used.get(key(of)) ?? 0) + cups);
  }
  const beans = new Map<string, number>();
  bags.forEach(({ lots }, bag) => {
    lots.forEach(({ cups }, lot) => {
      const at = key({ bag, lot });
      beans.set(at, (used.get(at) ?? 0) < cups ? 0 : Infinity);
    });
  });
  /** What the best way of each lot is worth to each group. */
  const worths = wanted.map(({ day, needs }) => {
    const best = new Map<string, number>();
    for (const way of ways) {
      const bag = bags[way.bag];
      if (!bag || day < way.from || day > way.to || !suits(bag, needs)) continue;
      best.set(key(way), Math.max(best.get(key(way)) ?? -Infinity, worthOn(way, bag.mean, day)));
    }
    return best;
  });
  // No cup may cost less than nothing: beans cost at most what their least use is worth.
  for (const { way, group } of shares) {
    const of = ways[way];
    if (of) beans.set(key(of), Math.min(beans.get(key(of)) ?? 0, worths[group]?.get(key(of)) ?? 0));
  }
  for (let round = 0; round < beans.size; round++) {
    let moved = false;
    for (const { way, group } of shares) {
      const of = ways[way];
      if (!of) continue;
      const own = worths[group]?.get(key(of)) ?? 0;
      for (const [other, worth] of worths[group] ?? []) {
        const through = (beans.get(other) ?? 0) + own - worth;
        if (through < (beans.get(key(of)) ?? 0) - 1e-9) {
          beans.set(key(of), through);
          moved = true;
        }
      }
    }
    if (!moved) break;
  }
  return worths.map((best) =>
    [...best].reduce((most, [lot, worth]) => Math.max(most, worth - (beans.get(lot) ?? 0)), 0),
  );
}
