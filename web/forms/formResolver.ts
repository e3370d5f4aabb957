import type { FieldValues, Resolver } from 'react-hook-form';
import { toNestErrors } from '@hookform/resolvers';
import type { z } from 'zod';
import { fieldProblems } from '../../contract/error';

/**
 * Checks what was typed against the contract: the form's text is turned into values, and the schema judges those. What
 * the sheet was laid over is no part of it.
 */
export function typedResolver<Typed extends FieldValues, Schema extends z.ZodType>(
  toValues: (typed: Typed) => unknown,
  schema: Schema,
): Resolver<Typed, unknown, z.output<Schema>> {
  return ({ basis: _, ...typed }, _context, options) => {
    const parsed = schema.safeParse(toValues(typed as unknown as Typed));
    if (parsed.success) return { values: parsed.data, errors: {} };
    const flat: Record<string, { type: string; message: string }> = {};
    for (const { path, message } of fieldProblems(parsed.error)) flat[path] ??= { type: 'schema', message };
    return { values: {}, errors: toNestErrors<Typed>(flat, options) };
  };
}
