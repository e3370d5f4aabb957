import { z } from 'zod';

/** What went wrong, in a sentence for the person, with the fields that can mend it. */
export const apiError = z.strictObject({
  error: z.strictObject({
    code: z.enum(['invalid', 'not-found', 'conflict', 'too-large', 'internal']),
    message: z.string(),
    fields: z.array(z.strictObject({ path: z.string(), message: z.string() })),
  }),
});
export type ApiError = z.infer<typeof apiError>['error'];
export type FieldProblem = ApiError['fields'][number];

/** The problems a schema found, one per field, with dotted paths; an unknown key is named as a field of its own. */
export function fieldProblems(error: z.core.$ZodError): FieldProblem[] {
  return error.issues.flatMap((issue) => {
    const path = issue.path.join('.');
    if (issue.code !== 'unrecognized_keys') return [{ path, message: issue.message }];
    return issue.keys.map((key) => ({ path: path ? `${path}.${key}` : key, message: `There is no field called "${key.slice(0, 60)}" here` }));
  });
}
