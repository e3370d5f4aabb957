import type { EntityManager } from 'typeorm';
import { Problem } from '../../application/problem';
import { bagInput } from '../../contract/bag/bag';
import { brewInput } from '../../contract/bag/brew';
import { withChangeSent } from '../changing';
import { changeBag, setBagDeleted } from '../db/bag/bags';
import { changeBrew, setBrewDeleted } from '../db/bag/brews';
import { loadChange, loadHistory, markUndone, recordChange, writtenBag, writtenBrew } from '../db/keeping/history';
import type { ChangeRow } from '../db/keeping/keepingEntities';
import { correctOddDrinks, loadOddDrinks } from '../db/bag/oddDrinks';
import type { Deps } from '../deps';
import { parse } from '../http';
import type { Handlers } from '../routes';

/**
 * What was changed of bags and brews, and the way back; and what contradicts itself, corrected all at once. Taking a
 * change back is a change, and can be taken back.
 */
export function historyHandlers({
  store,
  verdicts,
  now,
}: Deps): Handlers<'history' | 'undoChange' | 'oddDrinks' | 'correctDrinks'> {
  return {
    history: ({ query }) => store.read((db) => loadHistory(db, query)),

    undoChange: async ({ params: { id }, after }) => {
      const bagId = await store.write(async (db) => {
        const change = await loadChange(db, id);
        if (change.undoneBy !== null) throw new Problem('conflict', 'This change was taken back already.');
        const what = { subject: change.subject, id: change.subjectId };
        await recordChange(db, what, now(), () => undo(db, change, now()));
        await markUndone(db, change);
        return change.bagId;
      });
      after(() => verdicts.prefetch(bagId));
      return null;
    },

    oddDrinks: () => store.read(loadOddDrinks),
    correctDrinks: async () => ({ changeIds: await store.write((db) => correctOddDrinks(db, now())) }),
  };
}

/** The change the other way round. Throws a conflict Problem where the same was changed again since. */
async function undo(db: EntityManager, change: ChangeRow, now: Date): Promise<void> {
  const { subject, subjectId: id, kind, before, after } = change;
  if (kind !== 'changed') {
    const deletedAt = kind === 'deleted' ? null : now.toISOString();
    if (subject === 'bag') await setBagDeleted(db, id, deletedAt);
    else await setBrewDeleted(db, id, deletedAt);
    return;
  }
  const back = { ...before, was: after };
  if (subject === 'bag') await changeBag(db, id, parse(bagInput, withChangeSent(await writtenBag(db, id), back)));
  else await changeBrew(db, id, parse(brewInput, withChangeSent(await writtenBrew(db, id), back)), now);
}
