import { createWriteStream, rmSync } from 'node:fs';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Problem } from '../application/problem';

/**
 * Writes what is sent into a file as it comes, so that no size of it is ever held in memory. Nothing is left of the
 * file where it breaks off. Throws a too-large Problem with a sentence of the caller's.
 */
export async function fileOfBytes(bytes: Readable, file: string, mostBytes: number, tooLarge: string): Promise<void> {
  let taken = 0;
  try {
    await pipeline(
      bytes,
      async function* (pieces: AsyncIterable<Buffer>) {
        for await (const piece of pieces) {
          taken += piece.length;
          if (taken > mostBytes) throw new Problem('too-large', tooLarge);
          yield piece;
        }
      },
      createWriteStream(file),
    );
  } catch (error) {
    rmSync(file, { force: true });
    throw error;
  }
}
