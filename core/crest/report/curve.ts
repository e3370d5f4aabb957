import { HISTOGRAM_BINS, INTERVAL_COVERAGE } from '../model/constants';
import type { Draws } from '../inference/draws';
import { KNOTS, onAllDays } from '../model/knots';
import type { CurvePoint } from '../model/types';

/**
 * Quantiles `qs` (ascending) of `values`, linear within the bins of a histogram: off by less than 1/256 of their range.
 */
export function histogramQuantiles(values: Float64Array, qs: readonly number[]): number[] {
  let lo = Infinity;
  let hi = -Infinity;
  for (const value of values) {
    if (value < lo) lo = value;
    if (value > hi) hi = value;
  }
  if (!(hi > lo)) return qs.map(() => lo);
  const width = (hi - lo) / HISTOGRAM_BINS;
  const counts = new Uint32Array(HISTOGRAM_BINS);
  for (const value of values) {
    const bin = Math.min(HISTOGRAM_BINS - 1, Math.floor((value - lo) / width));
    counts[bin]! += 1;
  }
  let bin = 0;
  let below = 0;
  return qs.map((q) => {
    const target = q * values.length;
    while (below + counts[bin]! < target) below += counts[bin++]!;
    return lo + (bin + (target - below) / counts[bin]!) * width;
  });
}

/** Joins the exact mean with the quantiles of the drawn curves, per rest day. */
export function curveOf(mean: readonly number[], { count, curves }: Draws): CurvePoint[] {
  const tail = (1 - INTERVAL_COVERAGE) / 2;
  const column = new Float64Array(count);
  const atKeys = KNOTS.map((_, k) => {
    for (let d = 0; d < count; d++) column[d] = curves[d * KNOTS.length + k]!;
    return histogramQuantiles(column, [tail, 0.5, 1 - tail]);
  });
  const quantile = (q: number): number[] => onAllDays(atKeys.map((quantiles) => quantiles[q]!));
  const [lo, median, hi] = [quantile(0), quantile(1), quantile(2)];
  return mean.map((dayMean, day) => ({ day, mean: dayMean, lo: lo[day]!, median: median[day]!, hi: hi[day]! }));
}

/** The rest day within `from` … `to` with the highest mean; the earliest where two tie. */
export function bestMeanDay(curve: readonly CurvePoint[], from: number, to: number): number {
  const days = curve.slice(from, to + 1);
  return days.reduce((best, point) => (point.mean > best.mean ? point : best)).day;
}
