import { open, readFile } from 'node:fs/promises';
import { TextDecoder } from 'node:util';
import Papa from 'papaparse';
import readXlsxFile from 'read-excel-file/node';
import type { Cell, NotebookSheet } from '../../core/notebook';
import { UnreadableFile } from '../archive/unreadableFile';
import { eachEntry, isZip } from '../archive/zip';

/** What a table may be at most: far more than anyone writes by hand, far less than would hold a server up. */
const MOST_ROWS = 5_000;
const MOST_COLUMNS = 200;
const MOST_CELL = 20_000;
const MOST_TEXT_BYTES = 16 * 1024 * 1024;
const MOST_UNPACKED_BYTES = 32 * 1024 * 1024;
const MOST_ENTRIES = 2000;
/** What a reader of spreadsheets makes room for: cells, and the place of the last of them. Empty ones count. */
const MOST_CELLS = MOST_ROWS * MOST_COLUMNS;
const LAST_ROW = 20_000;
const LAST_COLUMN = 1_000;
/** What is written by programs lies at most a third as deep. */
const DEEPEST = 60;

/**
 * What a file is, by what stands in it: an archive (JSON, or any zip that is no spreadsheet), a spreadsheet, or text.
 */
export async function kindOfFile(file: string): Promise<'archive' | 'spreadsheet' | 'text'> {
  if (!(await isZip(file))) return /^[\s\ufeff]*[{[]/.test(await beginningOf(file)) ? 'archive' : 'text';
  const names: string[] = [];
  // A zip that cannot be read is told so by whoever reads archives.
  await eachEntry(file, ({ name }) => Promise.resolve(names.push(name) >= MOST_ENTRIES)).catch(() => undefined);
  return names.some((name) => name.startsWith('xl/')) ? 'spreadsheet' : 'archive';
}

async function beginningOf(file: string): Promise<string> {
  const handle = await open(file, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(200), 0, 200, 0);
    return buffer.subarray(0, bytesRead).toString('utf8');
  } finally {
    await handle.close();
  }
}

/** The sheets of a file of rows. Throws an UnreadableFile, in words, for what is none or is too much. */
export async function sheetsIn(file: string, kind: 'spreadsheet' | 'text'): Promise<NotebookSheet[]> {
  const sheets = kind === 'text' ? [textSheet(await readFile(file))] : await spreadsheetSheets(file);
  for (const { rows } of sheets) {
    if (rows.length > MOST_ROWS)
      throw new UnreadableFile(`This table has ${rows.length} rows; ${MOST_ROWS} can be brought in at once. Split it.`);
    if (rows.some((row) => row.length > MOST_COLUMNS))
      throw new UnreadableFile(`This table has more than ${MOST_COLUMNS} columns.`);
    if (rows.some((row) => row.some((cell) => typeof cell === 'string' && cell.length > MOST_CELL)))
      throw new UnreadableFile(`A cell of this table holds more than ${MOST_CELL} characters.`);
  }
  if (sheets.every(({ rows }) => rows.length === 0)) throw new UnreadableFile('This file holds no rows.');
  return sheets;
}

function textSheet(bytes: Buffer): NotebookSheet {
  if (bytes.length > MOST_TEXT_BYTES) throw new UnreadableFile('This file is larger than any notebook.');
  const text = decoded(bytes);
  if (text.includes('\0')) throw new UnreadableFile('This file is neither a table nor an archive.');
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: false, delimitersToGuess: [',', ';', '\t', '|'] });
  // The line end after the last row is no row.
  const rows = data.at(-1)?.every((cell) => cell === '') ? data.slice(0, -1) : data;
  return { name: '', rows };
}

/** A text by its mark of order, else as UTF-8, else as older programs of the west wrote it. */
function decoded(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

async function spreadsheetSheets(file: string): Promise<NotebookSheet[]> {
  await refuseBombs(file);
  try {
    const sheets = await readXlsxFile(file, { trim: false });
    return sheets.map(({ sheet, data }) => ({ name: sheet, rows: data.map((row) => row.map(cellOf)) }));
  } catch (error) {
    throw unreadable(error);
  }
}

/**
 * All of it is unpacked once and thrown away, so that nothing larger than it says, deeper than it needs or with a cell
 * far out reaches whoever reads it whole.
 */
async function refuseBombs(file: string): Promise<void> {
  let unpacked = 0;
  let entries = 0;
  try {
    await eachEntry(file, async ({ name, bytes, open }) => {
      unpacked += bytes;
      if (unpacked > MOST_UNPACKED_BYTES || ++entries > MOST_ENTRIES)
        throw new UnreadableFile('What is packed in this spreadsheet is larger than any notebook.');
      const look = name.endsWith('.xml') ? new XmlLook() : null;
      for await (const piece of await open()) look?.at(piece.toString('latin1'));
      return false;
    });
  } catch (error) {
    throw error instanceof UnreadableFile ? error : unreadable(error);
  }
}

/** Looks at the text of a spreadsheet as it comes: how deep it lies, how many cells there are and where. */
class XmlLook {
  #depth = 0;
  #cells = 0;
  #before = '';

  /** Throws an UnreadableFile for more than any notebook has. */
  at(piece: string): void {
    let last = this.#before.at(-1) ?? '';
    for (const sign of piece) {
      if (last === '<' && sign === '/') this.#depth--;
      else if (last === '<' && /[a-z]/i.test(sign)) this.#depth++;
      else if (last === '/' && sign === '>') this.#depth--;
      if (this.#depth > DEEPEST) throw new UnreadableFile(`This spreadsheet lies more than ${DEEPEST} deep.`);
      last = sign;
    }
    // A reference may be torn between two pieces.
    const text = this.#before + piece;
    for (const [, letters = '', digits = ''] of text.matchAll(/ r="([A-Z]{1,12})(\d{1,12})"/gi)) {
      if (columnOf(letters) > LAST_COLUMN || Number(digits) > LAST_ROW)
        throw new UnreadableFile(
          `This spreadsheet has a cell at ${letters}${digits}, far outside any notebook. Delete the empty cells around it.`,
        );
      if (++this.#cells > MOST_CELLS)
        throw new UnreadableFile(`This spreadsheet has more than ${MOST_CELLS.toLocaleString('en')} cells.`);
    }
    this.#before = piece.slice(-TORN);
  }
}

/** No reference is longer, characters; one torn in two may be counted twice. */
const TORN = 30;

/** A column by its letters, from 1 on. */
const columnOf = (letters: string): number =>
  Array.from(letters.toUpperCase()).reduce((sum, letter) => 26 * sum + letter.charCodeAt(0) - 64, 0);

const unreadable = (error: unknown): UnreadableFile =>
  new UnreadableFile(`This spreadsheet cannot be read: ${error instanceof Error ? error.message : String(error)}.`);

/** A date of a spreadsheet has no zone: it reads as it was written, and one of before 1901 is a time of day. */
function cellOf(value: unknown): Cell {
  if (value instanceof Date) {
    if (Number.isNaN(value.getTime())) return null;
    const written = value.toISOString();
    if (value.getUTCFullYear() < 1901) return written.slice(11, 19);
    return written.endsWith('T00:00:00.000Z') ? written.slice(0, 10) : written.slice(0, 16);
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'string' || typeof value === 'number' ? value : null;
}
