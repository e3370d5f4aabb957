import type { WordInput, Words } from '../../contract/word';
import { api } from './api';

/** Cups show words by their names, so every change to a word redraws them. */
const REDRAWN = ['Words', 'Bag', 'Shelf'] as const;

/** The household's vocabulary, and words that would not come. */
export const wordApi = api.injectEndpoints({
  endpoints: (build) => ({
    words: build.query<Words, undefined>({ query: () => '/words', providesTags: ['Words'] }),
    addWord: build.mutation<{ id: string }, WordInput>({
      query: (body) => ({ url: '/words', method: 'POST', body }),
      invalidatesTags: ['Words'],
    }),
    renameWord: build.mutation<null, { id: string; word: WordInput }>({
      query: ({ id, word }) => ({ url: `/words/${encodeURIComponent(id)}`, method: 'PUT', body: word }),
      invalidatesTags: REDRAWN,
    }),
    mergeWord: build.mutation<null, { id: string; into: string | null }>({
      query: ({ id, into }) => ({ url: `/words/${encodeURIComponent(id)}/merge`, method: 'PUT', body: { into } }),
      invalidatesTags: REDRAWN,
    }),
    removeWord: build.mutation<null, string>({
      query: (id) => ({ url: `/words/${encodeURIComponent(id)}`, method: 'DELETE', body: {} }),
      invalidatesTags: REDRAWN,
    }),
    endNag: build.mutation<null, { brewId: string; word: string | null }>({
      query: ({ brewId, word }) => ({ url: `/brews/${brewId}/nag`, method: 'PUT', body: { word } }),
      invalidatesTags: REDRAWN,
    }),
    nagAgain: build.mutation<null, string>({
      query: (brewId) => ({ url: `/brews/${brewId}/nag`, method: 'DELETE', body: {} }),
      invalidatesTags: REDRAWN,
    }),
  }),
});
