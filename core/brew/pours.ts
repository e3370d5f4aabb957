import type { Plan } from './bench/plan';
import { GAP_S, type Trace, type TracePoint } from './bench/trace';

/** A pour found in a trace. */
export interface Pour {
  fromS: number;
  untilS: number;
  fromG: number;
  /** Weight once it has settled. */
  toG: number;
}

/** When a step of the plan was really done; what is not known is null. */
export interface StageTime {
  step: number;
  fromS: number | null;
  untilS: number | null;
  toG: number | null;
}

/** A stage marked as done by a tap. */
export interface StageMark {
  step: number;
  atS: number;
}

/** The least flow that counts, g/s, seen over so many seconds either side: the noise of a scale stays well under it. */
interface LeastFlow {
  gPerS: number;
  reachS: number;
}

const POURED: LeastFlow = { gPerS: 1.2, reachS: 0.4 };
/** A shot may drip at half a gram a second. */
const PULLED: LeastFlow = { gPerS: 0.3, reachS: 1 };

/** Pours closer than this are one, seconds; less than this is a drip, grams. */
const ONE_POUR_S = 2;
const DRIP_G = 3;
const NOWHERE: TracePoint = [0, 0];
const SETTLED_S = { from: 0.4, to: 1.6 };
/** What noise and drift may be off a settled weight, grams. */
const NOISE_G = 0.4;

/**
 * The pours in the trace of a plan, in order. Weight that came while the scale was silent counts as poured across the
 * gap.
 */
export function poursIn(plan: Plan, trace: Trace): Pour[] {
  const least = plan.steps[0]?.act === 'pull' ? PULLED : POURED;
  const points = trace.flat();
  const pouring = points.map((_, i) => flowAround(points, i, least.reachS) > least.gPerS);
  const spans: [number, number][] = [];
  pouring.forEach((yes, i) => {
    if (!yes) return;
    const last = spans.at(-1);
    // Two readings in a row belong together however long the silence between them.
    if (last && (i === last[1] + 1 || (points[i]?.[0] ?? 0) - (points[last[1]]?.[0] ?? 0) <= ONE_POUR_S)) last[1] = i;
    else spans.push([i, i]);
  });
  return spans.map(([from, to]) => pourOf(points, from, to)).filter(({ fromG, toG }) => toG - fromG >= DRIP_G);
}

function flowAround(points: TracePoint[], i: number, reachS: number): number {
  const here = points[i];
  if (!here) return 0;
  let [a, b] = [i, i];
  while (a > 0 && here[0] - (points[a]?.[0] ?? 0) < reachS) a--;
  while (b < points.length - 1 && (points[b]?.[0] ?? 0) - here[0] < reachS) b++;
  const [first, last] = [points[a], points[b]];
  return first && last && last[0] > first[0] ? (last[1] - first[1]) / (last[0] - first[0]) : 0;
}

function pourOf(points: TracePoint[], from: number, to: number): Pour {
  const first = points[from] ?? NOWHERE;
  const last = points[to] ?? NOWHERE;
  const settled = points
    .filter(([s]) => s >= last[0] + SETTLED_S.from && s <= last[0] + SETTLED_S.to)
    .map(([, g]) => g);
  const before = points
    .filter(([s]) => s >= first[0] - SETTLED_S.to && s <= first[0] - SETTLED_S.from)
    .map(([, g]) => g);
  const [fromG, toG] = [median(before) ?? first[1], median(settled) ?? last[1]];
  // The flow is seen as far ahead of a pour and behind it as the reach: the weights say when it really began and ended.
  const within = points.slice(from, to + 1);
  const begun = within.findLast(([s, g]) => g <= fromG + NOISE_G && s <= (first[0] + last[0]) / 2) ?? first;
  const ended = within.find(([s, g]) => g >= toG - NOISE_G && s > begun[0]) ?? last;
  return { fromS: begun[0], untilS: ended[0], fromG, toG };
}

function median(values: readonly number[]): number | null {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? null;
}

/**
 * When each pouring step of a plan was really made: every pour belongs to the step it began nearest to, in order; pours
 * of one step are one. Steps nobody poured are left out.
 */
export function stageTimesOf(plan: Plan, pours: readonly Pour[]): StageTime[] {
  const steps = plan.steps.flatMap((step, i) => (step.pours ? [{ i, fromS: step.fromS }] : []));
  const times = new Map<number, StageTime>();
  let earliest = 0;
  for (const pour of pours) {
    const open = steps.slice(earliest);
    const nearest = open.reduce(
      (best, step, k) =>
        Math.abs(step.fromS - pour.fromS) < Math.abs((open[best]?.fromS ?? Infinity) - pour.fromS) ? k : best,
      0,
    );
    const step = open[nearest];
    if (!step) continue;
    earliest += nearest;
    const known = times.get(step.i);
    times.set(step.i, { step: step.i, fromS: known?.fromS ?? pour.fromS, untilS: pour.untilS, toG: pour.toG });
  }
  return [...times.values()];
}

/** What taps say of the stages: when each was done, nothing more. */
export function stageTimesOfMarks(marks: readonly StageMark[]): StageTime[] {
  return marks.map(({ step, atS }) => ({ step, fromS: null, untilS: atS, toG: null }));
}

/**
 * Whether a level that fell for good means that the brewer was lifted off: all was poured, and what is gone is heavy.
 */
export function isLift(plan: Plan, weightG: number, shift: { byG: number }): boolean {
  const toG = Math.max(...plan.steps.map((step) => step.toG));
  return shift.byG < -15 && weightG > 0.85 * toG;
}

/** When the flow of a shot ended: its last pour is over for two seconds and most of the yield is there; else null. */
export function shotEnd(plan: Plan, trace: Trace, nowS: number): number | null {
  const last = poursIn(plan, trace).at(-1);
  const toG = plan.steps[0]?.toG ?? 0;
  return last && last.toG >= 0.8 * toG && nowS - last.untilS >= 2 ? last.untilS : null;
}

/** Mean flow while a stage was poured, g/s; null where a tap only says when it was done. */
export function stageFlow(times: readonly StageTime[], { step, fromS, untilS, toG }: StageTime): number | null {
  if (fromS === null || untilS === null || toG === null) return null;
  const before = Math.max(0, ...times.filter((one) => one.step < step).map((one) => one.toG ?? 0));
  return (toG - before) / Math.max(0.1, untilS - fromS);
}

/** Stretches in which the scale said nothing, between the first reading and the last. */
export function gapsIn(trace: Trace): { fromS: number; untilS: number }[] {
  return trace.slice(1).flatMap((run, i) => {
    const [before, after] = [trace[i]?.at(-1), run[0]];
    return before && after && after[0] - before[0] > GAP_S ? [{ fromS: before[0], untilS: after[0] }] : [];
  });
}
