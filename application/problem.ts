import type { ApiError, FieldProblem } from '../contract/error';

/** A failure with a sentence for the person, and the fields that can mend it; whoever asked, and however. */
export class Problem extends Error {
  constructor(
    readonly code: ApiError['code'],
    message: string,
    readonly fields: FieldProblem[] = [],
  ) {
    super(message);
  }

  toJSON(): { error: ApiError } {
    return { error: { code: this.code, message: this.message, fields: this.fields } };
  }
}

/** Something in what was sent is wrong at one field. */
export function invalidField(path: string, message: string): Problem {
  return new Problem('invalid', `${message}. Nothing was saved.`, [{ path, message }]);
}

export function notFound(what: string): Problem {
  return new Problem('not-found', `${what} is not here. It may have been deleted.`);
}
