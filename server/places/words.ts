import type { Deps } from '../deps';
import { addOwnWord, loadWords, mergeWord, removeWord, describeWord } from '../db/palate/words';
import type { Handlers } from '../routes';

/** The household's vocabulary. */
export function wordHandlers({
  store,
  now,
}: Deps): Handlers<'words' | 'addWord' | 'describeWord' | 'mergeWord' | 'removeWord'> {
  return {
    words: () => store.read(loadWords),
    addWord: async ({ body }) => ({ id: await store.write((db) => addOwnWord(db, body, now())) }),
    describeWord: async ({ params: { id }, body }) => {
      await store.write((db) => describeWord(db, id, body, now()));
      return null;
    },
    mergeWord: async ({ params: { id }, body: { into } }) => {
      await store.write((db) => mergeWord(db, id, into, now()));
      return null;
    },
    removeWord: async ({ params: { id } }) => {
      await store.write((db) => removeWord(db, id));
      return null;
    },
  };
}
