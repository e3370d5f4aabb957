import type { z } from 'zod';
import type { EndpointName, Endpoints } from './endpoints';

/** A part of an endpoint's schema as it is sent, or nothing. */
type Sent<E, Part extends string> = E extends Readonly<Record<Part, infer S extends z.ZodType>> ? z.input<S> : unknown;
type Body<E> = E extends { readonly body: infer S extends z.ZodType }
  ? z.input<S> extends Record<string, never>
    ? { body?: z.input<S> }
    : { body: z.input<S> }
  : unknown;

/** A file that is sent, where an endpoint takes one. */
type SentFile<E> = E extends { readonly acceptsFile: 'file' } ? { file: Blob } : unknown;

/** What a caller says: params and query by their names, and the body or the file. */
export type CallOf<N extends EndpointName> = Sent<Endpoints[N], 'params'> &
  Sent<Endpoints[N], 'query'> &
  Body<Endpoints[N]> &
  SentFile<Endpoints[N]>;

/** What is answered; null where there is no answer. */
export type AnswerOf<N extends EndpointName> = Endpoints[N] extends { readonly answer: infer S extends z.ZodType }
  ? z.output<S>
  : null;

/** What a stream tells, by the name of each event. */
export type EventsOf<N extends EndpointName> = Endpoints[N] extends { readonly events: infer E }
  ? { [Name in keyof E]: E[Name] extends z.ZodType ? z.output<E[Name]> : never }
  : never;

/** Endpoints that stream. */
export type StreamName = {
  [N in EndpointName]: Endpoints[N] extends { readonly events: unknown } ? N : never;
}[EndpointName];

/** Endpoints that answer with a file. */
export type FileName = {
  [N in EndpointName]: Endpoints[N] extends { readonly producesFile: string } ? N : never;
}[EndpointName];
