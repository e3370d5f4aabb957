import { z } from 'zod';
import { backups, importState } from './archive';
import { added, byId, get, nothing, post, put, remove, RESOURCES, type Endpoint } from '../endpoint';
import { exchange, exchangeFile, exchangeInput } from './exchange';
import { history, historyQuery } from './history';
import { notebookImport, notebookMapping, notebookState } from './notebook';
import { correctedDrinks, oddDrinks } from '../bag/oddDrinks';
import { picture, pictureQuery } from './picture';

/** Taking the household along and bringing things in, backups, what was changed, and pictures. */
export const KEEPING_ENDPOINTS = {
  archive: get('/archive', 'Everything, as an archive to keep.', { producesFile: 'application/zip' }),
  beginImport: post('/imports', 'Takes a file in to be looked at; nothing is changed yet.', {
    acceptsFile: 'file',
    query: z.strictObject({ name: z.string().max(300).default('') }),
    answer: added,
    creates: true,
  }),
  importState: get('/imports/:id', 'How far a file is looked at, and what it would bring.', {
    params: byId,
    answer: importState,
    errors: ['not-found'],
    keepS: 0,
  }),
  importStream: get('/imports/:id/stream', 'The same, now and whenever it goes on.', {
    params: byId,
    events: { changed: importState },
    errors: ['not-found'],
  }),
  finishImport: post('/imports/:id/household', 'Puts what a file holds in the place of the household.', {
    params: byId,
    body: nothing,
    errors: ['not-found', 'conflict'],
    invalidatesTags: [...RESOURCES],
  }),
  dropImport: remove('/imports/:id', 'Puts a file on its way aside.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
  }),
  notebook: get('/imports/:id/notebook', 'How a table of brews is read, and what it would bring.', {
    params: byId,
    answer: notebookState,
    errors: ['not-found', 'conflict'],
    keepS: 0,
  }),
  readNotebook: put('/imports/:id/notebook', 'Reads a table otherwise; nothing is changed yet.', {
    params: byId,
    body: notebookMapping,
    answer: notebookState,
    errors: ['not-found', 'conflict'],
  }),
  takeNotebook: post('/imports/:id/brews', 'Adds the bags and brews of a table to the household.', {
    params: byId,
    body: nothing,
    answer: notebookImport,
    errors: ['not-found', 'conflict'],
    creates: true,
    invalidatesTags: [...RESOURCES],
  }),
  ownCrests: get('/crests', 'What the finished bags taught, as a file for others: no names, notes, places or dates.', {
    answer: exchangeFile,
    keepS: 0,
  }),
  exchanges: get('/crests/read', "Files of other tasters' crests that were read.", {
    answer: z.array(exchange),
    providesTags: ['Exchanges'],
  }),
  addExchange: post('/crests/read', "Reads a file of another taster's crests.", {
    body: exchangeInput,
    answer: added,
    creates: true,
    invalidatesTags: ['Exchanges', 'Shelf', 'Bag'],
  }),
  removeExchange: remove('/crests/read/:id', "Throws a file of another taster's crests out.", {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Exchanges', 'Shelf', 'Bag'],
  }),
  notebookImports: get('/notebooks', 'The tables that were brought in.', {
    answer: z.array(notebookImport),
    providesTags: ['Notebooks'],
  }),
  undoNotebook: remove('/notebooks/:id', 'Takes a table that was brought in back, as a whole.', {
    params: byId,
    body: nothing,
    answer: notebookImport,
    errors: ['not-found', 'conflict'],
    invalidatesTags: [...RESOURCES],
  }),
  redoNotebook: post('/notebooks/:id/restore', 'Brings back what a table had brought.', {
    params: byId,
    body: nothing,
    answer: notebookImport,
    errors: ['not-found', 'conflict'],
    invalidatesTags: [...RESOURCES],
  }),

  history: get('/history', 'What was changed of bags and brews, the newest first.', {
    query: historyQuery,
    answer: history,
    providesTags: ['History'],
    keepS: 0,
  }),
  undoChange: post('/history/:id/undo', 'Takes a change back, and leaves what was changed since.', {
    params: byId,
    body: nothing,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['History', 'Shelf', 'Bag', 'Words'],
  }),

  oddDrinks: get('/odd-drinks', 'Brews and recipes that say another drink than their brewer makes.', {
    answer: oddDrinks,
    providesTags: ['Shelf', 'Bag'],
  }),
  correctDrinks: post('/odd-drinks/correct', 'Makes each of them the drink its brewer makes.', {
    body: nothing,
    answer: correctedDrinks,
    invalidatesTags: ['History', 'Shelf', 'Bag'],
  }),

  pictures: get('/bags/:id/pictures', 'The pictures of a bag and its brews.', {
    params: byId,
    answer: z.array(picture),
    errors: ['not-found'],
    providesTags: ['Pictures'],
  }),
  addPicture: post('/bags/:id/pictures', 'Adds a picture; it is decoded and written anew.', {
    params: byId,
    query: pictureQuery,
    acceptsFile: 'file',
    answer: picture,
    errors: ['not-found', 'too-large', 'unsupported'],
    creates: true,
    invalidatesTags: ['Pictures'],
  }),
  removePicture: remove('/pictures/:id', 'Deletes a picture; it can be brought back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Pictures'],
  }),
  restorePicture: post('/pictures/:id/restore', 'Brings a deleted picture back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Pictures'],
  }),
  pictureFile: get('/pictures/:id', 'A picture, or its thumbnail.', {
    params: byId,
    query: z.strictObject({ size: z.enum(['whole', 'thumbnail']).default('whole') }),
    producesFile: 'image/jpeg',
    errors: ['not-found'],
  }),

  backups: get('/backups', 'The backups there are.', { answer: backups, providesTags: ['Backups'], keepS: 0 }),
  makeBackup: post('/backups', 'Makes a backup.', {
    body: nothing,
    answer: z.strictObject({ name: z.string() }),
    creates: true,
    invalidatesTags: ['Backups'],
  }),
  restoreBackup: post('/backups/:name/household', 'Puts a backup in the place of the household.', {
    params: z.strictObject({ name: z.string().max(100) }),
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: [...RESOURCES],
  }),
} as const satisfies Readonly<Record<string, Endpoint>>;
