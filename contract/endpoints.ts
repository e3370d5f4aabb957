import { z } from 'zod';
import { bag, bagChange, bagInput } from './bag/bag';
import { brewChange, brewInput, faultInput, meantInput } from './bag/brew';
import { nagEnd } from './bag/cup';
import { changeCounts, deviceId, draft, draftInput, draftKey } from './keeping/draft';
import { added, byId, get, nothing, patch, post, put, remove, type Endpoint } from './endpoint';
import { id, oneOf } from './fields';
import { INSTRUMENTS, readings } from './bench/instrument';
import { benchAnswer, liveBrew, liveInput, livePatch, liveStart, liveTrace } from './bench/live';
import { KEEPING_ENDPOINTS } from './keeping/keepingEndpoints';
import { PLAN_ENDPOINTS } from './shelf/planEndpoints';
import { TABLE_ENDPOINTS } from './table/tableEndpoints';
import { WRITE_UP_ENDPOINTS } from './writeUps/writeUpEndpoints';
import { keptTrace } from './bag/making';
import {
  grinder,
  grinderChange,
  grinderInput,
  keptRecipe,
  keptRecipeVersion,
  recipeChange,
  recipeInput,
} from './bench/recipe';
import { bagValue } from './palate/palate';
import { PALATE_ENDPOINTS } from './palate/palateEndpoints';
import { sessionAnswer, signIn } from './session';
import { settings, settingsChange } from './settings';
import { bagPage, judging, searchHit, searchQuery, shelf, shelfQuery, todayQuery } from './shelf/shelf';
import { taster, tasterInput, tasterMerge } from './table/taster';
import { mergeInput, wordId, wordInput, words } from './palate/word';

const byWord = z.strictObject({ id: wordId });
const byDevice = z.strictObject({ key: draftKey, device: deviceId });

/**
 * All the application answers to. The server's routes, the browser's calls and the published description are made from
 * this table. The first whose path fits answers.
 */
export const ENDPOINTS = {
  health: get('/health', 'Whether the application is there.', {
    answer: z.strictObject({ ok: z.literal(true) }),
    open: true,
  }),
  openapi: get('/openapi.json', 'All endpoints, as an OpenAPI 3.1 document.', {
    answer: z.looseObject({ openapi: z.string() }),
  }),

  session: get('/session', 'Whether a passphrase is needed, and was given.', {
    answer: sessionAnswer,
    open: true,
    providesTags: ['Session'],
  }),
  signIn: post('/session', 'Gives the passphrase; answers with a cookie.', {
    body: signIn,
    open: true,
    errors: ['conflict', 'too-many'],
  }),
  signOut: remove('/session', 'Ends the session.', { body: nothing, open: true }),

  shelf: get('/shelf', 'Every bag, and what to brew today.', {
    query: shelfQuery,
    answer: shelf,
    providesTags: ['Shelf'],
  }),
  judging: get('/judging', 'How far the judging in the background is.', { answer: judging, keepS: 0 }),
  judgingStream: get('/judging/stream', 'The same, now and whenever it goes on.', { events: { changed: judging } }),
  search: get('/search', 'Bags in which every word of a query stands.', {
    query: searchQuery,
    answer: z.array(searchHit),
    keepS: 5,
  }),

  bagPage: get('/bags/:id', 'A bag with its verdict and its log.', {
    params: byId,
    query: todayQuery,
    answer: bagPage,
    errors: ['not-found'],
    providesTags: ['Bag'],
  }),
  bagValue: get('/bags/:id/value', 'What a bag gives for its price, against the household’s others.', {
    params: byId,
    answer: bagValue,
    errors: ['not-found'],
    providesTags: ['Bag', 'Shelf'],
  }),
  addBag: post('/bags', 'Adds a bag.', { body: bagInput, answer: bag, invalidatesTags: ['Shelf'], creates: true }),
  changeBag: patch('/bags/:id', 'Changes what is named of a bag, and nothing else.', {
    params: byId,
    body: bagChange,
    answer: bag,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Shelf', 'Bag'],
  }),
  removeBag: remove('/bags/:id', 'Deletes a bag; it can be brought back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Shelf'],
  }),
  restoreBag: post('/bags/:id/restore', 'Brings a deleted bag back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Shelf', 'Bag'],
  }),
  addBrew: post('/bags/:id/brews', 'Logs a brew of a bag.', {
    params: byId,
    body: brewInput,
    answer: added,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Shelf', 'Bench', 'Words', 'Bag'],
    creates: true,
  }),

  changeBrew: patch('/brews/:id', 'Changes what is named of a brew and its cup, and nothing else.', {
    params: byId,
    body: brewChange,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Shelf', 'Words', 'Bag'],
  }),
  setFault: put('/brews/:id/fault', 'Marks a fault, or takes it back.', {
    params: byId,
    body: faultInput,
    meantInput,
    errors: ['not-found'],
    invalidatesTags: ['Shelf', 'Bag'],
  }),
  setMeant: put('/brews/:id/meant', 'Says that a score is meant as it is, or takes that back.', {
    params: byId,
    body: meantInput,
    errors: ['not-found'],
    invalidatesTags: ['Shelf', 'Bag'],
  }),
  endNag: put('/brews/:id/nag', 'Ends the search for a word that would not come.', {
    params: byId,
    body: nagEnd,
    errors: ['not-found'],
    invalidatesTags: ['Words', 'Bag', 'Shelf'],
  }),
  nagAgain: remove('/brews/:id/nag', 'Takes the end of that search back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Words', 'Bag', 'Shelf'],
  }),
  brewTrace: get('/brews/:id/trace', 'What the scale said of a logged brew.', {
    params: byId,
    answer: keptTrace,
    errors: ['not-found'],
  }),
  removeBrew: remove('/brews/:id', 'Deletes a brew; it can be brought back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Shelf', 'Bag'],
  }),
  restoreBrew: post('/brews/:id/restore', 'Brings a deleted brew back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Shelf', 'Bag'],
  }),

  tasters: get('/tasters', 'The tasters of the household.', { answer: z.array(taster), providesTags: ['Tasters'] }),
  addTaster: post('/tasters', 'Adds a taster.', {
    body: tasterInput,
    answer: taster,
    errors: ['conflict'],
    invalidatesTags: ['Tasters'],
    creates: true,
  }),
  changeTaster: put('/tasters/:id', 'Calls a taster otherwise.', {
    params: byId,
    body: tasterInput,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Tasters', 'Bag', 'Shelf'],
  }),
  mergeTaster: put('/tasters/:id/merge', 'Merges a taster into another, or takes that back.', {
    params: byId,
    body: tasterMerge,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Tasters', 'Bag', 'Shelf'],
  }),
  settings: get('/settings', 'What the household owns and how it likes to be advised.', {
    answer: settings,
    providesTags: ['Settings'],
  }),
  changeSettings: patch('/settings', 'Changes what is named of the settings.', {
    body: settingsChange,
    answer: settings,
    errors: ['conflict'],
    invalidatesTags: ['Settings', 'Shelf', 'Bag'],
  }),

  recipes: get('/recipes', 'The recipes, each in its newest version.', {
    answer: z.array(keptRecipe),
    providesTags: ['Recipes'],
  }),
  addRecipe: post('/recipes', 'Adds a recipe.', {
    body: recipeInput,
    answer: keptRecipe,
    invalidatesTags: ['Recipes'],
    creates: true,
  }),
  versions: get('/recipes/:id/versions', 'All versions of a recipe.', {
    params: byId,
    answer: z.array(keptRecipeVersion),
    errors: ['not-found'],
    providesTags: ['Recipes'],
  }),
  changeRecipe: put('/recipes/:id', 'Adds a version of a recipe.', {
    params: byId,
    body: recipeChange,
    answer: keptRecipe,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Recipes', 'Bag'],
  }),
  makeStandard: put('/recipes/:id/standard', 'Makes a recipe the standard one.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Recipes'],
  }),
  removeRecipe: remove('/recipes/:id', 'Deletes a recipe; it can be brought back.', {
    params: byId,
    body: nothing,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Recipes', 'Shelf'],
  }),
  restoreRecipe: post('/recipes/:id/restore', 'Brings a deleted recipe back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Recipes', 'Shelf'],
  }),

  grinders: get('/grinders', 'The grinders, with the days their burrs were changed.', {
    answer: z.array(grinder),
    providesTags: ['Grinders'],
  }),
  addGrinder: post('/grinders', 'Adds a grinder.', {
    body: grinderInput,
    answer: grinder,
    errors: ['conflict'],
    invalidatesTags: ['Grinders'],
    creates: true,
  }),
  changeGrinder: patch('/grinders/:id', 'Changes what is named of a grinder.', {
    params: byId,
    body: grinderChange,
    answer: grinder,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Grinders'],
  }),
  removeGrinder: remove('/grinders/:id', 'Deletes a grinder; it can be brought back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Grinders'],
  }),
  restoreGrinder: post('/grinders/:id/restore', 'Brings a deleted grinder back.', {
    params: byId,
    body: nothing,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Grinders'],
  }),

  bench: get('/bench', 'The brews on the bench, and the time here.', { answer: benchAnswer, providesTags: ['Bench'] }),
  layOut: post('/bench', 'Lays a brew out on the bench.', {
    body: liveInput,
    answer: liveBrew,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Bench', 'Shelf'],
    creates: true,
  }),
  benchStream: get('/bench/stream', 'All that happens on the bench.', {
    events: { readings, changed: z.strictObject({ brew: z.string() }) },
  }),
  instrumentStream: get('/bench/instruments/:kind/stream', 'What an instrument beside a brew says.', {
    params: z.strictObject({ kind: oneOf('Instrument', INSTRUMENTS) }),
    query: z.object({ brew: id.optional() }),
    events: { readings },
    errors: ['not-found', 'conflict'],
  }),
  startLive: post('/bench/:id/start', 'Starts a brew on the bench.', {
    params: byId,
    body: liveStart,
    answer: liveBrew,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Bench', 'Shelf'],
  }),
  changeLive: patch('/bench/:id', 'What was tapped of a brew on the bench.', {
    params: byId,
    body: livePatch,
    answer: liveBrew,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Bench', 'Shelf'],
  }),
  joinInstruments: post('/bench/:id/instruments', 'Takes in what was connected after a brew was laid out.', {
    params: byId,
    body: nothing,
    answer: liveBrew,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Bench'],
  }),
  clearLive: remove('/bench/:id', 'Clears a brew off the bench; it can be brought back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Bench', 'Shelf'],
  }),
  restoreLive: post('/bench/:id/restore', 'Brings a cleared brew back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Bench', 'Shelf'],
  }),
  liveTrace: get('/bench/:id/trace', 'What the scale has said so far.', {
    params: byId,
    answer: liveTrace,
    errors: ['not-found'],
    keepS: 0,
  }),

  ...PALATE_ENDPOINTS,
  ...PLAN_ENDPOINTS,
  ...TABLE_ENDPOINTS,
  ...WRITE_UP_ENDPOINTS,
  ...KEEPING_ENDPOINTS,

  words: get('/words', 'The household’s own words, and how often each is used.', {
    answer: words,
    providesTags: ['Words'],
  }),
  addWord: post('/words', 'Adds a word.', {
    body: wordInput,
    answer: z.strictObject({ id: wordId }),
    errors: ['conflict'],
    invalidatesTags: ['Words'],
    creates: true,
  }),
  describeWord: put('/words/:id', 'Calls a word otherwise, or says anew what it is like.', {
    params: byWord,
    body: wordInput,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Words', 'Bag', 'Shelf'],
  }),
  mergeWord: put('/words/:id/merge', 'Merges a word into another, or takes that back.', {
    params: byWord,
    body: mergeInput,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Words', 'Bag', 'Shelf'],
  }),
  removeWord: remove('/words/:id', 'Deletes a word that stands in no cup.', {
    params: byWord,
    body: nothing,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Words', 'Bag', 'Shelf'],
  }),

  drafts: get('/drafts/:key', 'Every device’s copy of a sheet that is not saved yet.', {
    params: byDevice.pick({ key: true }),
    answer: z.array(draft),
    keepS: 0,
  }),
  keepDraft: put('/drafts/:key/:device', 'Keeps a device’s copy of a sheet.', {
    params: byDevice,
    body: draftInput,
    answer: z.array(draft),
    invalidatesTags: ['Shelf'],
  }),
  dropDraft: remove('/drafts/:key/:device', 'Throws a device’s copy away.', {
    params: byDevice,
    body: changeCounts,
    invalidatesTags: ['Shelf'],
    urgent: true,
  }),
} as const satisfies Readonly<Record<string, Endpoint>>;

export type Endpoints = typeof ENDPOINTS;
export type EndpointName = keyof Endpoints;
