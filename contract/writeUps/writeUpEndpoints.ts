import { z } from 'zod';
import { added, byId, get, nothing, patch, post, put, remove, type Endpoint } from '../endpoint';
import { id } from '../fields';
import { keptRecipe } from '../bench/recipe';
import { todayQuery } from '../shelf/shelf';
import {
  cardPreview,
  cardText,
  ownPassageInput,
  passageChange,
  versionInput,
  writeUp,
  writeUpChange,
  writeUpContent,
  writeUpInput,
  writeUpLine,
} from './writeUp';

const byVersion = z.strictObject({ id, versionId: id });
const byPassage = z.strictObject({ id, key: z.string().min(1).max(400) });
const CHANGES = { errors: ['not-found', 'conflict'], invalidatesTags: ['WriteUps', 'WriteUp'] } as const;

/** Write-ups, their passages and versions; and recipe cards of other households. */
export const WRITE_UP_ENDPOINTS = {
  writeUps: get('/write-ups', 'All write-ups, the one changed last first.', {
    answer: z.array(writeUpLine),
    providesTags: ['WriteUps'],
  }),
  addWriteUp: post('/write-ups', 'Composes a write-up from the record.', {
    query: todayQuery,
    body: writeUpInput,
    answer: added,
    creates: true,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['WriteUps'],
  }),
  writeUp: get('/write-ups/:id', 'A write-up, and what the record would have it say now.', {
    params: byId,
    query: todayQuery,
    answer: writeUp,
    errors: ['not-found'],
    providesTags: ['WriteUp', 'Bag', 'Sitting', 'Recipes', 'Settings'],
  }),
  changeWriteUp: patch('/write-ups/:id', 'Changes what of it is shown.', {
    params: byId,
    body: writeUpChange,
    ...CHANGES,
  }),
  writePassage: put('/write-ups/:id/passages', 'Writes over a passage, or gives it back to the record.', {
    params: byId,
    body: passageChange,
    ...CHANGES,
  }),
  addPassage: post('/write-ups/:id/passages', 'Adds a passage of one’s own, or writes it anew.', {
    params: byId,
    body: ownPassageInput,
    ...CHANGES,
  }),
  removePassage: remove('/write-ups/:id/passages/:key', 'Takes a passage of one’s own away.', {
    params: byPassage,
    body: nothing,
    ...CHANGES,
  }),
  composeAnew: post('/write-ups/:id/composed', 'Takes in what the record says now; what was written over stays.', {
    params: byId,
    query: todayQuery,
    body: nothing,
    ...CHANGES,
  }),
  keepVersion: post('/write-ups/:id/versions', 'Keeps it as it stands, perhaps as final.', {
    params: byId,
    body: versionInput,
    ...CHANGES,
  }),
  writeUpVersion: get('/write-ups/:id/versions/:versionId', 'What stood in a version.', {
    params: byVersion,
    answer: writeUpContent,
    errors: ['not-found'],
  }),
  restoreVersion: post('/write-ups/:id/versions/:versionId/restore', 'Puts a version in the place of what stands.', {
    params: byVersion,
    body: nothing,
    ...CHANGES,
  }),
  removeWriteUp: remove('/write-ups/:id', 'Deletes a write-up; it can be brought back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['WriteUps'],
  }),
  restoreWriteUp: post('/write-ups/:id/restore', 'Brings a write-up back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['WriteUps', 'WriteUp'],
  }),
  readCard: post('/recipe-cards/read', 'Reads a recipe card, and changes nothing.', {
    body: cardText,
    answer: cardPreview,
    errors: ['conflict'],
  }),
  takeCard: post('/recipe-cards', 'Takes a recipe card in as a recipe of this household.', {
    body: cardText,
    answer: keptRecipe,
    creates: true,
    errors: ['conflict'],
    invalidatesTags: ['Recipes'],
  }),
} as const satisfies Record<string, Endpoint>;
