import type { NextFunction, Request, Response } from 'express';
import type { Logger } from 'pino';
import type { z } from 'zod';
import { fieldProblems } from '../contract/error';
import { Problem } from './errors';

/** A value through its schema. Throws an invalid Problem that names every field at fault. */
export function parse<T extends z.ZodType>(schema: T, value: unknown): z.output<T> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const fields = fieldProblems(parsed.error);
  const message = fields.length === 1 ? `${fields[0]?.message}.` : `${fields.length} fields need another look: ${fields.slice(0, 5).map((f) => f.path || 'the whole').join(', ')}.`;
  throw new Problem('invalid', `${message} Nothing was saved.`, fields);
}

/** A Problem for whatever was thrown; what is not one already is unexpected, unless it is body-parser's. */
function problemOf(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const type = error instanceof Error && 'type' in error ? error.type : null;
  if (type === 'entity.too.large') return new Problem('too-large', 'This is more than can be taken at once. Nothing was saved.');
  if (type === 'entity.parse.failed') return new Problem('invalid', 'The request is not JSON. Nothing was saved.');
  return new Problem('internal', 'Something went wrong here, and nothing was changed. Trying again may help; the log of the server says more.');
}

/** The last of the handlers: answers every failure in one form, and logs those that are ours. */
export function answerErrors(log: Logger) {
  return (error: unknown, request: Request, response: Response, next: NextFunction): void => {
    const problem = problemOf(error);
    if (problem.status >= 500) log.error({ err: error, method: request.method, path: request.path }, 'request failed');
    if (response.headersSent) next(error);
    else response.status(problem.status).json(problem);
  };
}

/** Writes only come as JSON: a form on another site cannot send that without being asked first. */
export function requireJson(request: Request, _response: Response, next: NextFunction): void {
  const writes = request.method !== 'GET' && request.method !== 'HEAD';
  if (writes && !request.is('application/json')) throw new Problem('invalid', 'A change must be sent as JSON (content-type application/json).');
  next();
}
