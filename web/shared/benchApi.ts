import type { Bench, LiveBrew, LiveInput, LivePatch, LiveTrace } from '../../contract/live';
import type { KeptTrace } from '../../contract/making';
import type { KeptRecipeVersion, GrinderInput, KeptRecipe, RecipeInputOver, RecipeDraft } from '../../contract/recipe';
import type { Grinder } from '../../core/brew';
import { api } from './api';
import { steadyNow } from './steadyNow';

/** The brews on the bench, and how far the server's clock is ahead of this one, ms. */
export interface BenchNow {
  brews: LiveBrew[];
  aheadMs: number;
}

const REDRAWN = ['Recipes', 'Shelf'] as const;

/** Recipes, grinders and the bench. */
export const benchApi = api.enhanceEndpoints({ addTagTypes: ['Recipes', 'Grinders'] }).injectEndpoints({
  endpoints: (build) => ({
    recipes: build.query<KeptRecipe[], undefined>({ query: () => '/recipes', providesTags: ['Recipes'] }),
    versions: build.query<KeptRecipeVersion[], string>({
      query: (id) => `/recipes/${encodeURIComponent(id)}/versions`,
      providesTags: ['Recipes'],
    }),
    addRecipe: build.mutation<KeptRecipe, RecipeDraft>({
      query: (body) => ({ url: '/recipes', method: 'POST', body }),
      invalidatesTags: ['Recipes'],
    }),
    changeRecipe: build.mutation<KeptRecipe, { id: string; recipe: RecipeInputOver }>({
      query: ({ id, recipe }) => ({ url: `/recipes/${id}`, method: 'PUT', body: recipe }),
      invalidatesTags: ['Recipes', 'Bag'],
    }),
    makeStandard: build.mutation<null, string>({
      query: (id) => ({ url: `/recipes/${id}/standard`, method: 'PUT', body: {} }),
      invalidatesTags: ['Recipes'],
    }),
    removeRecipe: build.mutation<null, string>({
      query: (id) => ({ url: `/recipes/${id}`, method: 'DELETE', body: {} }),
      invalidatesTags: REDRAWN,
    }),
    restoreRecipe: build.mutation<null, string>({
      query: (id) => ({ url: `/recipes/${id}/restore`, method: 'POST', body: {} }),
      invalidatesTags: REDRAWN,
    }),
    grinders: build.query<Grinder[], undefined>({ query: () => '/grinders', providesTags: ['Grinders'] }),
    addGrinder: build.mutation<Grinder, GrinderInput>({
      query: (body) => ({ url: '/grinders', method: 'POST', body }),
      invalidatesTags: ['Grinders'],
    }),
    changeGrinder: build.mutation<Grinder, { id: string; change: Partial<GrinderInput>; was: Partial<GrinderInput> }>({
      query: ({ id, change, was }) => ({ url: `/grinders/${id}`, method: 'PATCH', body: { ...change, was } }),
      invalidatesTags: ['Grinders'],
    }),
    removeGrinder: build.mutation<null, string>({
      query: (id) => ({ url: `/grinders/${id}`, method: 'DELETE', body: {} }),
      invalidatesTags: ['Grinders'],
    }),
    restoreGrinder: build.mutation<null, string>({
      query: (id) => ({ url: `/grinders/${id}/restore`, method: 'POST', body: {} }),
      invalidatesTags: ['Grinders'],
    }),
    bench: build.query<BenchNow, undefined>({
      query: () => '/bench',
      transformResponse: ({ brews, now }: Bench) => ({ brews, aheadMs: now - steadyNow() }),
      providesTags: ['Bench'],
    }),
    liveTrace: build.query<LiveTrace, string>({ query: (id) => `/bench/${id}/trace`, keepUnusedDataFor: 0 }),
    brewTrace: build.query<KeptTrace, string>({ query: (brewId) => `/brews/${brewId}/trace` }),
    layOut: build.mutation<LiveBrew, LiveInput>({
      query: (body) => ({ url: '/bench', method: 'POST', body }),
      invalidatesTags: ['Bench', 'Shelf'],
    }),
    startLive: build.mutation<LiveBrew, { id: string; inS: number }>({
      query: ({ id, inS }) => ({ url: `/bench/${id}/start`, method: 'POST', body: { inS } }),
      invalidatesTags: ['Bench', 'Shelf'],
    }),
    changeLive: build.mutation<LiveBrew, { id: string; patch: LivePatch }>({
      query: ({ id, patch }) => ({ url: `/bench/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (_result, error) => (error ? [] : ['Bench', 'Shelf']),
    }),
    clearLive: build.mutation<null, string>({
      query: (id) => ({ url: `/bench/${id}`, method: 'DELETE', body: {} }),
      invalidatesTags: ['Bench', 'Shelf'],
    }),
    restoreLive: build.mutation<null, string>({
      query: (id) => ({ url: `/bench/${id}/restore`, method: 'POST', body: {} }),
      invalidatesTags: ['Bench', 'Shelf'],
    }),
  }),
});
