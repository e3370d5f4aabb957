import { addTaster, loadTasters, mergeTaster, renameTaster } from '../db/palate/tasters';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

type TasterEndpoint = 'tasters' | 'addTaster' | 'changeTaster' | 'mergeTaster';

/** The tasters of the household. */
export function tasterHandlers({ store, now }: Deps): Handlers<TasterEndpoint> {
  return {
    tasters: () => store.read(loadTasters),
    addTaster: async ({ body: { name } }) => {
      const taster = await store.write((db) => addTaster(db, name, now()));
      return { ...taster, mergedInto: null, cups: 0 };
    },
    changeTaster: async ({ params: { id }, body: { name } }) => {
      await store.write((db) => renameTaster(db, id, name));
      return null;
    },
    mergeTaster: async ({ params: { id }, body: { into } }) => {
      await store.write((db) => mergeTaster(db, id, into));
      return null;
    },
  };
}
