import { Router } from 'express';
import { changeCounts, deviceId, draftInput, draftKey } from '../../contract/draft';
import { dropDraft, keepDraft, loadDrafts } from '../db/drafts';
import type { Deps } from '../deps';
import { parse } from '../http';

/** What is written on a sheet before it is saved. Answers tell of every device's copy, so that each sees the others. */
export function draftRoutes({ store, now }: Deps): Router {
  const routes = Router();

  routes.get('/:key', async (request, response) => {
    response.json(await store.read((db) => loadDrafts(db, parse(draftKey, request.params.key))));
  });

  routes.put('/:key/:device', async (request, response) => {
    const [key, device, draft] = [
      parse(draftKey, request.params.key),
      parse(deviceId, request.params.device),
      parse(draftInput, request.body),
    ];
    response.json(
      await store.write(async (db) => {
        await keepDraft(db, key, device, draft, now());
        return loadDrafts(db, key);
      }),
    );
  });

  routes.delete('/:key/:device', async (request, response) => {
    const counts = parse(changeCounts, request.body);
    await store.write((db) =>
      dropDraft(db, parse(draftKey, request.params.key), parse(deviceId, request.params.device), counts),
    );
    response.status(204).end();
  });

  return routes;
}
