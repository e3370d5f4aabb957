/** `[seconds from the start, grams]`. */
export type TracePoint = [atS: number, g: number];

/** Weight against time, in runs: between two runs the scale said nothing, and nothing is made up. */
export type Trace = TracePoint[][];

/** Silence from which a new run begins, seconds. */
export const GAP_S = 1;

/** How far a thinned trace may pass a reading, grams: about the last digit a kitchen scale can be trusted with. */
export const THIN_G = 0.3;

/** Adds a reading to a trace, in place; a reading not later than the last is left out. */
export function appendPoint(trace: Trace, [atS, g]: TracePoint): void {
  const run = trace.at(-1);
  const before = run?.at(-1);
  if (before && atS <= before[0]) return;
  if (run && before && atS - before[0] <= GAP_S) run.push([atS, g]);
  else trace.push([[atS, g]]);
}

/** The trace up to a moment, that moment included. */
export function traceUntil(trace: Trace, endS: number): Trace {
  return trace.map((run) => run.filter(([atS]) => atS <= endS)).filter((run) => run.length > 0);
}

const between = ([s0, g0]: TracePoint, [s1, g1]: TracePoint, atS: number): number =>
  s1 === s0 ? g1 : g0 + ((g1 - g0) * (atS - s0)) / (s1 - s0);

/** The weight at a moment, from the readings on either side; null outside the readings, and inside a gap. */
export function weightAt(trace: Trace, atS: number): number | null {
  for (const run of trace) {
    const after = run.findIndex(([s]) => s >= atS);
    const [next, before] = [run[after], run[after - 1]];
    if (!next) continue;
    if (next[0] === atS) return next[1];
    return before ? between(before, next, atS) : null;
  }
  return null;
}

/** Grams a second at a moment, over the `windowS` seconds before it; null where there are no readings for it. */
export function flowAt(trace: Trace, atS: number, windowS = 1.5): number | null {
  const run = trace.at(-1);
  const last = run?.at(-1);
  if (!run || !last || atS - last[0] > GAP_S) return null;
  const first = run.find(([s]) => s >= last[0] - windowS);
  if (!first || last[0] - first[0] < windowS / 3) return null;
  return (last[1] - first[1]) / (last[0] - first[0]);
}

/**
 * A trace with as few points as describe it: straight between kept points, it passes no reading by more than
 * `toleranceG` (Ramer-Douglas-Peucker, with the distance measured along the grams). The ends of every run and the
 * readings nearest to each of `edgesS`, where stages begin and end, are always kept.
 */
export function thin(trace: Trace, edgesS: readonly number[], toleranceG = THIN_G): Trace {
  return trace.map((run) => {
    const kept = new Set([0, run.length - 1]);
    for (const edge of edgesS) {
      const [first, last] = [run[0], run.at(-1)];
      if (!first || !last || edge < first[0] || edge > last[0]) continue;
      kept.add(
        run.reduce(
          (best, [s], i) => (Math.abs(s - edge) < Math.abs((run[best]?.[0] ?? Infinity) - edge) ? i : best),
          0,
        ),
      );
    }
    const fixed = [...kept].sort((a, b) => a - b);
    const spans = fixed.slice(1).map((end, i): [number, number] => [fixed[i] ?? 0, end]);
    for (let span = spans.pop(); span; span = spans.pop()) {
      const far = farthest(run, span);
      if (far === null || far.byG <= toleranceG) continue;
      kept.add(far.index);
      spans.push([span[0], far.index], [far.index, span[1]]);
    }
    return run.filter((_, i) => kept.has(i));
  });
}

function farthest(run: TracePoint[], [from, to]: [number, number]): { index: number; byG: number } | null {
  const [first, last] = [run[from], run[to]];
  if (!first || !last) return null;
  let most: { index: number; byG: number } | null = null;
  for (let index = from + 1; index < to; index++) {
    const point = run[index];
    if (!point) continue;
    const byG = Math.abs(point[1] - between(first, last, point[0]));
    if (most === null || byG > most.byG) most = { index, byG };
  }
  return most;
}
