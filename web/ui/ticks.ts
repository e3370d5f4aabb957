const STEPS = [0.1, 0.25, 0.5, 1, 2, 5, 10, 20];

/** Four to eight round levels that enclose `lo` … `hi`. */
export function levelTicks(lo: number, hi: number): number[] {
  const step = STEPS.find((one) => (hi - lo) / one <= 6) ?? 25;
  // A value that is one of them but for rounding needs no further one.
  const first = Math.floor(lo / step + 1e-9);
  const last = Math.max(first + 1, Math.ceil(hi / step - 1e-9));
  return Array.from({ length: last - first + 1 }, (_, i) => Math.round((first + i) * step * 1000) / 1000);
}
