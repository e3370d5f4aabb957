import type { z } from 'zod';
import { Problem } from '../../application/problem';
import { fieldProblems } from '../../contract/error';
import { isReadableAllTheSame } from '../../contract/fields';

/** Rows that somebody else wrote, or a disk damaged: one spoils its own page and no other, and says why. */

/** What a row was found to be, by its id and revision: a row that did not change is not looked at again. */
const looked = new Map<string, string | null>();
const MOST_LOOKED = 50_000;

/** Why a row cannot be read, naming the field; null where it can. Looked at once for each revision. */
export function whyUnreadable(
  { id, revision }: { id: string; revision: number },
  row: unknown,
  schema: z.ZodType,
): string | null {
  const key = `${id} ${revision}`;
  const known = looked.get(key);
  if (known !== undefined) return known;
  const issues = schema.safeParse(row).error?.issues.filter((issue) => !isReadableAllTheSame(issue)) ?? [];
  const [first] = fieldProblems({ issues });
  const why = first ? `${first.path || 'the row'}: ${first.message}` : null;
  if (looked.size > MOST_LOOKED) looked.clear();
  // What is wrong may be mended by hand, which raises no revision.
  if (why === null) looked.set(key, why);
  return why;
}

/** Something that is there and cannot be shown as it is. */
export const unreadable = (what: string, why: string): Problem =>
  new Problem(
    'conflict',
    `${what} is kept, but what is written of it in the database cannot be read (${why}). Everything else is as it was. A backup made before may still have it whole.`,
  );
