import { dropDraft, keepDraft, loadDrafts } from '../db/keeping/drafts';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

/** What is written on a sheet before it is saved. Answers tell of every device's copy, so that each sees the others. */
export function draftHandlers({ store, now }: Deps): Handlers<'drafts' | 'keepDraft' | 'dropDraft'> {
  return {
    drafts: ({ params: { key } }) => store.read((db) => loadDrafts(db, key)),

    keepDraft: ({ params: { key, device }, body }) =>
      store.write(async (db) => {
        await keepDraft(db, key, device, body, now());
        return loadDrafts(db, key);
      }),

    dropDraft: async ({ params: { key, device }, body }) => {
      await store.write((db) => dropDraft(db, key, device, body));
      return null;
    },
  };
}
