import { groupBy } from 'es-toolkit';
import { z } from 'zod';
import { ANY_ERROR, type Endpoint } from '../contract/endpoint';
import { ENDPOINTS } from '../contract/endpoints';
import { apiError, ERROR_STATUS } from '../contract/error';

const JSON_TYPE = 'application/json';

/** A schema as it is read (`input`) or answered (`output`). What JSON Schema cannot say is left open. */
function schemaOf(schema: z.ZodType, io: 'input' | 'output'): object {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any', reused: 'inline' });
  return rest;
}

function parametersOf({ params, query }: Endpoint): object[] {
  const one = (where: 'path' | 'query', object: z.ZodObject | undefined): object[] =>
    Object.entries(object?.shape ?? {}).map(([name, schema]) => ({
      name,
      in: where,
      schema: schemaOf(schema as z.ZodType, 'input'),
      required: where === 'path' || !(schema as z.ZodType).safeParse(undefined).success,
    }));
  return [...one('path', params), ...one('query', query)];
}

function responsesOf({ answer, creates, events, producesFile, errors = [] }: Endpoint): object {
  const failed = groupBy([...ANY_ERROR, ...errors], (code) => ERROR_STATUS[code]);
  const good = events
    ? { 200: { description: 'A stream of events', content: { 'text/event-stream': { schema: eventsSchema(events) } } } }
    : producesFile
      ? {
          200: { description: 'A file', content: { [producesFile]: { schema: { type: 'string', format: 'binary' } } } },
        }
      : answer
        ? { [creates ? 201 : 200]: { description: 'Done', content: contentOf(answer, 'output') } }
        : { 204: { description: 'Done' } };
  const bad = Object.entries(failed).map(([status, codes]) => [
    status,
    { description: [...new Set(codes)].join(', '), content: contentOf(apiError, 'output') },
  ]);
  return { ...good, ...(Object.fromEntries(bad) as object) };
}

const contentOf = (schema: z.ZodType, io: 'input' | 'output'): object => ({
  [JSON_TYPE]: { schema: schemaOf(schema, io) },
});

/** What each event of a stream carries. */
const eventsSchema = (events: NonNullable<Endpoint['events']>): object => ({
  type: 'object',
  properties: Object.fromEntries(Object.entries(events).map(([name, schema]) => [name, schemaOf(schema, 'output')])),
});

/** All endpoints as an OpenAPI 3.1 document. */
export function openApiDocument() {
  const paths: Record<string, Record<string, object>> = {};
  for (const [name, endpoint] of Object.entries(ENDPOINTS) as [string, Endpoint][]) {
    const path = endpoint.path.replaceAll(/:(\w+)/g, '{$1}');
    const { body, acceptsFile } = endpoint;
    (paths[path] ??= {})[endpoint.method.toLowerCase()] = {
      operationId: name,
      summary: endpoint.summary,
      parameters: parametersOf(endpoint),
      ...(acceptsFile && {
        requestBody: {
          required: true,
          content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } },
        },
      }),
      ...(body && { requestBody: { required: true, content: contentOf(body, 'input') } }),
      responses: responsesOf(endpoint),
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Slow Crest', version: '1', description: 'What the pages of Slow Crest ask of their server.' },
    servers: [{ url: '/api' }],
    paths,
  };
}
