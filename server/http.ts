import type { NextFunction, Request, Response } from 'express';
import type { Logger } from 'pino';
import type { z } from 'zod';
import { ERROR_STATUS, fieldProblems } from '../contract/error';
import { Problem } from '../application/problem';
import { fileProblem } from './db/storageProblem';

/** A value through its schema. Throws an invalid Problem that names every field at fault. */
export function parse<T extends z.ZodType>(schema: T, value: unknown): z.output<T> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const fields = fieldProblems(parsed.error);
  const message =
    fields.length === 1
      ? `${fields[0]?.message}.`
      : `${fields.length} fields need another look: ${fields
          .slice(0, 5)
          .map((f) => f.path || 'the whole')
          .join(', ')}.`;
  throw new Problem('invalid', `${message} Nothing was saved.`, fields);
}

/** What the reader of bodies and addresses found wrong with a request, by its status. */
const AT_FAULT: Readonly<Record<number, [code: Problem['code'], sentence: string]>> = {
  413: ['too-large', 'This is more than can be taken at once. Nothing was saved.'],
  415: [
    'unsupported',
    'A change must be sent as JSON in UTF-8, as it is or packed with gzip, deflate or br. Nothing was saved.',
  ],
};

/** A request that could not even be read, with the status its reader gave it. */
class AtFault extends Problem {
  constructor(
    code: Problem['code'],
    sentence: string,
    readonly status: number,
  ) {
    super(code, sentence);
  }
}

/** A Problem for whatever was thrown: a request at fault is told so, anything else is unexpected. */
export function problemOf(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const full = fileProblem(error);
  if (full) return full;
  const status = error instanceof Error && 'status' in error && typeof error.status === 'number' ? error.status : 500;
  if (status >= 400 && status < 500) {
    const [code, sentence] = AT_FAULT[status] ?? [
      'invalid',
      error instanceof URIError
        ? 'This address cannot be read. Nothing was changed.'
        : 'The request cannot be read as JSON. Nothing was saved.',
    ];
    return new AtFault(code, sentence, status);
  }
  return new Problem(
    'internal',
    'Something went wrong here, and nothing was changed. Trying again may help; the log of the server says more.',
  );
}

/** The last of the handlers: answers every failure in one form, and logs those that are ours. */
export function answerErrors(log: Logger) {
  return (error: unknown, request: Request, response: Response, next: NextFunction): void => {
    const problem = problemOf(error);
    const status = problem instanceof AtFault ? problem.status : ERROR_STATUS[problem.code];
    if (status >= 500) log.error({ err: error, method: request.method, path: request.path }, 'request failed');
    if (response.headersSent) next(error);
    else if (request.originalUrl.startsWith('/api')) response.status(status).json(problem);
    else response.status(status).type('text/plain').send(problem.message);
  };
}

/** What files are sent as. */
const FILE_TYPE = 'application/octet-stream';

/** Writes only come as JSON or as a plain file: a form on another site can send neither without being asked first. */
export function requireJson(request: Request, _response: Response, next: NextFunction): void {
  const writes = request.method !== 'GET' && request.method !== 'HEAD';
  if (writes && !request.is(['application/json', FILE_TYPE]))
    throw new Problem('invalid', 'A change must be sent as JSON (content-type application/json).');
  next();
}
