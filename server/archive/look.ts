import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { HouseholdCounts } from '../../contract/keeping/archive';
import type { Picture } from '../../contract/keeping/picture';
import { kindOfFile } from '../notebook/file';
import { beginTable, type BegunTable } from '../notebook/reading';
import { HouseholdFiller } from './fill';
import { unpackPictures } from './pictures';
import { readArchive, type FileProblem, type OnProgress } from './read';
import { householdProblems } from './rules';
import { countsIn } from './snapshot';
import { UnreadableFile } from './unreadableFile';

/** What an archive came to. */
export interface LookedArchive {
  writtenAt: string | null;
  /** What it would bring; null where anything is wrong with it. */
  brings: HouseholdCounts | null;
  problems: FileProblem[];
  problemCount: number;
}

const refused = (problems: FileProblem[], problemCount: number, writtenAt: string | null): LookedArchive => ({
  writtenAt,
  brings: null,
  problems,
  problemCount,
});

/** What of the work is reading rows; the rest is holding them against each other. */
const SHARE_OF_READING = 0.8;

/** Reads an archive into a database `household.sqlite` and pictures in `folder`, or says what is wrong with it. */
export async function lookAtArchive(file: string, folder: string, on: OnProgress): Promise<LookedArchive> {
  const filled = join(folder, 'household.sqlite');
  const filler = await HouseholdFiller.into(filled);
  try {
    const pictures: Picture[] = [];
    const { writtenAt, problems } = await readArchive(
      file,
      (collection, row, number) => {
        if (collection === 'pictures') pictures.push(row as unknown as Picture);
        filler.add(collection, row, number);
      },
      (done, of) => on(Math.round(done * SHARE_OF_READING), of),
    );
    for (const { where, message } of filler.end()) problems.add(where, message);
    if (problems.count === 0) for (const { where, message } of householdProblems(filled)) problems.add(where, message);
    for (const { where, message } of await unpackPictures(file, pictures, join(folder, 'pictures')))
      problems.add(where, message);
    if (problems.count > 0) return refused(problems.named, problems.count, writtenAt);
    return { writtenAt, brings: countsIn(filled), problems: [], problemCount: 0 };
  } catch (error) {
    if (error instanceof UnreadableFile) return refused([{ where: 'the file', message: error.message }], 1, null);
    throw error;
  } finally {
    filler.close();
  }
}

/** What a file came to. */
export type LookedFile = { kind: 'archive'; archive: LookedArchive } | { kind: 'table'; table: BegunTable };

/** Looks at a file, whatever it is: an archive is laid ready in `folder`, a table of brews as well. */
export async function lookAtFile(
  { file, folder, database }: { file: string; folder: string; database: string },
  on: OnProgress,
): Promise<LookedFile> {
  if (!existsSync(file)) throw new UnreadableFile('There is no such file.');
  const kind = await kindOfFile(file);
  if (kind === 'archive') return { kind, archive: await lookAtArchive(file, folder, on) };
  return { kind: 'table', table: await beginTable({ file, kind, folder, database }) };
}
