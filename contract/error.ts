import { z } from 'zod';

/** Failures the application tells apart. `disk-full` and `storage` pass: the same change can be sent again later. */
const ERROR_CODES = [
  'invalid',
  'not-found',
  'conflict',
  'too-large',
  'unsupported',
  'forbidden',
  'signed-out',
  'too-many',
  'disk-full',
  'storage',
  'internal',
] as const;

/** The HTTP status each is answered with. */
export const ERROR_STATUS: Readonly<Record<(typeof ERROR_CODES)[number], number>> = {
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

/** What went wrong, in a sentence for the person, with the fields that can mend it. */
export const apiError = z.strictObject({
  error: z.strictObject({
    code: z.enum(ERROR_CODES),
    message: z.string(),
    fields: z.array(z.strictObject({ path: z.string(), message: z.string() })),
  }),
});
export type ApiError = z.infer<typeof apiError>['error'];
export type FieldProblem = ApiError['fields'][number];

/** A form has fewer fields than this; what has more problems is no form of ours, and its answer stays short. */
const MOST_PROBLEMS = 100;
const LONGEST_PATH = 200;

/**
 * The problems a schema found, one per field, with dotted paths; an unknown key is named as a field of its own. At most
 * 100 are named.
 */
export function fieldProblems(error: Pick<z.core.$ZodError, 'issues'>): FieldProblem[] {
  const problems: FieldProblem[] = [];
  for (const issue of error.issues) {
    const path = issue.path.join('.');
    const named =
      issue.code === 'unrecognized_keys'
        ? issue.keys.slice(0, MOST_PROBLEMS).map((key) => unknownField(path, key))
        : [{ path, message: issue.message }];
    problems.push(...named.map((problem) => ({ ...problem, path: problem.path.slice(0, LONGEST_PATH) })));
    if (problems.length >= MOST_PROBLEMS) break;
  }
  return problems.slice(0, MOST_PROBLEMS);
}

function unknownField(path: string, key: string): FieldProblem {
  return { path: path ? `${path}.${key}` : key, message: `There is no field called "${key.slice(0, 60)}" here` };
}
