import { z } from 'zod';
import { bagInput } from '../contract/bag';
import { brewInput, faultInput } from '../contract/brew';
import { nagEnd } from '../contract/cup';
import { changeCounts, draftInput } from '../contract/draft';
import { liveInput, livePatch, liveStart } from '../contract/live';
import { grinderInput, recipeChange, recipeInput } from '../contract/recipe';
import { signIn } from '../contract/session';
import { settingsChange } from '../contract/settings';
import { tasterInput } from '../contract/taster';
import { mergeInput, wordInput } from '../contract/word';

/**
 * Something the application answers to. `{id}` in a path stands for the id of anything there is, `{word}` for any word.
 */
export interface Endpoint {
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  path: string;
  body?: z.ZodType;
}

const nothing = z.strictObject({});
const { shape: bag } = bagInput;
const bagChange = z.strictObject({ ...bag, was: z.strictObject(bag).partial() }).partial();
const grinderChange = z.strictObject({ ...grinderInput.shape, was: grinderInput.partial() }).partial();

export const ENDPOINTS: readonly Endpoint[] = [
  ...[
    '/health',
    '/session',
    '/judging',
    '/shelf?today={day}',
    '/shelf?today={day}&finished=yes',
    '/bags/{id}?today={day}',
    '/search?q={word}',
    '/tasters',
    '/settings',
  ].map((path) => ({ method: 'GET', path }) as const),
  ...[
    '/recipes',
    '/recipes/{id}/versions',
    '/grinders',
    '/bench',
    '/bench/{id}/trace',
    '/brews/{id}/trace',
    '/words',
    '/drafts/{word}',
  ].map((path) => ({ method: 'GET', path }) as const),
  { method: 'POST', path: '/bags', body: bagInput },
  { method: 'PATCH', path: '/bags/{id}', body: bagChange },
  { method: 'DELETE', path: '/bags/{id}', body: nothing },
  { method: 'POST', path: '/bags/{id}/restore', body: nothing },
  { method: 'POST', path: '/bags/{id}/brews', body: brewInput },
  { method: 'PUT', path: '/brews/{id}', body: brewInput },
  { method: 'PUT', path: '/brews/{id}/fault', body: faultInput },
  { method: 'PUT', path: '/brews/{id}/nag', body: nagEnd },
  { method: 'DELETE', path: '/brews/{id}/nag', body: nothing },
  { method: 'DELETE', path: '/brews/{id}', body: nothing },
  { method: 'POST', path: '/brews/{id}/restore', body: nothing },
  { method: 'POST', path: '/tasters', body: tasterInput },
  { method: 'PATCH', path: '/settings', body: settingsChange },
  { method: 'POST', path: '/recipes', body: recipeInput },
  { method: 'PUT', path: '/recipes/{id}', body: recipeChange },
  { method: 'PUT', path: '/recipes/{id}/standard', body: nothing },
  { method: 'DELETE', path: '/recipes/{id}', body: nothing },
  { method: 'POST', path: '/recipes/{id}/restore', body: nothing },
  { method: 'POST', path: '/grinders', body: grinderInput },
  { method: 'PATCH', path: '/grinders/{id}', body: grinderChange },
  { method: 'DELETE', path: '/grinders/{id}', body: nothing },
  { method: 'POST', path: '/grinders/{id}/restore', body: nothing },
  { method: 'POST', path: '/bench', body: liveInput },
  { method: 'POST', path: '/bench/{id}/start', body: liveStart },
  { method: 'PATCH', path: '/bench/{id}', body: livePatch },
  { method: 'DELETE', path: '/bench/{id}', body: nothing },
  { method: 'POST', path: '/bench/{id}/restore', body: nothing },
  { method: 'POST', path: '/words', body: wordInput },
  { method: 'PUT', path: '/words/{word}', body: wordInput },
  { method: 'PUT', path: '/words/{word}/merge', body: mergeInput },
  { method: 'DELETE', path: '/words/{word}', body: nothing },
  { method: 'PUT', path: '/drafts/{word}/device-one', body: draftInput },
  { method: 'DELETE', path: '/drafts/{word}/device-one', body: changeCounts },
  { method: 'POST', path: '/session', body: signIn },
  { method: 'DELETE', path: '/session', body: nothing },
];
