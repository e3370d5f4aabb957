import { randomInt } from 'node:crypto';
import { sheetOf } from '../../application/sitting';
import { trainerNow, type CupToRecall } from '../../application/palate/trainer';
import { askedAgain } from '../../core/palate';
import { brewOfCup } from '../../core/sitting';
import {
  addReference,
  changeReference,
  keepCard,
  loadCards,
  loadReferences,
  setReferenceDeleted,
} from '../db/palate/references';
import { loadSeats, loadSittings } from '../db/table/sittings';
import { loadVocabulary, loadWords } from '../db/palate/words';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

type ReferenceEndpoint =
  | 'references'
  | 'addReference'
  | 'changeReference'
  | 'removeReference'
  | 'restoreReference'
  | 'trainer'
  | 'answerTrainer';

/** So many of the latest sittings are asked back. */
const SITTINGS = 3;

/** Reference tastings, and one's own words asked back. */
export function referenceHandlers({ store, now }: Deps): Handlers<ReferenceEndpoint> {
  return {
    references: () => store.read(loadReferences),
    addReference: async ({ body }) => ({ id: await store.write((db) => addReference(db, body, now())) }),
    changeReference: async ({ params: { id }, body }) => {
      await store.write((db) => changeReference(db, id, body));
      return null;
    },
    removeReference: async ({ params: { id } }) => {
      await store.write((db) => setReferenceDeleted(db, id, now().toISOString()));
      return null;
    },
    restoreReference: async ({ params: { id } }) => {
      await store.write((db) => setReferenceDeleted(db, id, null));
      return null;
    },
    trainer: () =>
      store.read(async (db) => {
        const vocabulary = await loadVocabulary(db);
        const sittings = (await loadSittings(db)).filter(({ revealedAt }) => revealedAt !== null).slice(0, SITTINGS);
        const recalls: CupToRecall[] = [];
        for (const sitting of sittings) {
          const seats = await loadSeats(db, sitting.id);
          const sheets = seats.map((seat) => sheetOf(sitting, seat, vocabulary));
          const brews = sitting.cups.filter((cup) => brewOfCup(cup) === cup.id);
          for (const cup of brews)
            recalls.push({
              sittingId: sitting.id,
              sittingName: sitting.name,
              cupId: cup.id,
              words: [...new Set(sheets.flatMap(({ words }) => words[cup.id] ?? []))],
              cups: brews.map(({ id, name }) => ({ id, name })),
            });
        }
        const { uses } = await loadWords(db);
        return trainerNow({ vocabulary, uses, recalls, cards: await loadCards(db) }, now(), randomInt);
      }),
    answerTrainer: async ({ body: { key, outcome } }) => {
      await store.write(async (db) => {
        const cards = await loadCards(db);
        await keepCard(db, key, askedAgain(cards.get(key) ?? null, outcome, now()));
      });
      return null;
    },
  };
}
