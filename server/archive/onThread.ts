import { Readable } from 'node:stream';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { PictureShelf } from '../pictures/shelf';
import type { NotebookSheet } from '../../core/notebook';
import { sheetsIn } from '../notebook/file';
import { UnreadableFile, type Progress } from './read';
import { lookAt, type Looked } from './thread';
import { archiveZip } from './write';

/**
 * Archives are written and looked at on a thread that ends when it is done, and gives back its memory with it. From
 * source, where no thread could read this language, it is done here.
 */
const THREAD = import.meta.url.endsWith('.js') ? new URL('archiveThread.js', import.meta.url) : null;

/** Little is allocated before it is looked for what can go, MB; the most is far above what any archive needs. */
const LIMITS = { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: 1024 };

/** A household as a zip, piece by piece as it is taken. The stream ends with an error where it cannot be read. */
export function archiveStream(database: string, pictures: PictureShelf, now: Date): Readable {
  if (THREAD === null) return archiveZip(database, pictures, now);
  const { port1, port2 } = new MessageChannel();
  const giveUp = new AbortController();
  const bytes = new Readable({
    read: () => port1.postMessage('more'),
    destroy: (error, done) => {
      port1.close();
      giveUp.abort();
      done(error);
    },
  });
  port1.on('message', (piece: Uint8Array | null) => bytes.push(piece === null ? null : Buffer.from(piece)));
  const asked = { database, pictures: pictures.folder, now, port: port2 };
  onThread(THREAD, 'write', asked, giveUp.signal).catch((error: unknown) => {
    bytes.destroy(error instanceof Error ? error : new Error(String(error)));
  });
  return bytes;
}

/** Looks at an archive, and fills a database and a folder of pictures beside it. Rejects where it was given up. */
export async function lookAtArchive(file: string, folder: string, { on, signal }: Progress): Promise<Looked> {
  if (THREAD === null) return lookAt(file, folder, { on, signal });
  const { port1, port2 } = new MessageChannel();
  port1.on('message', ({ done, of }: { done: number; of: number }) => on(done, of));
  try {
    return (await onThread(THREAD, 'look', { file, folder, port: port2 }, signal)) as Looked;
  } finally {
    port1.close();
  }
}

/** The sheets of a file of rows. Throws an UnreadableFile for what is none, and where it was given up. */
export async function readSheets(
  file: string,
  kind: 'spreadsheet' | 'text',
  signal: AbortSignal,
): Promise<NotebookSheet[]> {
  if (THREAD === null) return sheetsIn(file, kind);
  const read = (await onThread(THREAD, 'sheets', { file, kind }, signal)) as NotebookSheet[] | { wrong: string };
  if ('wrong' in read) throw new UnreadableFile(read.wrong);
  return read;
}

/** Runs one thing on a thread of its own; the thread ends with it, or when it is given up. */
async function onThread(
  thread: URL,
  name: 'look' | 'write' | 'sheets',
  asked: { port?: MessagePort; [name: string]: unknown },
  signal: AbortSignal,
): Promise<unknown> {
  const pool = new Piscina({
    filename: thread.href,
    name: 'archive',
    minThreads: 1,
    maxThreads: 1,
    resourceLimits: LIMITS,
  });
  try {
    return await pool.run(asked, { name, signal, transferList: asked.port ? [asked.port] : [] });
  } finally {
    await pool.destroy();
  }
}
