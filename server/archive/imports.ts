import { randomUUID } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import type { Logger } from 'pino';
import { Problem, notFound } from '../../application/problem';
import type { ImportState } from '../../contract/keeping/archive';
import type { NotebookMapping } from '../../contract/keeping/notebook';
import { runIsolated } from '../isolated/run';
import type { BegunTable, Table } from '../notebook/reading';
import { fileOfBytes } from '../uploads';
import type { LookedArchive, lookAtFile } from './look';
import { countsIn } from './snapshot';
import { Watchers } from '../watchers';
import { UnreadableFile } from './unreadableFile';

/** The largest file that is taken, bytes. */
const MOST_BYTES = 256 * 1024 * 1024;

/** A file that turned out to be a table of brews. */
export type TableOnItsWay = BegunTable & Pick<Table, 'folder'> & { fileName: string };

/** A file that is being looked at, or was, and waits to be taken in. */
interface Import {
  id: string;
  folder: string;
  state: ImportState;
  fileName: string;
  table: BegunTable | null;
  giveUp: AbortController;
}

/**
 * Files on their way in: each is laid beside the household, looked through and written into a database of its own, so
 * that taking it in is one step. One at a time; the next one puts the one before away.
 */
export class Imports {
  #current: Import | null = null;
  readonly #watchers = new Watchers<ImportState>();

  /**
   * @param folder where files on their way are kept; what lies there from before is thrown away
   * @param database the household's own
   */
  constructor(
    private readonly folder: string,
    private readonly database: string,
    private readonly log: Logger,
  ) {
    rmSync(folder, { recursive: true, force: true });
  }

  /** Takes the bytes of a file and begins to look at it; answers with the import's id. Throws a too-large Problem. */
  async begin(bytes: Readable, fileName: string): Promise<string> {
    const id = randomUUID();
    const folder = join(this.folder, id);
    mkdirSync(folder, { recursive: true });
    try {
      const tooLarge = 'This file is larger than any archive can be. Nothing was changed.';
      await fileOfBytes(bytes, join(folder, 'file'), MOST_BYTES, tooLarge);
    } catch (error) {
      rmSync(folder, { recursive: true, force: true });
      throw error;
    }
    // Others may have come in the meantime: the last one stands.
    this.cancel();
    const one: Import = {
      id,
      folder,
      fileName,
      table: null,
      state: { id, stage: 'checking', done: 0, of: 0, preview: null },
      giveUp: new AbortController(),
    };
    this.#current = one;
    void this.#look(one);
    return id;
  }

  /** Hears how far files on their way are, until the returned function is called. */
  watch(hear: (state: ImportState) => void): () => void {
    return this.#watchers.watch(hear);
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
  table(id: string): TableOnItsWay {
    const { table, folder, fileName } = this.#found(id);
    if (!table) throw new Problem('conflict', 'This file is no table of brews. Nothing was changed.');
    return { ...table, folder, fileName };
  }

  /** Reads a table by another mapping from now on. */
  readOtherwise(id: string, mapping: NotebookMapping): void {
    this.table(id);
    this.#found(id).table = { mapping, isRemembered: false };
  }

  /** Ends whatever the file with this id is at, in its own process, when it is put aside. */
  signalOf(id: string): AbortSignal {
    return this.#found(id).giveUp.signal;
  }

  /** Puts the file on its way aside, whatever it is at. */
  cancel(): void {
    if (!this.#current) return;
    this.#current.giveUp.abort(notFound('This file'));
    rmSync(this.#current.folder, { recursive: true, force: true });
    this.#current = null;
  }

  #found(id: string): Import {
    if (this.#current?.id !== id) throw notFound('This file');
    return this.#current;
  }

  async #look(one: Import): Promise<void> {
    const { folder, giveUp, state } = one;
    const change = (now: Partial<ImportState>): void => this.#watchers.tell(Object.assign(state, now));
    const arrive = ({ writtenAt, brings, problems, problemCount }: LookedArchive): void => {
      const preview = { writtenAt, brings, has: countsIn(this.database), problems, problemCount };
      change({ stage: brings === null ? 'refused' : 'ready', preview });
    };
    try {
      const looked = await runIsolated<typeof lookAtFile>(
        'lookAtFile',
        { file: join(folder, 'file'), folder, database: this.database },
        { on: (done, of) => change({ done, of }), signal: giveUp.signal },
      );
      if (looked.kind === 'archive') arrive(looked.archive);
      else {
        one.table = looked.table;
        change({ stage: 'notebook' });
      }
    } catch (error) {
      if (giveUp.signal.aborted) return;
      if (!(error instanceof UnreadableFile)) this.log.error({ err: error }, 'a file could not be looked at');
      const why = error instanceof UnreadableFile ? error.message : 'It could not be looked at here.';
      const message = one.fileName === '' ? why : `${one.fileName} cannot be read. ${why}`;
      arrive({ writtenAt: null, brings: null, problems: [{ where: 'the file', message }], problemCount: 1 });
    }
  }
}
