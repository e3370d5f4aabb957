import { adoptHousehold } from '../archive/household';
import { adoptPictures } from '../archive/pictures';
import { archiveStream } from '../archive/onThread';
import { archiveName } from '../archive/write';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

type KeepingEndpoint =
  | 'archive'
  | 'beginImport'
  | 'importState'
  | 'finishImport'
  | 'dropImport'
  | 'backups'
  | 'makeBackup'
  | 'restoreBackup';

/** Taking the household along, bringing one in, and backups. Whatever replaces it makes a backup first. */
export function keepingHandlers(deps: Deps): Handlers<KeepingEndpoint> {
  const { backups, imports, recorder, databaseFile, now } = deps;
  return {
    archive: async () => {
      await recorder.flush();
      return { name: archiveName(now()), bytes: archiveStream(databaseFile, deps.pictures, now()) };
    },

    beginImport: async ({ request, query: { name } }) => ({ id: await imports.begin(request, name) }),
    importState: ({ params: { id } }) => imports.stateOf(id),
    finishImport: async ({ params: { id } }) => {
      const { file, pictures } = imports.ready(id);
      await backups.make('before-import');
      adoptPictures(pictures, deps.pictures);
      await adoptHousehold(deps, file);
      imports.cancel();
      return null;
    },
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
    restoreBackup: async ({ params: { name } }) => {
      const { file, clean } = await backups.open(name);
      try {
        await backups.make('before-restore');
        await adoptHousehold(deps, file);
      } finally {
        clean();
      }
      return null;
    },
  };
}
