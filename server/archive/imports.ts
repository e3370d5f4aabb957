import { randomUUID } from 'node:crypto';
import { createWriteStream, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Logger } from 'pino';
import { Problem, notFound } from '../../application/problem';
import type { ImportState } from '../../contract/archive';
import type { NotebookMapping } from '../../contract/notebook';
import type { NotebookSheet } from '../../core/notebook';
import { kindOfFile } from '../notebook/file';
import type { MappedNotebook } from '../notebook/reading';
import { lookAtArchive, readSheets } from './onThread';
import { UnreadableFile } from './read';
import type { Looked } from './thread';
import { countsIn } from './snapshot';

/** The largest file that is taken, bytes. */
const MOST_BYTES = 256 * 1024 * 1024;
const MOST_NAMED = 50;

/** A file that turned out to be a table of brews. */
export interface Notebook {
  fileName: string;
  sheets: NotebookSheet[];
  mapped: MappedNotebook;
}

/** A file that is being looked at, or was, and waits to be taken in. */
interface Import {
  id: string;
  folder: string;
  state: ImportState;
  fileName: string;
  notebook: Notebook | null;
  giveUp: AbortController;
}

/**
 * Files on their way in: each is laid beside the household, looked through and written into a database of its own, so
 * that taking it in is one step. One at a time; the next one puts the one before away.
 */
export class Imports {
  #current: Import | null = null;

  /**
   * @param folder where files on their way are kept; what lies there from before is thrown away
   * @param database the household's own
   * @param begun how a table of brews is read at first
   */
  constructor(
    private readonly folder: string,
    private readonly database: string,
    private readonly begun: (sheets: readonly NotebookSheet[]) => Promise<MappedNotebook>,
    private readonly log: Logger,
  ) {
    rmSync(folder, { recursive: true, force: true });
  }

  /** Takes the bytes of a file and begins to look at it; answers with the import's id. Throws a too-large Problem. */
  async begin(bytes: Readable, fileName: string): Promise<string> {
    this.cancel();
    const id = randomUUID();
    const folder = join(this.folder, id);
    mkdirSync(folder, { recursive: true });
    let taken = 0;
    try {
      await pipeline(
        bytes,
        async function* (pieces: AsyncIterable<Buffer>) {
          for await (const piece of pieces) {
            taken += piece.length;
            if (taken > MOST_BYTES)
              throw new Problem('too-large', 'This file is larger than any archive can be. Nothing was changed.');
            yield piece;
          }
        },
        createWriteStream(join(folder, 'file')),
      );
    } catch (error) {
      rmSync(folder, { recursive: true, force: true });
      throw error;
    }
    const one: Import = {
      id,
      folder,
      fileName,
      notebook: null,
      state: { id, stage: 'checking', done: 0, of: 0, preview: null },
      giveUp: new AbortController(),
    };
    this.#current = one;
    void this.#look(one);
    return id;
  }

  /** How far it is. Throws a not-found Problem. */
  stateOf(id: string): ImportState {
    return this.#found(id).state;
  }

  /** The database that is ready to be taken in, and its pictures. Throws a Problem where none is. */
  ready(id: string): { file: string; pictures: string } {
    const { state, folder } = this.#found(id);
    if (state.stage !== 'ready')
      throw new Problem('conflict', 'This file cannot be taken in: see what is wrong with it. Nothing was changed.');
    return { file: join(folder, 'household.sqlite'), pictures: join(folder, 'pictures') };
  }

  /** The table of brews a file turned out to be. Throws a Problem where it did not. */
  notebook(id: string): Notebook {
    const { notebook } = this.#found(id);
    if (!notebook) throw new Problem('conflict', 'This file is no table of brews. Nothing was changed.');
    return notebook;
  }

  /** Reads a table by another mapping from now on. */
  readOtherwise(id: string, mapping: NotebookMapping): void {
    this.notebook(id).mapped = { mapping, isRemembered: false };
  }

  /** Puts the file on its way aside, whatever it is at. */
  cancel(): void {
    if (!this.#current) return;
    this.#current.giveUp.abort(new Error('given up'));
    rmSync(this.#current.folder, { recursive: true, force: true });
    this.#current = null;
  }

  #found(id: string): Import {
    if (this.#current?.id !== id) throw notFound('This file');
    return this.#current;
  }

  async #look(one: Import): Promise<void> {
    const { folder, giveUp, state } = one;
    const file = join(folder, 'file');
    const arrive = ({ writtenAt, brings, problems, problemCount }: Looked): void => {
      const has = countsIn(this.database);
      const preview = { writtenAt, brings, has, problems: problems.slice(0, MOST_NAMED), problemCount };
      Object.assign(state, { stage: brings === null ? 'refused' : 'ready', preview } satisfies Partial<ImportState>);
    };
    try {
      const kind = await kindOfFile(file);
      if (kind !== 'archive') {
        const sheets = await readSheets(file, kind, giveUp.signal);
        one.notebook = { fileName: one.fileName, sheets, mapped: await this.begun(sheets) };
        state.stage = 'notebook';
        return;
      }
      const on = (done: number, of: number): void => void Object.assign(state, { done, of });
      arrive(await lookAtArchive(file, folder, { on, signal: giveUp.signal }));
    } catch (error) {
      if (giveUp.signal.aborted) return;
      if (!(error instanceof UnreadableFile)) this.log.error({ err: error }, 'a file could not be looked at');
      const message = error instanceof UnreadableFile ? error.message : 'It could not be looked at here.';
      arrive({ writtenAt: null, brings: null, problems: [{ where: 'the file', message }], problemCount: 1 });
    }
  }
}
