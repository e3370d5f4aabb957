import {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  archiveRows,
  COLLECTION_NAMES,
  type CollectionName,
} from '../../contract/keeping/archive';
import { EARLIER_WORDS, renamedWords } from '../../core/draft';
import { fieldProblems } from '../../contract/error';
import { MOST_BYTES, readDocument, type DocumentHead } from './document';
import { UnreadableFile } from './unreadableFile';

/** Something wrong with a file, and where in it. */
export interface FileProblem {
  where: string;
  message: string;
}

/** The first so many problems are named; all are counted, unless there are more than anyone would mend. */
const MOST_NAMED = 50;
const MOST_COUNTED = 10_000;

/** Problems as they are found. */
export class FileProblems {
  readonly named: FileProblem[] = [];
  count = 0;

  add(where: string, message: string): void {
    if (++this.count <= MOST_NAMED) this.named.push({ where, message });
    if (this.count > MOST_COUNTED)
      throw new UnreadableFile(
        `More than ${MOST_COUNTED.toLocaleString('en')} things are wrong with it, the first at ${this.named[0]?.where}: ${this.named[0]?.message}.`,
      );
  }
}

/** How far a reading is: bytes done, and how many there are. May throw, to give up. */
export type OnProgress = (done: number, of: number) => void;

/** A row that is as it should be, by itself, and its number in its collection, from 1 on. */
export type OnRow = (collection: CollectionName, row: Record<string, unknown>, number: number) => void;

/** Throws an UnreadableFile for what is no archive, or was written by a newer version. */
function checkHead({ format, version, collections }: DocumentHead): void {
  if (format !== ARCHIVE_FORMAT) throw new UnreadableFile('This file is not an archive of Slow Crest.');
  if (typeof version !== 'number' || version > ARCHIVE_VERSION)
    throw new UnreadableFile('This archive was written by a newer version of Slow Crest. Take it in with that one.');
  if (collections !== 'an object') throw new UnreadableFile('This archive holds nothing.');
}

/**
 * Reads an archive row by row and checks each by itself; what a row leaves open is filled in as for a new one. Throws
 * an UnreadableFile for what is no archive.
 */
export async function readArchive(
  file: string,
  onRow: OnRow,
  on: OnProgress,
  mostBytes = MOST_BYTES,
): Promise<{ writtenAt: string; problems: FileProblems }> {
  const problems = new FileProblems();
  const numbers = new Map<string, number>();
  const head = await readDocument(
    file,
    mostBytes,
    (name, row) => {
      if (!isCollection(name)) return;
      const number = (numbers.get(name) ?? 0) + 1;
      numbers.set(name, number);
      // An archive of an earlier version says some things in other words.
      const checked = archiveRows[name].safeParse(renamedWords(row, EARLIER_WORDS));
      if (checked.success) onRow(name, checked.data, number);
      else
        for (const { path, message } of fieldProblems(checked.error))
          problems.add(`${name}, row ${number}`, path === '' ? message : `${path}: ${message}`);
    },
    on,
  );
  checkHead(head);
  for (const other of head.names.filter((name) => !isCollection(name)))
    problems.add(other.slice(0, 40), 'An archive has no such collection');
  for (const other of head.noLists) problems.add(other.slice(0, 40), 'A collection must be a list');
  return { writtenAt: typeof head.writtenAt === 'string' ? head.writtenAt : '', problems };
}

const isCollection = (name: string): name is CollectionName => (COLLECTION_NAMES as string[]).includes(name);
