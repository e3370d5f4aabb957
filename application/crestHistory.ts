import { groupBy } from 'es-toolkit';
import {
  SHAPE_SHARES,
  tablePeakDays,
  type Process,
  type RoastLevel,
  type ShapeShares,
  type TasterPrior,
} from '../core/crest';
import type { Style } from '../core/brew';
import type { FinishedBag } from './exchange';

interface Kind {
  roastLevel: RoastLevel | null;
  process: Process | null;
  style: Style;
}

/** When bags of a kind are expected at their best: by the table, and by this household's own bags. */
export interface KindHistory extends Kind {
  /** Finished bags of just this kind. */
  bags: number;
  tableDays: number;
  learntDays: number;
  /** How the latter moved: after which bag, and to how many days. */
  moves: { after: string; on: string; days: number }[];
}

export interface CrestHistory {
  kinds: KindHistory[];
  /** Shares of the ways bags run: as believed at first, and as learnt. */
  shapes: { believed: ShapeShares; learnt: ShapeShares };
  bags: number;
}

/** A past is looked back on at so many moments at most. */
const MOMENTS = 10;

/**
 * How the household's own table of crests came to be: what is expected of each kind after its first bag, its second, …
 *
 * @param priorsAfter what a past teaches of kinds
 */
export async function crestHistory(
  finished: readonly FinishedBag[],
  priorsAfter: (
    bags: readonly FinishedBag[],
    kinds: readonly Kind[],
    counts: readonly number[],
  ) => Promise<TasterPrior[][]>,
): Promise<CrestHistory> {
  const inOrder = [...finished].sort((a, b) =>
    a.finishedOn < b.finishedOn ? -1 : a.finishedOn > b.finishedOn ? 1 : 0,
  );
  const byKind = groupBy(inOrder, ({ roastLevel, process, style }) => JSON.stringify([roastLevel, process, style]));
  const kinds = Object.values(byKind).flatMap(([first]) =>
    first ? [{ roastLevel: first.roastLevel, process: first.process, style: first.style }] : [],
  );
  const step = Math.max(1, Math.ceil(inOrder.length / MOMENTS));
  const counts = inOrder.map((_, i) => i + 1).filter((count) => count % step === 0 || count === inOrder.length);
  const after = counts.length === 0 ? [] : await priorsAfter(inOrder, kinds, counts);
  const moments = counts.map((count, i) => ({ last: inOrder[count - 1], priors: after[i] ?? [] }));
  const latest = moments.at(-1)?.priors ?? [];
  return {
    bags: inOrder.length,
    shapes: { believed: SHAPE_SHARES, learnt: latest[0]?.shapes?.shares ?? SHAPE_SHARES },
    kinds: kinds
      .map((kind, k): KindHistory => {
        const tableDays = tablePeakDays(kind);
        return {
          ...kind,
          bags: Object.values(byKind)[k]?.length ?? 0,
          tableDays,
          learntDays: latest[k]?.peak.days ?? tableDays,
          moves: moments.flatMap(({ last, priors }) => {
            const days = priors[k]?.peak.days;
            return last && days !== undefined ? [{ after: last.name, on: last.finishedOn, days }] : [];
          }),
        };
      })
      .sort((a, b) => b.bags - a.bags),
  };
}
