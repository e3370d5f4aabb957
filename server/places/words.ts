import { Router } from 'express';
import { mergeInput, wordInput } from '../../contract/word';
import { addOwnWord, loadWords, mergeWord, removeWord, renameWord } from '../db/words';
import type { Deps } from '../deps';
import { parse } from '../http';

/** The household's vocabulary. */
export function wordRoutes({ store, now }: Deps): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    response.json(await store.read(loadWords));
  });

  routes.post('/', async (request, response) => {
    const input = parse(wordInput, request.body);
    response.status(201).json({ id: await store.write((db) => addOwnWord(db, input, now())) });
  });

  routes.put('/:id', async (request, response) => {
    const input = parse(wordInput, request.body);
    await store.write((db) => renameWord(db, request.params.id, input, now()));
    response.status(204).end();
  });

  routes.put('/:id/merge', async (request, response) => {
    const { into } = parse(mergeInput, request.body);
    await store.write((db) => mergeWord(db, request.params.id, into, now()));
    response.status(204).end();
  });

  routes.delete('/:id', async (request, response) => {
    await store.write((db) => removeWord(db, request.params.id));
    response.status(204).end();
  });

  return routes;
}
