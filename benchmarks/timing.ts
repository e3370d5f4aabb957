import { existsSync, readFileSync } from 'node:fs';

/** The middle of a list of numbers. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}

/** Milliseconds of each of `runs` calls, after `warmup` calls that do not count. */
export async function timed(runs: number, warmup: number, work: () => unknown): Promise<number[]> {
  const times: number[] = [];
  for (let run = -warmup; run < runs; run++) {
    const begun = performance.now();
    await work();
    if (run >= 0) times.push(performance.now() - begun);
  }
  return times;
}

/** So many measurements have a hundredth that is worth reading. */
const MANY = 100;

/** "median 12.3 ms (min 11.0, max 15.2, n 20)"; of very many also what all but a hundredth stay below. */
export function timingText(times: readonly number[]): string {
  const sorted = [...times].sort((a, b) => a - b);
  const most = sorted[Math.floor(0.99 * sorted.length)] ?? NaN;
  const nearlyAll = times.length < MANY ? '' : `, 99 in 100 below ${most.toFixed(1)}`;
  return `median ${median(times).toFixed(1)} ms (min ${Math.min(...times).toFixed(1)}${nearlyAll}, max ${Math.max(...times).toFixed(1)}, n ${times.length})`;
}

/**
 * Starts to measure how much of the processors' time other machines on the same host took away; the answer says it, as
 * a share of all time. Null where the system does not tell.
 */
export function stolenShare(): () => string | null {
  const stat = '/proc/stat';
  if (!existsSync(stat)) return () => null;
  const read = (): { all: number; stolen: number } => {
    const ticks = (readFileSync(stat, 'utf8').split('\n')[0] ?? '').split(/\s+/).slice(1).map(Number);
    return { all: ticks.reduce((sum, one) => sum + one, 0), stolen: ticks[7] ?? 0 };
  };
  const before = read();
  return () => {
    const after = read();
    return `${((100 * (after.stolen - before.stolen)) / Math.max(1, after.all - before.all)).toFixed(1)} %`;
  };
}
