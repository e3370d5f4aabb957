import { grinderInput } from '../../contract/bench/recipe';
import { withChangeSent } from '../changing';
import { addGrinder, changeGrinder, loadGrinder, loadGrinders, setGrinderDeleted } from '../db/bench/grinders';
import {
  addRecipe,
  changeRecipe,
  loadRecipe,
  loadRecipes,
  loadVersions,
  setRecipeDeleted,
  setStandard,
} from '../db/bench/recipes';
import type { Deps } from '../deps';
import { parse } from '../http';
import type { Handlers } from '../routes';

type RecipeEndpoint =
  'recipes' | 'addRecipe' | 'versions' | 'changeRecipe' | 'makeStandard' | 'removeRecipe' | 'restoreRecipe';

/** Recipes and their versions. */
export function recipeHandlers({ store, now }: Deps): Handlers<RecipeEndpoint> {
  return {
    recipes: () => store.read(loadRecipes),
    addRecipe: ({ body }) => store.write(async (db) => loadRecipe(db, await addRecipe(db, body, now()))),
    versions: ({ params: { id } }) => store.read((db) => loadVersions(db, id)),

    changeRecipe: ({ params: { id }, body: { over, ...recipe } }) =>
      store.write(async (db) => {
        await changeRecipe(db, id, recipe, over, now());
        return loadRecipe(db, id);
      }),

    makeStandard: async ({ params: { id } }) => {
      await store.write((db) => setStandard(db, id));
      return null;
    },
    removeRecipe: async ({ params: { id } }) => {
      await store.write((db) => setRecipeDeleted(db, id, now().toISOString()));
      return null;
    },
    restoreRecipe: async ({ params: { id } }) => {
      await store.write((db) => setRecipeDeleted(db, id, null));
      return null;
    },
  };
}

type GrinderEndpoint = 'grinders' | 'addGrinder' | 'changeGrinder' | 'removeGrinder' | 'restoreGrinder';

/** Grinders, and when their burrs were changed. */
export function grinderHandlers({ store, now }: Deps): Handlers<GrinderEndpoint> {
  return {
    grinders: () => store.read(loadGrinders),
    addGrinder: ({ body }) => store.write((db) => addGrinder(db, body, now())),

    /** Only what is sent is changed, and not over what another changed meanwhile. */
    changeGrinder: ({ params: { id }, body }) =>
      store.write(async (db) => {
        const { id: _, ...savedVersion } = await loadGrinder(db, id);
        return changeGrinder(db, id, parse(grinderInput, withChangeSent(savedVersion, body)));
      }),

    removeGrinder: async ({ params: { id } }) => {
      await store.write((db) => setGrinderDeleted(db, id, now().toISOString()));
      return null;
    },
    restoreGrinder: async ({ params: { id } }) => {
      await store.write((db) => setGrinderDeleted(db, id, null));
      return null;
    },
  };
}
