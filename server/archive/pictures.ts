import { createWriteStream, existsSync, mkdirSync, readdirSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { isAsKept } from '../pictures/reencode';
import type { PictureShelf } from '../pictures/shelf';
import type { FileProblem } from './read';
import { UnreadableFile } from './unreadableFile';
import { eachEntry, isZip } from './zip';

/** No picture that was kept here is larger, bytes. */
const MOST_BYTES = 12 * 1024 * 1024;
const ENTRY = /^pictures\/([0-9a-f-]{36})\.jpg$/;

/** A picture as its row has it. */
interface PictureSize {
  id: string;
  width: number;
  height: number;
}

/**
 * Unpacks the pictures of an archive into `folder`, each of them decoded once: only what is a picture as they are kept
 * here comes in, under the name of a row. Answers with what is none. A file that is no zip has no pictures.
 */
export async function unpackPictures(
  file: string,
  rows: readonly PictureSize[],
  folder: string,
): Promise<FileProblem[]> {
  if (rows.length === 0 || !(await isZip(file))) return [];
  const sizes = new Map(rows.map((row) => [row.id, row]));
  const problems: FileProblem[] = [];
  mkdirSync(folder, { recursive: true });
  try {
    await eachEntry(file, async ({ name, bytes, open }) => {
      const size = sizes.get(ENTRY.exec(name)?.[1] ?? '');
      if (!size) return false;
      const to = join(folder, `${size.id}.jpg`);
      if (bytes <= MOST_BYTES) await pipeline(await open(), createWriteStream(to));
      if (bytes > MOST_BYTES || !(await isAsKept(await readFile(to), size)))
        problems.push({ where: name, message: 'It is not a picture as they are kept here' });
      return false;
    });
  } catch (error) {
    throw new UnreadableFile(`A picture in this zip cannot be read: ${messageOf(error)}.`);
  }
  return problems;
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Lays unpacked pictures beside those that are there. Done before the household that names them is taken in. */
export function adoptPictures(folder: string, shelf: PictureShelf): void {
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder)) shelf.adopt(name.replace('.jpg', ''), join(folder, name));
}
