import type { EntityManager } from 'typeorm';
import { brewInput } from '../../contract/bag/brew';
import { overlay } from '../../core/change';
import { notInFuture } from '../dates';
import { changeBrew, loadWrittenBrew, setBrewDeleted, setFault, setMeant, touchBrew } from '../db/bag/brews';
import { endNag, nagAgain } from '../db/bag/cups';
import { recordChange } from '../db/keeping/history';
import { loadTrace } from '../db/bag/making';
import type { Deps } from '../deps';
import { parse } from '../http';
import type { Handlers } from '../routes';

type BrewEndpoint =
  'changeBrew' | 'setFault' | 'setMeant' | 'endNag' | 'nagAgain' | 'brewTrace' | 'removeBrew' | 'restoreBrew';

/** Brews already logged: change, mark a fault, delete, bring back. */
export function brewHandlers({ store, verdicts, now }: Deps): Handlers<BrewEndpoint> {
  /** Makes a change of a brew that answers with its bag's id; that is then judged anew. */
  const changing = async (id: string, change: (db: EntityManager) => Promise<string>): Promise<null> => {
    const bagId = await store.write((db) => recordChange(db, { subject: 'brew', id }, now(), () => change(db)));
    verdicts.prefetch(bagId);
    return null;
  };
  /** Makes a change of a cup's nag, which no judgement reads. */
  const changingNag = async (id: string, change: (db: EntityManager) => Promise<unknown>): Promise<null> => {
    await store.write((db) =>
      recordChange(db, { subject: 'brew', id }, now(), async () => {
        await change(db);
        await touchBrew(db, id);
      }),
    );
    return null;
  };

  return {
    changeBrew: ({ params: { id }, body }) =>
      changing(id, async (db) => {
        const before = await loadWrittenBrew(db, id);
        const input = parse(brewInput, overlay(before, body));
        notInFuture(now(), { brewedAt: input.brewedAt.slice(0, 10) }, { brewedAt: before.brewedAt.slice(0, 10) });
        return changeBrew(db, id, input, now());
      }),

    setFault: ({ params: { id }, body }) => changing(id, (db) => setFault(db, id, body)),
    setMeant: ({ params: { id }, body: { score } }) => changing(id, (db) => setMeant(db, id, score)),

    /** The word that would not come has come, or is given up; taking that back lets it nag again. */
    endNag: ({ params: { id }, body: { word } }) => changingNag(id, (db) => endNag(db, id, word, now())),
    nagAgain: ({ params: { id } }) => changingNag(id, (db) => nagAgain(db, id)),

    brewTrace: ({ params: { id } }) => store.read((db) => loadTrace(db, id)),
    removeBrew: ({ params: { id } }) => changing(id, (db) => setBrewDeleted(db, id, now().toISOString())),
    restoreBrew: ({ params: { id } }) => changing(id, (db) => setBrewDeleted(db, id, null)),
  };
}
