import { rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { Problem } from '../application/problem';

/**
 * Writes what is sent into a file as it comes, so that no size of it is ever held in memory. Where it breaks off, no
 * file is left, and the rest is read and dropped, so that the sender gets the answer. Throws a too-large Problem with
 * a sentence of the caller's.
 */
export async function fileOfBytes(bytes: Readable, file: string, mostBytes: number, tooLarge: string): Promise<void> {
  const handle = await open(file, 'w');
  try {
    let taken = 0;
    for await (const piece of bytes.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
      taken += piece.length;
      if (taken > mostBytes) throw new Problem('too-large', tooLarge);
      await handle.appendFile(piece);
    }
  } catch (error) {
    rmSync(file, { force: true });
    throw error;
  } finally {
    await handle.close();
    bytes.resume();
  }
}
