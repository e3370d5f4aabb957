import type { ImportState } from '../../contract/keeping/archive';
import { adoptHousehold } from '../archive/household';
import { adoptPictures } from '../archive/pictures';
import { archiveName } from '../archive/name';
import type { Deps } from '../deps';
import { streamIsolated } from '../isolated/run';
import type { writeArchive } from '../archive/write';
import type { Handlers } from '../routes';

type KeepingEndpoint =
  | 'archive'
  | 'beginImport'
  | 'importState'
  | 'importStream'
  | 'finishImport'
  | 'dropImport'
  | 'backups'
  | 'makeBackup'
  | 'restoreBackup';

/**
 * Taking the household along, bringing one in, and backups. Whatever replaces it makes a backup first; one replaces it
 * at a time.
 */
export function keepingHandlers(deps: Deps): Handlers<KeepingEndpoint> {
  const { backups, imports, recorder, databaseFile, now, replacing } = deps;
  return {
    archive: async () => {
      await recorder.flush();
      const input = { database: databaseFile, pictures: deps.pictures.folder, now: now() };
      return { name: archiveName(now()), bytes: streamIsolated<typeof writeArchive>('writeArchive', input) };
    },

    beginImport: async ({ request, query: { name } }) => ({ id: await imports.begin(request, name) }),
    importState: ({ params: { id } }) => imports.stateOf(id),
    importStream: ({ params: { id } }) => {
      const state = imports.stateOf(id);
      return Promise.resolve((send) => {
        const tell = (now: ImportState): void => send('changed', id, now);
        tell(state);
        return imports.watch((now) => now.id === id && tell(now));
      });
    },
    finishImport: ({ params: { id } }) =>
      replacing.runExclusive(async () => {
        const { file, pictures } = imports.ready(id);
        adoptPictures(pictures, deps.pictures);
        await adoptHousehold(deps, file, 'before-import');
        imports.cancel();
        return null;
      }),
    dropImport: ({ params: { id } }) => {
      imports.stateOf(id);
      imports.cancel();
      return null;
    },

    backups: () => backups.all(),
    makeBackup: async () => {
      await recorder.flush();
      return { name: await backups.make('asked') };
    },
    restoreBackup: ({ params: { name } }) =>
      replacing.runExclusive(async () => {
        const { file, clean } = await backups.open(name);
        try {
          await adoptHousehold(deps, file, 'before-restore');
        } finally {
          clean();
        }
        return null;
      }),
  };
}
