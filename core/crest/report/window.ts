import { CORE_PROBABILITY, NOTICEABLE, SPENT_DROP, WINDOW_PROBABILITY } from '../model/constants';
import type { Draws } from '../inference/draws';
import { KNOTS, onAllDays } from '../model/knots';
import type { DaySpan } from '../model/types';

/** Per rest day 0 … 90, the probability of each thing a day can be. The first three sum to 1. */
export interface DayProbabilities {
  /** Within a noticeable difference of the best day. */
  inWindow: number[];
  /** Noticeably worse, with the best day still to come; or already gone. */
  climbing: number[];
  fading: number[];
  /** Already gone and more than `SPENT_DROP` σ₀ below the best. */
  spent: number[];
}

/** Counts, over the drawn curves, what each day is. The best day is looked for at the knots. */
export function dayProbabilities({ count, curves }: Draws, sigma0: number): DayProbabilities {
  const days = KNOTS.length;
  const inWindow = new Float64Array(days);
  const climbing = new Float64Array(days);
  const fading = new Float64Array(days);
  const spent = new Float64Array(days);
  const weight = 1 / count;
  const noticeable = NOTICEABLE * sigma0;
  const spentDrop = SPENT_DROP * sigma0;
  for (let d = 0; d < count; d++) {
    const at = d * days;
    let best = 0;
    for (let day = 1; day < days; day++) if (curves[at + day]! > curves[at + best]!) best = day;
    const top = curves[at + best]!;
    for (let day = 0; day < days; day++) {
      const drop = top - curves[at + day]!;
      const kind = drop <= noticeable ? inWindow : day < best ? climbing : fading;
      kind[day]! += weight;
      if (day > best && drop > spentDrop) spent[day]! += weight;
    }
  }
  return {
    inWindow: onAllDays(inWindow),
    climbing: onAllDays(climbing),
    fading: onAllDays(fading),
    spent: onAllDays(spent),
  };
}

/**
 * The longest run of days with at least `threshold` probability; the likelier where two are as long; null when none.
 */
export function longestRun(probabilities: readonly number[], threshold: number): DaySpan | null {
  let best: (DaySpan & { sum: number }) | null = null;
  for (let from = 0; from < probabilities.length; from++) {
    let sum = 0;
    let to = from;
    while (to < probabilities.length && probabilities[to]! >= threshold) sum += probabilities[to++]!;
    if (to === from) continue;
    const length = to - from;
    if (!best || length > best.to - best.from + 1 || (length === best.to - best.from + 1 && sum > best.sum))
      best = { from, to: to - 1, sum };
    from = to;
  }
  return best && { from: best.from, to: best.to };
}

/** Window and firm core: the longest runs of days that are in the window with P ≥ 0.5 and P ≥ 0.8. */
export function spans(inWindow: readonly number[]): { window: DaySpan | null; core: DaySpan | null } {
  return { window: longestRun(inWindow, WINDOW_PROBABILITY), core: longestRun(inWindow, CORE_PROBABILITY) };
}

/** Probability that the curve's range over rest days `from` … `to`, widened to knots, is below σ₀. */
export function steadyProbability({ count, curves }: Draws, from: number, to: number, sigma0: number): number {
  const days = KNOTS.length;
  const first = Math.max(
    0,
    KNOTS.findLastIndex((day) => day <= from),
  );
  const after = KNOTS.findIndex((day) => day >= to);
  const last = Math.max(first, after < 0 ? days - 1 : after);
  let steady = 0;
  for (let d = 0; d < count; d++) {
    let lo = Infinity;
    let hi = -Infinity;
    for (let day = first; day <= last; day++) {
      const y = curves[d * days + day]!;
      if (y < lo) lo = y;
      if (y > hi) hi = y;
    }
    if (hi - lo < sigma0) steady++;
  }
  return steady / count;
}
