import { PassThrough, Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { setImmediate } from 'node:timers/promises';
import yazl from 'yazl';
import { ARCHIVE_FORMAT, ARCHIVE_VERSION } from '../../contract/keeping/archive';
import { PictureShelf } from '../pictures/shelf';
import { archivedRow, quoted, TABLES } from './collections';
import { csvOf, SHEETS } from './sheets';
import { snapshotOf, type Snapshot } from './snapshot';

/** Where a picture lies in an archive. */
export const pictureEntry = (id: string): string => `pictures/${id}.jpg`;

/** Rows written before everyone else gets their turn. */
const AT_ONCE = 400;
const ABOUT = `An archive of Slow Crest: archive.json holds everything, one collection a table; the files under csv/ say the
same for a spreadsheet, and are not read back. The format is described in docs/archive.md of the project.
`;

/**
 * Pieces of text, gathered so that neither many small ones are passed on nor everyone kept waiting.
 *
 * @param atOnce how many are gathered
 */
async function* gathered(lines: Iterable<string>, atOnce = AT_ONCE): AsyncGenerator<string> {
  let piece = '';
  let n = 0;
  for (const line of lines) {
    piece += line;
    if (++n % atOnce > 0) continue;
    yield piece;
    piece = '';
    await setImmediate();
  }
  yield piece;
}

function* documentOf({ db }: Snapshot, writtenAt: string): Generator<string> {
  yield `{"format":"${ARCHIVE_FORMAT}","version":${ARCHIVE_VERSION},"writtenAt":${JSON.stringify(writtenAt)},"collections":{`;
  for (const [i, table] of TABLES.entries()) {
    yield `${i > 0 ? ',' : ''}\n"${table.collection}":[`;
    const columns = table.columns.map(({ name }) => quoted(name)).join(', ');
    const order = table.primary.map(quoted).join(', ');
    const rows = db.prepare(`SELECT ${columns} FROM ${quoted(table.name)} ORDER BY ${order}`);
    let first = true;
    for (const row of rows.iterate() as Iterable<Record<string, unknown>>) {
      yield `${first ? '' : ','}\n${JSON.stringify(archivedRow(table, row))}`;
      first = false;
    }
    yield ']';
  }
  yield '}}\n';
}

/** The archive of a household as one JSON document, piece by piece. The same household gives the same text. */
export const archiveText = (snapshot: Snapshot, writtenAt: string): AsyncGenerator<string> =>
  gathered(documentOf(snapshot, writtenAt));

/**
 * The archive of the household in `file` as a zip, while it is written on: the document, the same as CSV, and the
 * pictures. The stream
 * ends with an error where the database cannot be read.
 */
export function archiveZip(file: string, pictures: PictureShelf, now: Date): Readable {
  const snapshot = snapshotOf(file);
  const zip = new yazl.ZipFile();
  const options = { mtime: now };
  zip.addReadStream(Readable.from(archiveText(snapshot, now.toISOString())), 'archive.json', options);
  for (const sheet of SHEETS)
    zip.addReadStream(Readable.from(gathered(csvOf(sheet, snapshot.db), 1)), `csv/${sheet.name}.csv`, options);
  for (const id of snapshot.db.prepare('SELECT id FROM picture ORDER BY id').pluck().all() as string[])
    // What is packed already is not packed again.
    if (pictures.has(id)) zip.addFile(pictures.fileOf(id), pictureEntry(id), { ...options, compress: false });
  zip.addBuffer(Buffer.from(ABOUT), 'README.txt', options);
  zip.end();
  const stream = new PassThrough();
  zip.outputStream.pipe(stream);
  stream.once('close', () => snapshot.close());
  zip.once('error', (error: Error) => stream.destroy(error));
  return stream;
}

/** Writes the archive of the household in `database` to standard output. */
export async function writeArchive({
  database,
  pictures,
  now,
}: {
  database: string;
  pictures: string;
  now: Date;
}): Promise<null> {
  await pipeline(archiveZip(database, new PictureShelf(pictures), now), process.stdout, { end: false });
  return null;
}
