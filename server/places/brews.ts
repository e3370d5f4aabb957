import { Router } from 'express';
import { brewInput, faultInput } from '../../contract/brew';
import { loadBag } from '../db/bags';
import { nagEnd } from '../../contract/cup';
import { changeBrew, loadBrew, setBrewDeleted, setFault, touchBrew } from '../db/brews';
import { endNag, nagAgain } from '../db/cups';
import { loadTrace } from '../db/making';
import type { Deps } from '../deps';
import { notInFuture } from '../dates';
import { parse } from '../http';
import type { EntityManager } from 'typeorm';

/** Brews already logged: change, mark a fault, delete, bring back. */
export function brewRoutes({ store, verdicts, now }: Deps): Router {
  const routes = Router();

  const changing = async (change: (db: EntityManager) => Promise<string>): Promise<void> => {
    const bag = await store.write(async (db) => loadBag(db, await change(db)));
    verdicts.prefetch(bag);
  };

  routes.put('/:id', async (request, response) => {
    const input = parse(brewInput, request.body);
    await changing(async (db) => {
      const before = await loadBrew(db, request.params.id);
      notInFuture(now(), { brewedAt: input.brewedAt.slice(0, 10) }, { brewedAt: before.brewedAt.slice(0, 10) });
      return changeBrew(db, request.params.id, input, now());
    });
    response.status(204).end();
  });

  routes.put('/:id/fault', async (request, response) => {
    const input = parse(faultInput, request.body);
    await changing((db) => setFault(db, request.params.id, input));
    response.status(204).end();
  });

  /** The word that would not come has come, or is given up; taking that back lets it nag again. */
  routes.put('/:id/nag', async (request, response) => {
    const { word } = parse(nagEnd, request.body);
    await store.write(async (db) => {
      await endNag(db, request.params.id, word, now());
      await touchBrew(db, request.params.id);
    });
    response.status(204).end();
  });

  routes.delete('/:id/nag', async (request, response) => {
    await store.write(async (db) => {
      await nagAgain(db, request.params.id);
      await touchBrew(db, request.params.id);
    });
    response.status(204).end();
  });

  routes.get('/:id/trace', async (request, response) => {
    response.json(await store.read((db) => loadTrace(db, request.params.id)));
  });

  routes.delete('/:id', async (request, response) => {
    await changing((db) => setBrewDeleted(db, request.params.id, now().toISOString()));
    response.status(204).end();
  });

  routes.post('/:id/restore', async (request, response) => {
    await changing((db) => setBrewDeleted(db, request.params.id, null));
    response.status(204).end();
  });

  return routes;
}
