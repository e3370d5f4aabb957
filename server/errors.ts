import type { ApiError, FieldProblem } from '../contract/error';

const STATUS: Readonly<Record<ApiError['code'], number>> = {
  invalid: 422,
  'not-found': 404,
  conflict: 409,
  'too-large': 413,
  unsupported: 415,
  forbidden: 403,
  'signed-out': 401,
  'too-many': 429,
  'disk-full': 507,
  storage: 503,
  internal: 500,
};

/** A failure with a sentence for the person, and the fields that can mend it. */
export class Problem extends Error {
  /** Of the answer over HTTP. */
  readonly status: number;

  constructor(
    readonly code: ApiError['code'],
    message: string,
    readonly fields: FieldProblem[] = [],
    status?: number,
  ) {
    super(message);
    this.status = status ?? STATUS[code];
  }

  toJSON(): { error: ApiError } {
    return { error: { code: this.code, message: this.message, fields: this.fields } };
  }
}

/** Something in the request is wrong at one field. */
export function invalidField(path: string, message: string): Problem {
  return new Problem('invalid', `${message}. Nothing was saved.`, [{ path, message }]);
}

export function notFound(what: string): Problem {
  return new Problem('not-found', `${what} is not here. It may have been deleted.`);
}
