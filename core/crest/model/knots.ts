import { LAST_DAY } from './constants';

/**
 * The rest days on which whole curves are drawn: every day while a bag moves fast, fewer later, since everything is
 * smooth in ln days. What is worked out on them is carried to all rest days 0 … 90 in straight lines. *Numerical*.
 */
export const KNOTS: readonly number[] = [
  ...range(0, 24, 1),
  ...range(26, 40, 2),
  ...range(44, 60, 4),
  ...range(66, LAST_DAY, 6),
];

function range(from: number, to: number, step: number): number[] {
  return Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);
}

/** Values at the knots, carried to rest days 0 … 90. */
export function onAllDays(atKeys: ArrayLike<number>): number[] {
  const out: number[] = [];
  for (let k = 0; k + 1 < KNOTS.length; k++) {
    const from = KNOTS[k]!;
    const to = KNOTS[k + 1]!;
    const left = atKeys[k]!;
    const slope = (atKeys[k + 1]! - left) / (to - from);
    for (let day = from; day < to; day++) out.push(left + slope * (day - from));
  }
  out.push(atKeys[KNOTS.length - 1]!);
  return out;
}
