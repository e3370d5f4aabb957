import { readFile, stat } from 'node:fs/promises';
import { setImmediate } from 'node:timers/promises';
import {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  archiveRows,
  COLLECTION_NAMES,
  type CollectionName,
} from '../../contract/archive';
import { fieldProblems } from '../../contract/error';
import { eachEntry, isZip } from './zip';

/** Something wrong with a file, and where in it. */
export interface FileProblem {
  where: string;
  message: string;
}

/** A file that cannot be read as an archive at all, in a sentence. */
export class UnreadableFile extends Error {}

/** What an archive holds, checked row by row. */
export interface ReadArchive {
  writtenAt: string;
  collections: Record<CollectionName, Record<string, unknown>[]>;
  problems: FileProblem[];
  problemCount: number;
}

/** How a long reading is watched, and given up. */
export interface Progress {
  /** Rows done, and how many there are. */
  on: (done: number, of: number) => void;
  signal: AbortSignal;
}

/** The most a document may unpack to, bytes: thirty times a household of 20 000 brews. */
const MOST_BYTES = 512 * 1024 * 1024;
/** Rows checked before everyone else gets their turn. */
const AT_ONCE = 200;
const MOST_NAMED = 50;
const DOCUMENT = 'archive.json';

/** The document in a file: the file itself, or the entry of a zip. Throws an UnreadableFile. */
async function documentIn(file: string, mostBytes: number): Promise<string> {
  if (await isZip(file)) return documentInZip(file, mostBytes);
  if ((await stat(file)).size > mostBytes) throw new UnreadableFile('This file is larger than any archive can be.');
  return readFile(file, 'utf8');
}

async function documentInZip(file: string, mostBytes: number): Promise<string> {
  const found: { document: Buffer | null } = { document: null };
  try {
    await eachEntry(file, async ({ name, bytes, open }) => {
      if (name !== DOCUMENT) return false;
      if (bytes > mostBytes) throw new UnreadableFile('What is packed in this zip is larger than any archive can be.');
      const pieces: Buffer[] = [];
      for await (const piece of await open()) pieces.push(piece);
      found.document = Buffer.concat(pieces);
      return true;
    });
  } catch (error) {
    if (error instanceof UnreadableFile) throw error;
    throw new UnreadableFile(`This zip cannot be read: ${error instanceof Error ? error.message : String(error)}.`);
  }
  if (!found.document) throw new UnreadableFile(`There is no ${DOCUMENT} in this zip: it is not an archive.`);
  return found.document.toString('utf8');
}

/** The document, as far as it is one. Throws an UnreadableFile for what is none, or was written by a newer version. */
function parsedDocument(text: string): { writtenAt: string; collections: Record<string, unknown> } {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new UnreadableFile('This file is not JSON, and so no archive.');
  }
  const { format, version, writtenAt, collections } = isRecord(json) ? json : {};
  if (format !== ARCHIVE_FORMAT) throw new UnreadableFile('This file is not an archive of Slow Crest.');
  if (typeof version !== 'number' || version > ARCHIVE_VERSION)
    throw new UnreadableFile('This archive was written by a newer version of Slow Crest. Take it in with that one.');
  if (!isRecord(collections)) throw new UnreadableFile('This archive holds nothing.');
  return { writtenAt: typeof writtenAt === 'string' ? writtenAt : '', collections };
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Reads an archive and checks every row of it; what a row leaves open is filled in as for a new one. Throws an
 * UnreadableFile for what is no archive, and the signal's reason where it was given up.
 */
export async function readArchive(
  file: string,
  { on, signal }: Progress,
  mostBytes = MOST_BYTES,
): Promise<ReadArchive> {
  const { writtenAt, collections } = parsedDocument(await documentIn(file, mostBytes));
  const problems: FileProblem[] = [];
  let problemCount = 0;
  const problem = (where: string, message: string): void => {
    if (++problemCount <= MOST_NAMED) problems.push({ where, message });
  };
  for (const other of Object.keys(collections).filter((one) => !(COLLECTION_NAMES as string[]).includes(one)))
    problem(other.slice(0, 40), 'An archive has no such collection');
  const rowsOf = (one: CollectionName): unknown[] => {
    const rows = collections[one] ?? [];
    if (!Array.isArray(rows)) problem(one, 'A collection must be a list');
    return Array.isArray(rows) ? rows : [];
  };
  const all = COLLECTION_NAMES.map((one) => [one, rowsOf(one)] as const);
  const of = all.reduce((sum, [, rows]) => sum + rows.length, 0);
  let done = 0;
  const read = {} as ReadArchive['collections'];
  for (const [collection, rows] of all) {
    read[collection] = [];
    for (const [i, row] of rows.entries()) {
      const checked = archiveRows[collection].safeParse(row);
      if (checked.success) read[collection].push(checked.data);
      else
        for (const { path, message } of fieldProblems(checked.error))
          problem(`${collection}, row ${i + 1}`, path === '' ? message : `${path}: ${message}`);
      // Let go of at once: of a large household there is no room for two.
      rows[i] = undefined;
      if (++done % AT_ONCE > 0) continue;
      on(done, of);
      await setImmediate();
      signal.throwIfAborted();
    }
  }
  on(of, of);
  return { writtenAt, collections: read, problems, problemCount };
}
