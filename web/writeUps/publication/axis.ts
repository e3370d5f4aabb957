const STEPS = [0.1, 0.25, 0.5, 1, 2, 5, 10, 20];

/** A few round values that enclose `lo` … `hi`, at most `most` steps apart. */
export function roundTicks(lo: number, hi: number, most = 6): number[] {
  const step = STEPS.find((one) => (hi - lo) / one <= most) ?? 25;
  const first = Math.floor(lo / step + 1e-9);
  const last = Math.max(first + 1, Math.ceil(hi / step - 1e-9));
  return Array.from({ length: last - first + 1 }, (_, i) => Math.round((first + i) * step * 1000) / 1000);
}

/** A linear scale from values to pixels. */
export const linear =
  ([lo, hi]: readonly [number, number], [from, to]: readonly [number, number]) =>
  (value: number): number =>
    Math.round((from + ((value - lo) / (hi - lo || 1)) * (to - from)) * 10) / 10;

/** A path through points. */
export const pathThrough = (points: readonly (readonly [number, number])[]): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join(' ');
