import { Router } from 'express';
import { withChange } from '../../application/settings';
import { settings as wholeSettings, settingsChange } from '../../contract/settings';
import { bothKept } from '../changing';
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
    const { was = {}, ...change } = parse(settingsChange, request.body);
    const settings = await store.write(async (db) => {
      const savedVersion = await loadSettings(db);
      const changed = parse(
        wholeSettings,
        bothKept({ ...savedVersion, ...was }, savedVersion, withChange(savedVersion, change)),
      );
      await keepSettings(db, changed);
      return changed;
    });
    response.json(settings);
  });

  return routes;
}
