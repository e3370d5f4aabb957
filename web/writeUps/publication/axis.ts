/** A linear scale from values to pixels. */
export const linear =
  ([lo, hi]: readonly [number, number], [from, to]: readonly [number, number]) =>
  (value: number): number =>
    Math.round((from + ((value - lo) / (hi - lo || 1)) * (to - from)) * 10) / 10;

/** A path through points. */
export const pathThrough = (points: readonly (readonly [number, number])[]): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join(' ');
