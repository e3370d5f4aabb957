import type { SerializedError } from '@reduxjs/toolkit';
import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type EndpointBuilder,
  type FetchArgs,
  type FetchBaseQueryError,
  type FetchBaseQueryMeta,
  type MutationDefinition,
  type QueryDefinition,
} from '@reduxjs/toolkit/query/react';
import { withChange } from '../../application/settings';
import { RESOURCES, type Endpoint, type Resource } from '../../contract/endpoint';
import type { AnswerOf, CallOf, FileName, StreamName } from '../../contract/calls';
import { ENDPOINTS, type EndpointName, type Endpoints } from '../../contract/endpoints';
import { apiError, type ApiError } from '../../contract/error';
import type { Bench, LiveBrew } from '../../contract/bench/live';
import { addressOf, type AnyCall } from './address';
import { SerialisedWrites } from './serialisedWrites';
import { steadyNow } from '../state/steadyNow';
import { localDate } from '../state/today';

const send = fetchBaseQuery({ baseUrl: '/api' });
export const SIGN_IN = '/sign-in';

const writes = new SerialisedWrites();
addEventListener('pagehide', () => writes.leave());
addEventListener('pageshow', () => writes.stay());
document.addEventListener('visibilitychange', () =>
  document.visibilityState === 'hidden' ? writes.leave() : writes.stay(),
);

/** A connection that hangs must not hold up what comes after it, ms. */
const PATIENCE_MS = 20_000;
/** What browsers let outlive its page, as characters; well under their limit of 64 KB for all of a page together. */
const OUTLIVES = 16_000;

type BaseQuery = BaseQueryFn<FetchArgs, unknown, FetchBaseQueryError, object, FetchBaseQueryMeta>;

/**
 * Changes go one after another, and outlive the page they were made on where they are small enough. What can be sent
 * again without harm is given up after a while; what asks for it itself is sent at once.
 */
const serialised: BaseQuery = (request, context, options) => {
  if (request.method === 'GET' || request.keepalive === true) return send(request, context, options);
  const keepalive = !(request.body instanceof Blob) && JSON.stringify(request.body ?? null).length < OUTLIVES;
  const again = request.method === 'POST' ? {} : { timeout: PATIENCE_MS };
  return writes.run(async () => send({ ...request, keepalive, ...again }, context, options));
};

/** Where a browser that is not signed in goes, to come back to where it was. What was written stays here meanwhile. */
const redirectWhenSignedOut: BaseQuery = async (request, context, options) => {
  const answer = await serialised(request, context, options);
  if (answer.error?.status === 401 && location.pathname !== SIGN_IN)
    location.assign(`${SIGN_IN}?${new URLSearchParams({ to: location.pathname + location.search }).toString()}`);
  return answer;
};

/** The brews on the bench, and how far the server's clock is ahead of this one, ms. */
export interface BenchNow {
  brews: LiveBrew[];
  aheadMs: number;
}

/** Answers that mean something only at the moment they arrive. */
const ON_ARRIVAL = {
  bench: ({ brews, now }: Bench): BenchNow => ({ brews, aheadMs: now - steadyNow() }),
};

/** What a call is given: nothing where there is nothing to say. */
type Argument<N extends EndpointName> =
  unknown extends CallOf<N> ? undefined : Partial<CallOf<N>> extends CallOf<N> ? CallOf<N> | undefined : CallOf<N>;
type Answer<N extends EndpointName> = N extends keyof typeof ON_ARRIVAL
  ? ReturnType<(typeof ON_ARRIVAL)[N]>
  : AnswerOf<N>;
type Definition<N extends EndpointName> = Endpoints[N]['method'] extends 'GET'
  ? QueryDefinition<Argument<N>, BaseQuery, Resource, Answer<N>, 'api'>
  : MutationDefinition<Argument<N>, BaseQuery, Resource, Answer<N>, 'api'>;
type Definitions = { [N in Exclude<EndpointName, StreamName | FileName>]: Definition<N> };

/** A query or a mutation for every endpoint that answers. */
function definitions(build: EndpointBuilder<BaseQuery, Resource, 'api'>): Definitions {
  const all = (Object.entries(ENDPOINTS) as [EndpointName, Endpoint][]).filter(
    ([, { events, producesFile }]) => !events && !producesFile,
  );
  return Object.fromEntries(
    all.map(([name, endpoint]) => {
      const { method, providesTags = [], invalidatesTags = [], keepS, urgent, acceptsFile } = endpoint;
      const query = (call: AnyCall | undefined): FetchArgs => ({
        url: addressOf(endpoint, call),
        method,
        ...(method === 'GET'
          ? {}
          : acceptsFile
            ? { body: call?.file, headers: { 'content-type': 'application/octet-stream' } }
            : { body: call?.body ?? {}, keepalive: urgent }),
      });
      const transformResponse = (ON_ARRIVAL as Record<string, ((answer: never) => unknown) | undefined>)[name];
      return [
        name,
        method === 'GET'
          ? build.query({ query, providesTags: [...providesTags], keepUnusedDataFor: keepS, transformResponse })
          : build.mutation({ query, invalidatesTags: [...invalidatesTags] }),
      ];
    }),
  ) as unknown as Definitions;
}

/** The one way to the server: every endpoint of the table, by its name. */
export const api = createApi({
  reducerPath: 'api',
  refetchOnFocus: true,
  refetchOnReconnect: true,
  baseQuery: redirectWhenSignedOut,
  tagTypes: [...RESOURCES],
  endpoints: definitions,
}).enhanceEndpoints({
  endpoints: {
    // A tap that was refused is sent again; what it would have changed is as it was.
    changeLive: { invalidatesTags: (_answer, error) => (error ? [] : [...ENDPOINTS.changeLive.invalidatesTags]) },
    changeSettings: {
      // Shown before the server has it; an answer still on its way knows nothing of it, and is asked for again
      // afterwards.
      onQueryStarted: async ({ body }, { dispatch, queryFulfilled }) => {
        dispatch(api.util.getRunningQueryThunk('settings', undefined))?.abort();
        const shown = dispatch(api.util.updateQueryData('settings', undefined, (before) => withChange(before, body)));
        await queryFulfilled.catch(() => shown.undo());
      },
    },
    changeWriteUp: {
      // Shown before the server has it, as with settings.
      onQueryStarted: async ({ id, body }, { dispatch, queryFulfilled }) => {
        const asked = { id, today: localDate() };
        dispatch(api.util.getRunningQueryThunk('writeUp', asked))?.abort();
        const shown = dispatch(
          api.util.updateQueryData('writeUp', asked, (before) => {
            Object.assign(before.content, body);
          }),
        );
        await queryFulfilled.catch(() => shown.undo());
      },
    },
  },
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
