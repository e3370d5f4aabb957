import { Router } from 'express';
import { settingsInput } from '../../contract/settings';
import { keepSettings, loadSettings } from '../db/settings';
import type { Deps } from '../deps';
import { parse } from '../http';

/** What the household owns and how it likes to be advised. */
export function settingsRoutes({ store }: Deps): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    response.json(await store.read(loadSettings));
  });

  routes.put('/', async (request, response) => {
    const settings = parse(settingsInput, request.body);
    await store.write((db) => keepSettings(db, settings));
    response.json(settings);
  });

  return routes;
}
