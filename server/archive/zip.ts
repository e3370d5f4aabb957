import { open } from 'node:fs/promises';
import { promisify } from 'node:util';
import yauzl from 'yauzl';

/** Zips from strangers: names that lead out of them and sizes that do not hold are refused by the reader itself. */

type Stream = NodeJS.ReadableStream & AsyncIterable<Buffer>;

/** An entry of a zip, and how its bytes are had. */
export interface ZipEntry {
  name: string;
  /** Unpacked, as it says itself; more than that is never read. */
  bytes: number;
  open: () => Promise<Stream>;
}

/** Whether a file begins as a zip does. */
export async function isZip(file: string): Promise<boolean> {
  const handle = await open(file, 'r');
  try {
    const begins = Buffer.alloc(2);
    await handle.read(begins, 0, 2, 0);
    return begins.toString('latin1') === 'PK';
  } finally {
    await handle.close();
  }
}

/** Goes through the entries of a zip, one after another, until `visit` answers that it has enough. */
export async function eachEntry(file: string, visit: (entry: ZipEntry) => Promise<boolean>): Promise<void> {
  const zip = await promisify<string, yauzl.Options, yauzl.ZipFile>(yauzl.open)(file, {
    lazyEntries: true,
    autoClose: false,
  });
  const openStream = promisify(zip.openReadStream.bind(zip) as Opening);
  try {
    await new Promise<void>((resolve, reject) => {
      const failed = (error: unknown): void => reject(error instanceof Error ? error : new Error(String(error)));
      zip.on('error', failed).on('end', resolve);
      zip.on('entry', (entry: yauzl.Entry) => {
        const { fileName: name, uncompressedSize: bytes } = entry;
        visit({ name, bytes, open: () => openStream(entry) }).then(
          (isEnough) => (isEnough ? resolve() : zip.readEntry()),
          failed,
        );
      });
      zip.readEntry();
    });
  } finally {
    zip.close();
  }
}
type Opening = (entry: yauzl.Entry, done: (error: Error | null, stream: Stream) => void) => void;
