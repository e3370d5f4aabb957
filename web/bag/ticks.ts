const STEPS = [0.1, 0.25, 0.5, 1, 2, 5, 10, 20];

/** Four to eight round levels that enclose `lo` … `hi`. */
export function levelTicks(lo: number, hi: number): number[] {
  const step = STEPS.find((s) => (hi - lo) / s <= 6) ?? 25;
  const first = Math.floor(lo / step);
  const last = Math.max(first + 1, Math.ceil(hi / step));
  return Array.from({ length: last - first + 1 }, (_, i) => Math.round((first + i) * step * 1000) / 1000);
}
