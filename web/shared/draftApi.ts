import type { Draft, DraftInput } from '../../contract/draft';
import type { ChangeCounts } from '../../core/draft';
import { api } from './api';

const path = (key: string, device: string): string =>
  `/drafts/${encodeURIComponent(key)}/${encodeURIComponent(device)}`;

/** Sheets that are written on and not saved. */
export const draftApi = api.injectEndpoints({
  endpoints: (build) => ({
    drafts: build.query<Draft[], string>({
      query: (key) => `/drafts/${encodeURIComponent(key)}`,
      keepUnusedDataFor: 0,
    }),
    keepDraft: build.mutation<Draft[], { key: string; device: string; draft: DraftInput; closing: boolean }>({
      query: ({ key, device, draft, closing }) => ({
        url: path(key, device),
        method: 'PUT',
        body: draft,
        keepalive: closing,
      }),
      invalidatesTags: ['Shelf'],
    }),
    dropDraft: build.mutation<null, { key: string; device: string; counts: ChangeCounts }>({
      // The page may be left as soon as the sheet is saved.
      query: ({ key, device, counts }) => ({ url: path(key, device), method: 'DELETE', body: counts, keepalive: true }),
      invalidatesTags: ['Shelf'],
    }),
  }),
});
