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

/** "median 12.3 ms (min 11.0, max 15.2, n 20)" */
export function timingText(times: readonly number[]): string {
  return `median ${median(times).toFixed(1)} ms (min ${Math.min(...times).toFixed(1)}, max ${Math.max(...times).toFixed(1)}, n ${times.length})`;
}
