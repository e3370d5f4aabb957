import { join } from 'node:path';
import type { MessagePort } from 'node:worker_threads';
import type { HouseholdCounts } from '../../contract/archive';
import type { Picture } from '../../contract/picture';
import type { NotebookSheet } from '../../core/notebook';
import { sheetsIn } from '../notebook/file';
import { PictureShelf } from '../pictures/shelf';
import { fillFrom } from './fill';
import { unpackPictures } from './pictures';
import { readArchive, UnreadableFile, type FileProblem, type Progress } from './read';
import { countsIn } from './snapshot';
import { archiveZip } from './write';

/** What is done with archives on a thread of its own: nobody who asks for anything else waits for it. */

/** What a file came to. */
export interface Looked {
  writtenAt: string | null;
  /** What it would bring; null where anything is wrong with it. */
  brings: HouseholdCounts | null;
  problems: FileProblem[];
  problemCount: number;
}

/** Reads an archive into a database `household.sqlite` and pictures in `folder`, or says what is wrong with it. */
export async function lookAt(file: string, folder: string, { on, signal }: Progress): Promise<Looked> {
  const refused = (problems: FileProblem[], problemCount = problems.length, writtenAt: string | null = null) => ({
    ...{ writtenAt, brings: null, problems, problemCount },
  });
  /** Two halves: reading and filling. */
  const half = (which: 0 | 1): Progress => ({ on: (done, of) => on(which * of + done, 2 * of), signal });
  try {
    const archive = await readArchive(file, half(0));
    const { writtenAt } = archive;
    if (archive.problemCount > 0) return refused(archive.problems, archive.problemCount, writtenAt);
    const filled = join(folder, 'household.sqlite');
    const pictures = archive.collections.pictures as unknown as Picture[];
    const problems = [
      ...(await fillFrom(archive, filled, half(1))),
      ...(await unpackPictures(file, pictures, join(folder, 'pictures'), signal)),
    ];
    if (problems.length > 0) return refused(problems, problems.length, writtenAt);
    return { writtenAt, brings: countsIn(filled), problems: [], problemCount: 0 };
  } catch (error) {
    if (error instanceof UnreadableFile) return refused([{ where: 'the file', message: error.message }]);
    throw error;
  }
}

/** What a thread is asked to look at; it tells how far it is by the port. */
export function look({ file, folder, port }: { file: string; folder: string; port: MessagePort }): Promise<Looked> {
  const on = (done: number, of: number): void => port.postMessage({ done, of });
  return lookAt(file, folder, { on, signal: new AbortController().signal });
}

/** Reads the sheets of a file of rows, or says why that cannot be done: a long table holds up nobody else. */
export async function sheets({
  file,
  kind,
}: {
  file: string;
  kind: 'spreadsheet' | 'text';
}): Promise<NotebookSheet[] | { wrong: string }> {
  try {
    return await sheetsIn(file, kind);
  } catch (error) {
    if (error instanceof UnreadableFile) return { wrong: error.message };
    throw error;
  }
}

/** Writes the archive of a household to the port, a piece for each one that is asked for there; null at the end. */
export async function write({
  database,
  pictures,
  now,
  port,
}: {
  database: string;
  pictures: string;
  now: Date;
  port: MessagePort;
}): Promise<void> {
  let wanted = 0;
  let wake = (): void => undefined;
  port.on('message', () => {
    wanted++;
    wake();
  });
  const turn = async (): Promise<void> => {
    while (wanted === 0) await new Promise<void>((resolve) => (wake = resolve));
    wanted--;
  };
  for await (const piece of archiveZip(database, new PictureShelf(pictures), now)) {
    await turn();
    port.postMessage(piece);
  }
  await turn();
  port.postMessage(null);
}
