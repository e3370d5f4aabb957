import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
  type FetchBaseQueryMeta,
} from '@reduxjs/toolkit/query/react';
import type { SerializedError } from '@reduxjs/toolkit';
import type { Bag, BagDraft } from '../../contract/bag';
import type { Brew, BrewDraft } from '../../contract/brew';
import { apiError, type ApiError } from '../../contract/error';
import type { BagPage, Judging, SearchHit, Shelf } from '../../contract/shelf';
import { withChange } from '../../application/settings';
import type { Settings, SettingsChange } from '../../contract/settings';
import type { SessionAnswer, SignIn } from '../../contract/session';
import type { Taster, TasterInput } from '../../contract/taster';
import { SerialisedWrites } from './serialisedWrites';

const send = fetchBaseQuery({ baseUrl: '/api' });
const writes = new SerialisedWrites();
addEventListener('pagehide', () => writes.leave());
export const SIGN_IN = '/sign-in';

/** A connection that hangs must not hold up what comes after it, ms. */
const PATIENCE_MS = 20_000;
/** What browsers let outlive its page, as characters; well under their limit of 64 KB for all of a page together. */
const OUTLIVES = 16_000;

/**
 * Changes go one after another, and outlive the page they were made on where they are small enough. What can be sent
 * again without harm is given up after a while; what asks for it itself is sent at once.
 */
const serialised: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError, object, FetchBaseQueryMeta> = (
  request,
  context,
  options,
) => {
  if (typeof request === 'string' || (request.method ?? 'GET') === 'GET' || request.keepalive === true)
    return send(request, context, options);
  const keepalive = JSON.stringify(request.body ?? null).length < OUTLIVES;
  const again = request.method === 'POST' ? {} : { timeout: PATIENCE_MS };
  return writes.run(async () => send({ ...request, keepalive, ...again }, context, options));
};

/** What is to be different on a bag, down to fields of its reference, and what it says instead of. */
export type BagChange = Partial<Omit<BagDraft, 'reference'>> & {
  reference?: Partial<BagDraft['reference']>;
  was?: object;
};

/** Where a browser that is not signed in goes, to come back to where it was. What was written stays here meanwhile. */
const atTheDoor: typeof serialised = async (request, context, options) => {
  const answer = await serialised(request, context, options);
  if (answer.error?.status === 401 && location.pathname !== SIGN_IN)
    location.assign(`${SIGN_IN}?${new URLSearchParams({ to: location.pathname + location.search }).toString()}`);
  return answer;
};

/** The one way to the server. A change to a bag or its log makes the shelf and that bag's page fetch anew. */
export const api = createApi({
  reducerPath: 'api',
  refetchOnFocus: true,
  refetchOnReconnect: true,
  baseQuery: atTheDoor,
  tagTypes: ['Shelf', 'Bag', 'Tasters', 'Settings', 'Bench', 'Words', 'Session'],
  endpoints: (build) => ({
    shelf: build.query<Shelf, { today: string; finished: 'yes' | 'no' }>({
      query: (params) => ({ url: '/shelf', params }),
      providesTags: ['Shelf'],
    }),
    bagPage: build.query<BagPage, { id: string; today: string }>({
      query: ({ id, today }) => ({ url: `/bags/${encodeURIComponent(id)}`, params: { today } }),
      providesTags: (_result, _error, { id }) => [{ type: 'Bag', id }],
    }),
    judging: build.query<Judging, undefined>({ query: () => '/judging', keepUnusedDataFor: 0 }),
    search: build.query<SearchHit[], string>({
      query: (q) => ({ url: '/search', params: { q } }),
      keepUnusedDataFor: 5,
    }),
    addBag: build.mutation<Bag, BagDraft>({
      query: (body) => ({ url: '/bags', method: 'POST', body }),
      invalidatesTags: ['Shelf'],
    }),
    /** Changes only what is named, whatever the page last knew of the rest. */
    changeBag: build.mutation<Bag, { id: string; change: BagChange }>({
      query: ({ id, change }) => ({ url: `/bags/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: (_result, _error, { id }) => ['Shelf', { type: 'Bag', id }],
    }),
    removeBag: build.mutation<null, string>({
      query: (id) => ({ url: `/bags/${id}`, method: 'DELETE', body: {} }),
      invalidatesTags: ['Shelf'],
    }),
    restoreBag: build.mutation<null, string>({
      query: (id) => ({ url: `/bags/${id}/restore`, method: 'POST', body: {} }),
      invalidatesTags: (_result, _error, id) => ['Shelf', { type: 'Bag', id }],
    }),
    addBrew: build.mutation<Pick<Brew, 'id'>, { bagId: string; brew: BrewDraft }>({
      query: ({ bagId, brew }) => ({ url: `/bags/${bagId}/brews`, method: 'POST', body: brew }),
      invalidatesTags: (_result, _error, { bagId }) => ['Shelf', 'Bench', 'Words', { type: 'Bag', id: bagId }],
    }),
    changeBrew: build.mutation<null, { bagId: string; id: string; brew: BrewDraft }>({
      query: ({ id, brew }) => ({ url: `/brews/${id}`, method: 'PUT', body: brew }),
      invalidatesTags: (_result, _error, { bagId }) => ['Shelf', 'Words', { type: 'Bag', id: bagId }],
    }),
    setFault: build.mutation<null, { bagId: string; id: string; fault: Brew['fault']; faultNote: string }>({
      query: ({ id, fault, faultNote }) => ({ url: `/brews/${id}/fault`, method: 'PUT', body: { fault, faultNote } }),
      invalidatesTags: (_result, _error, { bagId }) => ['Shelf', { type: 'Bag', id: bagId }],
    }),
    removeBrew: build.mutation<null, { bagId: string; id: string }>({
      query: ({ id }) => ({ url: `/brews/${id}`, method: 'DELETE', body: {} }),
      invalidatesTags: (_result, _error, { bagId }) => ['Shelf', { type: 'Bag', id: bagId }],
    }),
    restoreBrew: build.mutation<null, { bagId: string; id: string }>({
      query: ({ id }) => ({ url: `/brews/${id}/restore`, method: 'POST', body: {} }),
      invalidatesTags: (_result, _error, { bagId }) => ['Shelf', { type: 'Bag', id: bagId }],
    }),
    settings: build.query<Settings, undefined>({ query: () => '/settings', providesTags: ['Settings'] }),
    changeSettings: build.mutation<Settings, SettingsChange>({
      query: (body) => ({ url: '/settings', method: 'PATCH', body }),
      invalidatesTags: ['Settings', 'Shelf', 'Bag'],
      // Shown before the server has it; an answer still on its way knows nothing of it, and is asked for again
      // afterwards.
      onQueryStarted: async (change, { dispatch, queryFulfilled }) => {
        dispatch(api.util.getRunningQueryThunk('settings', undefined))?.abort();
        const shown = dispatch(api.util.updateQueryData('settings', undefined, (before) => withChange(before, change)));
        await queryFulfilled.catch(() => shown.undo());
      },
    }),
    session: build.query<SessionAnswer, undefined>({ query: () => '/session', providesTags: ['Session'] }),
    signIn: build.mutation<null, SignIn>({ query: (body) => ({ url: '/session', method: 'POST', body }) }),
    signOut: build.mutation<null, undefined>({ query: () => ({ url: '/session', method: 'DELETE', body: {} }) }),
    tasters: build.query<Taster[], undefined>({ query: () => '/tasters', providesTags: ['Tasters'] }),
    addTaster: build.mutation<Taster, TasterInput>({
      query: (body) => ({ url: '/tasters', method: 'POST', body }),
      invalidatesTags: ['Tasters'],
    }),
  }),
});

/**
 * Whether a change was only not taken yet: the server is away, or its disk takes nothing at the moment. The same can be
 * sent again.
 */
export function isPassing(error: FetchBaseQueryError | SerializedError | undefined): boolean {
  if (!error || !('status' in error)) return false;
  if (typeof error.status !== 'number') return error.status !== 'PARSING_ERROR';
  const code = problemOf(error)?.code;
  return code === 'disk-full' || code === 'storage' || code === 'signed-out';
}

/** What went wrong, in words, whatever the failure was: the server's own sentence, or that it could not be reached. */
export function problemOf(error: FetchBaseQueryError | SerializedError | undefined): ApiError | null {
  if (!error) return null;
  if ('data' in error) {
    const parsed = apiError.safeParse(error.data);
    if (parsed.success) return parsed.data.error;
  }
  const unreachable = 'status' in error && (error.status === 'FETCH_ERROR' || error.status === 'TIMEOUT_ERROR');
  return {
    code: 'internal',
    message: unreachable
      ? 'Slow Crest does not answer. Is it still running? What you wrote is kept here; try again.'
      : 'The answer could not be read. Try again.',
    fields: [],
  };
}
