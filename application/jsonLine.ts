import type { z } from 'zod';
import { fieldProblems } from '../contract/error';

/** Reads one line of NDJSON by a schema. Throws an Error whose message is a sentence that names the field. */
export function parseLine<S extends z.ZodType>(schema: S, line: string): z.output<S> {
  let json: unknown;
  try {
    json = JSON.parse(line);
  } catch {
    throw new Error('This line is not JSON');
  }
  const parsed = schema.safeParse(json);
  if (parsed.success) return parsed.data;
  throw new Error(
    fieldProblems(parsed.error)
      .slice(0, 5)
      .map(({ path, message }) => (path ? `${path}: ${message}` : message))
      .join('; '),
  );
}
