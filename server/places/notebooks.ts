import { join } from 'node:path';
import type { NotebookState } from '../../contract/keeping/notebook';
import { HOUSEHOLD_TABLES } from '../archive/householdTables';
import { dateHere } from '../dates';
import type { NotebookImportRow } from '../db/keeping/keepingEntities';
import { loadNotebookImports, setNotebookUndone } from '../db/keeping/notebooks';
import type { Deps } from '../deps';
import { runIsolated } from '../isolated/run';
import type { Handlers } from '../routes';
import type { lookAtTable, takeTable } from '../notebook/reading';

type NotebookEndpoint =
  'notebook' | 'readNotebook' | 'takeNotebook' | 'notebookImports' | 'undoNotebook' | 'redoNotebook';

const lineOf = ({ id, fileName, takenAt, bagIds, brewIds, undoneAt }: NotebookImportRow) => ({
  id,
  fileName,
  takenAt,
  bags: bagIds.length,
  brews: brewIds.length,
  undoneOn: undoneAt === null ? null : dateHere(new Date(undoneAt)),
});

/** Anyone's table of brews: read, read otherwise, taken in, taken back. */
export function notebookHandlers(deps: Deps): Handlers<NotebookEndpoint> {
  const { store, imports, backups, verdicts, databaseFile, now, replacing } = deps;
  const stateOf = async (id: string): Promise<NotebookState> => {
    const { fileName, isRemembered, ...table } = imports.table(id);
    const input = { ...table, database: databaseFile, now: now() };
    const state = await runIsolated<typeof lookAtTable>('lookAtTable', input, { signal: imports.signalOf(id) });
    return { id, fileName, isRemembered, ...state };
  };
  /** A table taken back, or brought back. */
  const set = async (id: string, undoneAt: string | null) => {
    const row = await store.write((db) => setNotebookUndone(db, id, undoneAt));
    verdicts.forget();
    return lineOf(row);
  };
  return {
    notebook: ({ params: { id } }) => stateOf(id),
    readNotebook: ({ params: { id }, body }) => {
      imports.readOtherwise(id, body);
      return stateOf(id);
    },
    takeNotebook: ({ params: { id } }) =>
      replacing.runExclusive(async () => {
        const { folder, mapping, fileName } = imports.table(id);
        const before = join(backups.folder, await backups.make('before-import'));
        const input = { folder, database: before, mapping, fileName, now: now() };
        const { row, file } = await runIsolated<typeof takeTable>('takeTable', input, { signal: imports.signalOf(id) });
        await store.addRowsOf(file, HOUSEHOLD_TABLES);
        imports.cancel();
        verdicts.forget();
        return lineOf(row);
      }),
    notebookImports: async () => (await store.read(loadNotebookImports)).map(lineOf),
    undoNotebook: ({ params: { id } }) => set(id, now().toISOString()),
    redoNotebook: ({ params: { id } }) => set(id, null),
  };
}
