import { ERROR_STATUS, type ApiError, type FieldProblem } from '../contract/error';

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
    this.status = status ?? ERROR_STATUS[code];
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
