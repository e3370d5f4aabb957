import { Router } from 'express';
import { settingsChange, withChange } from '../../contract/settings';
import { keepSettings, loadSettings } from '../db/settings';
import type { Deps } from '../deps';
import { parse } from '../http';

/** What the household owns and how it likes to be advised. */
export function settingsRoutes({ store }: Deps): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    response.json(await store.read(loadSettings));
  });

  routes.patch('/', async (request, response) => {
    const change = parse(settingsChange, request.body);
    const settings = await store.write(async (db) => {
      const changed = withChange(await loadSettings(db), change);
      await keepSettings(db, changed);
      return changed;
    });
    response.json(settings);
  });

  return routes;
}
