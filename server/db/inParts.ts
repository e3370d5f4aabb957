import { setImmediate } from 'node:timers/promises';
import { chunk } from 'es-toolkit';

/** So many rows are read and checked in a few tens of milliseconds. */
const PART = 100;

/**
 * Loads what has these ids a part at a time: hundreds of bags at once would hold up everybody else who asks for
 * something. In the order of the parts.
 */
export async function inParts<Row>(
  ids: readonly string[],
  load: (part: string[]) => Promise<Row[]>,
  size = PART,
): Promise<Row[]> {
  const rows: Row[] = [];
  for (const part of chunk([...ids], size)) {
    rows.push(...(await load(part)));
    await setImmediate();
  }
  return rows;
}
