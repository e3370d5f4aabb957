import { randomUUID } from 'node:crypto';
import { notFound } from '../../application/problem';
import { addPicture, checkPicture, loadPictures, setPictureDeleted } from '../db/bag/pictures';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

type PictureEndpoint = 'pictures' | 'addPicture' | 'removePicture' | 'restorePicture' | 'pictureFile';

/** Pictures of bags and brews. */
export function pictureHandlers({ store, pictures, now }: Deps): Handlers<PictureEndpoint> {
  return {
    pictures: ({ params: { id } }) => store.read((db) => loadPictures(db, id)),

    addPicture: async ({ params: { id: bagId }, query: { of, brew }, request }) => {
      await store.read((db) => checkPicture(db, bagId, { of, brew }));
      const id = randomUUID();
      const kept = await pictures.take(id, request);
      try {
        const row = { id, bagId, brewId: brew ?? null, of, ...kept, createdAt: now().toISOString() };
        return await store.write((db) => addPicture(db, row));
      } catch (error) {
        pictures.drop(id);
        throw error;
      }
    },

    removePicture: async ({ params: { id } }) => {
      await store.write((db) => setPictureDeleted(db, id, now().toISOString()));
      return null;
    },
    restorePicture: async ({ params: { id } }) => {
      await store.write((db) => setPictureDeleted(db, id, null));
      return null;
    },

    pictureFile: async ({ params: { id }, query: { size } }) => {
      const bytes = size === 'whole' ? pictures.whole(id) : await pictures.thumbnail(id);
      if (bytes === null) throw notFound('This picture');
      return { name: `${id}.jpg`, bytes, neverChanges: true };
    },
  };
}
