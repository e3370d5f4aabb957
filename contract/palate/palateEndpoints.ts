import { z } from 'zod';
import { added, byId, get, nothing, post, put, remove, type Endpoint } from '../endpoint';
import { id } from '../fields';
import { palateRecord } from './palate';
import { referenceInput, referenceTasting, trainer, trainerAnswer } from './reference';
import { crests, liking, readings, repeats, standings, twoTasters } from './palateReading';

/** The palate: how often the engine was right, and what the household's own cups say of its tasters. */
export const PALATE_ENDPOINTS = {
  palateRecord: get('/palate/record', 'How often the engine was right, by bag and cup.', {
    answer: palateRecord,
    providesTags: ['Bag'],
  }),
  palateRepeats: get('/palate/repeats', 'How repeatable each taster is, on each scale and in each attribute.', {
    answer: repeats,
    providesTags: ['Bag', 'Tasters', 'Sittings'],
  }),
  palateLiking: get('/palate/liking', 'What a taster’s scores go along with; of everyone where none is named.', {
    query: z.object({ taster: id.optional() }),
    answer: liking,
    providesTags: ['Bag', 'Words', 'Sittings'],
  }),
  palateReadings: get('/palate/readings', 'Roast colours and pH the household has measured.', {
    answer: readings,
    providesTags: ['Bag', 'Shelf'],
  }),
  palateStandings: get('/palate/standings', 'How bags stand among their kind, with yardsticks from outside.', {
    answer: standings,
    providesTags: ['Bag', 'Shelf', 'Sittings'],
  }),
  palateCrests: get('/palate/crests', 'How the household’s own table of crests came to be.', {
    answer: crests,
    providesTags: ['Bag', 'Shelf', 'Exchanges'],
  }),
  references: get('/palate/references', 'Reference tastings, planned and done, the latest first.', {
    answer: z.array(referenceTasting),
    providesTags: ['References'],
  }),
  addReference: post('/palate/references', 'Plans a reference tasting.', {
    body: referenceInput,
    answer: added,
    creates: true,
    invalidatesTags: ['References'],
  }),
  changeReference: put('/palate/references/:id', 'Writes a reference tasting anew: what matched.', {
    params: byId,
    body: referenceInput,
    errors: ['not-found'],
    invalidatesTags: ['References'],
  }),
  removeReference: remove('/palate/references/:id', 'Takes a reference tasting away; it can be brought back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['References'],
  }),
  restoreReference: post('/palate/references/:id/restore', 'Brings a reference tasting back.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['References'],
  }),
  trainer: get('/palate/trainer', 'What to ask back of one’s own words today.', {
    answer: trainer,
    providesTags: ['Trainer', 'Words'],
    keepS: 0,
  }),
  answerTrainer: post('/palate/trainer', 'How an answer went; it is asked again the later, the better it did.', {
    body: trainerAnswer,
    invalidatesTags: ['Trainer'],
  }),
  palateTasters: get('/palate/tasters', 'Two tasters over the brews both had.', {
    query: z.object({ first: id, second: id }),
    answer: twoTasters,
    providesTags: ['Bag', 'Tasters', 'Sittings'],
  }),
} as const satisfies Record<string, Endpoint>;
