import { Router } from 'express';
import { grinderInput, recipeChange, recipeInput } from '../../contract/recipe';
import { withChangeSent } from '../changing';
import { addGrinder, changeGrinder, loadGrinder, loadGrinders, setGrinderDeleted } from '../db/grinders';
import {
  addRecipe,
  changeRecipe,
  loadRecipe,
  loadRecipes,
  loadVersions,
  setRecipeDeleted,
  setStandard,
} from '../db/recipes';
import type { Deps } from '../deps';
import { parse } from '../http';

/** Recipes and their versions. */
export function recipeRoutes({ store, now }: Deps): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    response.json(await store.read(loadRecipes));
  });

  routes.post('/', async (request, response) => {
    const recipe = parse(recipeInput, request.body);
    response.status(201).json(await store.write(async (db) => loadRecipe(db, await addRecipe(db, recipe, now()))));
  });

  routes.put('/:id', async (request, response) => {
    const { over, ...recipe } = parse(recipeChange, request.body);
    const { id } = request.params;
    const kept = await store.write(async (db) => {
      await changeRecipe(db, id, recipe, over, now());
      return loadRecipe(db, id);
    });
    response.json(kept);
  });

  routes.get('/:id/versions', async (request, response) => {
    response.json(await store.read((db) => loadVersions(db, request.params.id)));
  });

  routes.put('/:id/standard', async (request, response) => {
    await store.write((db) => setStandard(db, request.params.id));
    response.status(204).end();
  });

  routes.delete('/:id', async (request, response) => {
    await store.write((db) => setRecipeDeleted(db, request.params.id, now().toISOString()));
    response.status(204).end();
  });

  routes.post('/:id/restore', async (request, response) => {
    await store.write((db) => setRecipeDeleted(db, request.params.id, null));
    response.status(204).end();
  });

  return routes;
}

/** Grinders, and when their burrs were changed. */
export function grinderRoutes({ store, now }: Deps): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    response.json(await store.read(loadGrinders));
  });

  routes.post('/', async (request, response) => {
    const input = parse(grinderInput, request.body);
    response.status(201).json(await store.write((db) => addGrinder(db, input, now())));
  });

  /** Only what is sent is changed, and not over what another changed meanwhile. */
  routes.patch('/:id', async (request, response) => {
    const { id } = request.params;
    const changed = await store.write(async (db) => {
      const { id: _, ...savedVersion } = await loadGrinder(db, id);
      return changeGrinder(db, id, parse(grinderInput, withChangeSent(savedVersion, request.body)));
    });
    response.json(changed);
  });

  routes.delete('/:id', async (request, response) => {
    await store.write((db) => setGrinderDeleted(db, request.params.id, now().toISOString()));
    response.status(204).end();
  });

  routes.post('/:id/restore', async (request, response) => {
    await store.write((db) => setGrinderDeleted(db, request.params.id, null));
    response.status(204).end();
  });

  return routes;
}
