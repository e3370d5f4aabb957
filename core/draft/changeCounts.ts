/** Changes a copy of a sheet has taken in, by device: a version vector. */
export type ChangeCounts = Readonly<Record<string, number>>;

/** Whether a copy has taken in everything another holds. */
export function follows(a: ChangeCounts, b: ChangeCounts): boolean {
  return Object.entries(b).every(([device, count]) => (a[device] ?? 0) >= count);
}

/** Everything two copies hold together. */
export function merged(a: ChangeCounts, b: ChangeCounts): ChangeCounts {
  return Object.fromEntries(
    [...Object.keys(a), ...Object.keys(b)].map((device) => [device, Math.max(a[device] ?? 0, b[device] ?? 0)]),
  );
}

/** One more change made at a device. */
export function changed(counts: ChangeCounts, device: string): ChangeCounts {
  return { ...counts, [device]: (counts[device] ?? 0) + 1 };
}
