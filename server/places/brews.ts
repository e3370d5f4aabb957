import type { EntityManager } from 'typeorm';
import type { Bag } from '../../contract/bag';
import { notInFuture } from '../dates';
import { loadBag } from '../db/bags';
import { changeBrew, loadBrew, setBrewDeleted, setFault, touchBrew } from '../db/brews';
import { endNag, nagAgain } from '../db/cups';
import { loadTrace } from '../db/making';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

type BrewEndpoint = 'changeBrew' | 'setFault' | 'endNag' | 'nagAgain' | 'brewTrace' | 'removeBrew' | 'restoreBrew';

/** Brews already logged: change, mark a fault, delete, bring back. */
export function brewHandlers({ store, verdicts, now }: Deps): Handlers<BrewEndpoint> {
  /** Makes a change that answers with the bag it changed, which is then judged anew. */
  const changing = async (change: (db: EntityManager) => Promise<string>): Promise<null> => {
    const bag: Bag = await store.write(async (db) => loadBag(db, await change(db)));
    verdicts.prefetch(bag);
    return null;
  };

  return {
    changeBrew: ({ params: { id }, body }) =>
      changing(async (db) => {
        const before = await loadBrew(db, id);
        notInFuture(now(), { brewedAt: body.brewedAt.slice(0, 10) }, { brewedAt: before.brewedAt.slice(0, 10) });
        return changeBrew(db, id, body, now());
      }),

    setFault: ({ params: { id }, body }) => changing((db) => setFault(db, id, body)),

    /** The word that would not come has come, or is given up; taking that back lets it nag again. */
    endNag: async ({ params: { id }, body: { word } }) => {
      await store.write(async (db) => {
        await endNag(db, id, word, now());
        await touchBrew(db, id);
      });
      return null;
    },
    nagAgain: async ({ params: { id } }) => {
      await store.write(async (db) => {
        await nagAgain(db, id);
        await touchBrew(db, id);
      });
      return null;
    },

    brewTrace: ({ params: { id } }) => store.read((db) => loadTrace(db, id)),
    removeBrew: ({ params: { id } }) => changing((db) => setBrewDeleted(db, id, now().toISOString())),
    restoreBrew: ({ params: { id } }) => changing((db) => setBrewDeleted(db, id, null)),
  };
}
