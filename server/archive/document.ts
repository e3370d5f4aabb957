import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { setImmediate } from 'node:timers/promises';
import { JSONParser, TokenType } from '@streamparser/json';
import { eachEntry, isZip } from './zip';
import { UnreadableFile } from './unreadableFile';

/** The most a document may unpack to, bytes: thirty times a household of 20 000 brews. */
export const MOST_BYTES = 512 * 1024 * 1024;
/** Between two rows there is never more than this, bytes: the longest trace of a brew is a tenth of it. */
const MOST_ROW_BYTES = 4 * 1024 * 1024;
/** What the application writes lies at most half as deep. */
const DEEPEST = 40;
const DOCUMENT = 'archive.json';
const OPENING = [TokenType.LEFT_BRACE, TokenType.LEFT_BRACKET];
const CLOSING = [TokenType.RIGHT_BRACE, TokenType.RIGHT_BRACKET];

/** What stands at the head of a document, as far as it was read. */
export interface DocumentHead {
  format?: unknown;
  version?: unknown;
  writtenAt?: unknown;
  /** Whether there are collections, their names, and the names of what are no lists. */
  collections: 'none' | 'an object' | 'no object';
  names: string[];
  noLists: string[];
}

/**
 * Reads a document, in a file or in a zip, piece by piece: every row goes to `onRow` and is let go of. How deep, how
 * large and how far apart is looked at as it comes.
 *
 * @param onBytes called with the bytes read and those there are
 * @throws UnreadableFile, in words
 */
export async function readDocument(
  file: string,
  mostBytes: number,
  onRow: (collection: string, row: unknown) => void,
  onBytes: (done: number, of: number) => void | Promise<void>,
): Promise<DocumentHead> {
  const reading = new DocumentReading(onRow);
  const readAll = async (pieces: AsyncIterable<Buffer>, of: number): Promise<void> => {
    let done = 0;
    for await (const piece of pieces) {
      done += piece.length;
      if (done > mostBytes) throw new UnreadableFile('This file is larger than any archive can be.');
      reading.write(piece);
      await onBytes(done, of);
      // Everyone else gets their turn.
      await setImmediate();
    }
  };
  if (!(await isZip(file))) {
    const { size } = await stat(file);
    if (size > mostBytes) throw new UnreadableFile('This file is larger than any archive can be.');
    await readAll(createReadStream(file) as AsyncIterable<Buffer>, size);
    return reading.end();
  }
  const found = { document: false };
  try {
    await eachEntry(file, async ({ name, bytes, open }) => {
      if (name !== DOCUMENT) return false;
      if (bytes > mostBytes) throw new UnreadableFile('What is packed in this zip is larger than any archive can be.');
      await readAll(await open(), bytes);
      return (found.document = true);
    });
  } catch (error) {
    if (error instanceof UnreadableFile) throw error;
    throw new UnreadableFile(`This zip cannot be read: ${error instanceof Error ? error.message : String(error)}.`);
  }
  if (!found.document) throw new UnreadableFile(`There is no ${DOCUMENT} in this zip: it is not an archive.`);
  return reading.end();
}

/** A document on its way in. */
class DocumentReading {
  readonly #head: DocumentHead = { collections: 'none', names: [], noLists: [] };
  readonly #parser = new JSONParser({
    paths: ['$.format', '$.version', '$.writtenAt', '$.collections.*.*'],
    keepStack: false,
  });
  #depth = 0;
  /** The keys that were read last in the document and in its collections. */
  readonly #keys = ['', '', ''];
  #isAfterColon = false;
  #read = 0;
  #lastRowAt = 0;
  #wrong: UnreadableFile | null = null;

  constructor(onRow: (collection: string, row: unknown) => void) {
    this.#parser.onToken = ({ token, value, offset }) => {
      this.#readHead(token, value);
      if (OPENING.includes(token)) this.#depth++;
      else if (CLOSING.includes(token)) this.#depth--;
      if (this.#depth > DEEPEST)
        throw (this.#wrong = new UnreadableFile(
          `This file lies more than ${DEEPEST} levels deep${this.#keys[2] ? `, in a row of the ${this.#keys[2].slice(0, 40)}` : ''}.`,
        ));
      // Within the list of a collection and outside its rows.
      if (this.#depth <= 3) this.#lastRowAt = offset;
    };
    this.#parser.onValue = ({ value, key, parent, stack }) => {
      if (stack.length === 3) {
        if (Array.isArray(parent)) onRow(this.#keys[2] ?? '', value);
      } else this.#head[key as 'format' | 'version' | 'writtenAt'] = value;
    };
    this.#parser.onError = (error: Error) => {
      throw this.#wrong ?? new UnreadableFile('This file is not JSON, and so no archive.', { cause: error });
    };
    this.#parser.onEnd = () => undefined;
  }

  /** What kind of thing stands under the keys above the rows. */
  #readHead(token: TokenType, value: unknown): void {
    const [, outer = '', inner = ''] = this.#keys;
    if (this.#isAfterColon && outer === 'collections') {
      if (this.#depth === 1) this.#head.collections = token === TokenType.LEFT_BRACE ? 'an object' : 'no object';
      if (this.#depth === 2) (token === TokenType.LEFT_BRACKET ? this.#head.names : this.#head.noLists).push(inner);
    } else if (token === TokenType.STRING && this.#depth <= 2) this.#keys[this.#depth] = String(value);
    this.#isAfterColon = token === TokenType.COLON;
  }

  write(piece: Buffer): void {
    this.#parser.write(piece);
    this.#read += piece.length;
    if (this.#read - this.#lastRowAt > MOST_ROW_BYTES)
      throw new UnreadableFile(
        `This file holds a row of more than ${MOST_ROW_BYTES / 1024 / 1024} MB, which no archive does.`,
      );
  }

  end(): DocumentHead {
    if (!this.#parser.isEnded) this.#parser.end();
    if (this.#read === 0) throw new UnreadableFile('This file is not JSON, and so no archive: it is empty.');
    return this.#head;
  }
}
