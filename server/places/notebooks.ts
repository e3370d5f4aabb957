import type { NotebookState } from '../../contract/notebook';
import { dateHere } from '../dates';
import type { NotebookImportRow } from '../db/keepingEntities';
import { loadNotebookImports, setNotebookUndone } from '../db/notebooks';
import type { Deps } from '../deps';
import { lookAtNotebook, takeNotebook } from '../notebook/reading';
import type { Handlers } from '../routes';

type NotebookEndpoint =
  'notebook' | 'readNotebook' | 'takeNotebook' | 'notebookImports' | 'undoNotebook' | 'redoNotebook';

const lineOf = ({ id, fileName, takenAt, bagIds, brewIds, undoneAt }: NotebookImportRow) => ({
  ...{ id, fileName, takenAt, bags: bagIds.length, brews: brewIds.length },
  undoneOn: undoneAt === null ? null : dateHere(new Date(undoneAt)),
});

/** Anyone's table of brews: read, read otherwise, taken in, taken back. */
export function notebookHandlers(deps: Deps): Handlers<NotebookEndpoint> {
  const { store, imports, backups, verdicts, now } = deps;
  const stateOf = async (id: string): Promise<NotebookState> => {
    const { sheets, fileName, mapped } = imports.notebook(id);
    const { state } = await lookAtNotebook(store, sheets, mapped.mapping, now());
    return { id, fileName, isRemembered: mapped.isRemembered, ...state };
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
    takeNotebook: async ({ params: { id } }) => {
      const notebook = imports.notebook(id);
      await backups.make('before-import');
      const row = await takeNotebook(store, notebook, notebook.mapped.mapping, now());
      imports.cancel();
      verdicts.forget();
      return lineOf(row);
    },
    notebookImports: async () => (await store.read(loadNotebookImports)).map(lineOf),
    undoNotebook: ({ params: { id } }) => set(id, now().toISOString()),
    redoNotebook: ({ params: { id } }) => set(id, null),
  };
}
