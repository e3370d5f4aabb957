import { z } from 'zod';
import type { ApiError } from './error';
import { id } from './fields';

/** What an answer tells of and a change touches: whoever shows one of these asks anew once it was changed. */
export const RESOURCES = [
  'Shelf',
  'Bag',
  'Tasters',
  'Settings',
  'Recipes',
  'Grinders',
  'Bench',
  'Words',
  'Session',
  'Backups',
  'Notebooks',
  'Exchanges',
  'History',
  'Pictures',
  'Calendar',
  'Sittings',
  'Sitting',
  'Sharing',
  'Seat',
  'References',
  'Trainer',
  'WriteUps',
  'WriteUp',
] as const;
export type Resource = (typeof RESOURCES)[number];

/** Something the application answers to, over HTTP under `/api`. */
export interface Endpoint {
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** With `:name` for each of `params`. */
  path: string;
  /** What it is, in a line. */
  summary: string;
  params?: z.ZodObject;
  query?: z.ZodObject;
  body?: z.ZodType;
  /** What is answered; nothing (204) where it is left out. */
  answer?: z.ZodType;
  /** The media type of a file that is answered in place of JSON, to be kept by whoever asks. */
  producesFile?: string;
  /** A file is sent in place of JSON, as it is. */
  acceptsFile?: 'file';
  /** Something new: answered with 201. */
  creates?: true;
  /** A stream of server-sent events, each with its schema, in place of an answer. */
  events?: Readonly<Record<string, z.ZodType>>;
  /** Answers also who is not signed in. */
  open?: true;
  /** Answers guests of a shared sitting as well; everything else is not there for them. */
  forGuests?: true;
  /** Failures of its own, besides those any request can meet. */
  errors?: readonly ApiError['code'][];
  /** What the answer tells of. */
  providesTags?: readonly Resource[];
  /** What it changes. */
  invalidatesTags?: readonly Resource[];
  /** For an answer that is soon out of date: how long a page that no longer shows it keeps it, seconds. */
  keepS?: number;
  /** Of a change: sent at once, though others wait, and even as its page is left. */
  urgent?: true;
}

type Rest = Omit<Endpoint, 'method' | 'path' | 'summary'>;
/** How an endpoint of one method is written down: where it is, what it is in a line, and the rest. */
const endpointOf =
  <const M extends Endpoint['method']>(method: M) =>
  <const R extends Rest>(path: string, summary: string, rest: R) => ({ method, path, summary, ...rest });
export const get = endpointOf('GET');
export const post = endpointOf('POST');
export const put = endpointOf('PUT');
export const patch = endpointOf('PATCH');
export const remove = endpointOf('DELETE');

export const byId = z.strictObject({ id });
/** What is sent where there is nothing to say. */
export const nothing = z.strictObject({});
export const added = z.strictObject({ id });

/** Failures any request can meet. */
export const ANY_ERROR: readonly ApiError['code'][] = [
  'invalid',
  'forbidden',
  'signed-out',
  'too-large',
  'unsupported',
  'disk-full',
  'storage',
  'internal',
];
