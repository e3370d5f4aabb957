import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router, type Request, type RequestHandler, type Response } from 'express';
import type { z } from 'zod';
import type { Endpoint } from '../contract/endpoint';
import type { AnswerOf, EventsOf } from '../contract/calls';
import { ENDPOINTS, type EndpointName, type Endpoints } from '../contract/endpoints';
import { notFound } from '../application/problem';
import { openStream } from './eventStream';
import { parse } from './http';

type Read<E, Part extends string> =
  E extends Readonly<Record<Part, infer S extends z.ZodType>> ? z.output<S> : undefined;

/** A request that was read by the schemas of its endpoint. */
export interface Call<N extends EndpointName> {
  params: Read<Endpoints[N], 'params'>;
  query: Read<Endpoints[N], 'query'>;
  body: Read<Endpoints[N], 'body'>;
  request: Request;
  response: Response;
  /** Does something once the answer is sent. */
  after: (work: () => unknown) => void;
}

/** Sends an event of a stream; while the reader takes nothing, only the newest of each `about` is kept for it. */
export type Send<N extends EndpointName> = <E extends keyof EventsOf<N> & string>(
  event: E,
  about: string,
  data: EventsOf<N>[E],
) => void;

/** A file to be kept by whoever asks: what it is called, and its bytes. */
export interface GivenFile {
  name: string;
  bytes: Readable;
  /** Shown where it is asked for, and kept there for good. */
  neverChanges?: true;
}

/** Answers a call; of a stream, begins it and says how it is ended. */
export type Handler<N extends EndpointName> = Endpoints[N] extends { readonly events: unknown }
  ? (call: Call<N>) => Promise<(send: Send<N>) => () => void>
  : Endpoints[N] extends { readonly producesFile: string }
    ? (call: Call<N>) => Promise<GivenFile> | GivenFile
    : (call: Call<N>) => Promise<AnswerOf<N>> | AnswerOf<N>;
export type Handlers<N extends EndpointName = EndpointName> = { [K in N]: Handler<K> };

interface Around {
  /** Lets pass who may, and throws a Problem for everyone else. */
  door: RequestHandler;
  /** What is done before a call is read. */
  before: Partial<Record<EndpointName, RequestHandler[]>>;
  /** Whether every answer is held against its schema. */
  checkAnswers: boolean;
  /** Only what answers guests of a sitting is there at all. */
  forGuests?: boolean;
}

/** The routes of all endpoints, in the order of their table. */
export function routesOf(handlers: Handlers, { door, before, checkAnswers, forGuests = false }: Around): Router {
  const routes = Router({ caseSensitive: true });
  for (const [name, endpoint] of Object.entries(ENDPOINTS) as [EndpointName, Endpoint][]) {
    if (forGuests && !endpoint.forGuests) continue;
    const method = endpoint.method.toLowerCase() as Lowercase<Endpoint['method']>;
    const [handle, checked] = [handlers[name] as AnyHandler, checkAnswers ? endpoint.answer : undefined];
    routes[method](
      endpoint.path,
      ...(before[name] ?? []),
      ...(endpoint.open ? [] : [door]),
      async (request, response) => {
        const after: (() => unknown)[] = [];
        const answer = await handle({
          ...readCall(endpoint, request),
          request,
          response,
          after: (work: () => unknown) => void after.push(work),
        });
        if (endpoint.events) begin(answer as Begin, response);
        else if (endpoint.producesFile) await sendFile(answer as GivenFile, endpoint.producesFile, response);
        else if (endpoint.answer)
          response.status(endpoint.creates ? 201 : 200).json(assertAnswerSchema(name, checked, answer));
        else response.status(204).end();
        for (const work of after) work();
      },
    );
  }
  return routes;
}

type AnyHandler = (call: unknown) => Promise<unknown>;
type Begin = (send: (event: string, about: string, data: unknown) => void) => () => void;

/** The parts of a request through their schemas. What is named in the address and cannot be is not there. */
function readCall({ params, query, body }: Endpoint, request: Request): object {
  if (params && 'id' in params.shape && !params.safeParse(request.params).success) throw notFound('What you asked for');
  return {
    params: params && parse(params, request.params),
    query: query && parse(query, request.query),
    body: body && parse(body, request.body),
  };
}

function begin(start: Begin, response: Response): void {
  const stream = openStream(response);
  response.once(
    'close',
    start((event, about, data) => stream.send(event, about, data)),
  );
}

/**
 * Sends a file. Where it breaks off half way the connection does as well: half a file must not look like a whole one.
 */
async function sendFile({ name, bytes, neverChanges }: GivenFile, type: string, response: Response): Promise<void> {
  const how = neverChanges ? 'inline' : 'attachment';
  response.status(200).type(type).set('content-disposition', `${how}; filename="${name}"`);
  if (neverChanges) response.set('cache-control', 'private, max-age=31536000, immutable');
  try {
    await pipeline(bytes, response);
  } catch {
    response.destroy();
  }
}

/** An answer as it is sent. Throws where it is not what the table says: that is a fault of ours. */
function assertAnswerSchema(name: string, schema: z.ZodType | undefined, answer: unknown): unknown {
  if (!schema) return answer;
  const checked = schema.safeParse(JSON.parse(JSON.stringify(answer)));
  if (checked.success) return answer;
  const where = checked.error.issues.map(({ path, code }) => `${path.join('.')} (${code})`).join(', ');
  const sentence = `The answer of ${name} is not what its schema says: ${where}`;
  // The log holds no messages; this one names fields alone, and is for whoever is changing them.
  process.stderr.write(`${sentence}\n`);
  throw new Error(sentence);
}
