import { z } from 'zod';
import { id } from '../fields';

/** What was changed of bags and brews in the last thirty days, each with the way back. */

export const CHANGE_SUBJECTS = ['bag', 'brew'] as const;
export type ChangeSubject = (typeof CHANGE_SUBJECTS)[number];
export const CHANGE_KINDS = ['added', 'changed', 'deleted', 'restored'] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

export const historyQuery = z.strictObject({
  /** Of one bag and its brews; of all without it. */
  bag: id.optional(),
  /** Only what was changed before this change: the next page. */
  before: id.optional(),
});

/** One change, the newest first. */
export const change = z.strictObject({
  id,
  at: z.string(),
  subject: z.enum(CHANGE_SUBJECTS),
  subjectId: id,
  bagId: id,
  bagName: z.string(),
  /** When the brew was made; null of a bag. */
  brewedAt: z.string().nullable(),
  kind: z.enum(CHANGE_KINDS),
  /** What is different, field by field with dotted paths, as it was and as it became. */
  fields: z.array(z.strictObject({ path: z.string(), before: z.unknown(), after: z.unknown() })),
  /** Whether it was taken back. */
  isUndone: z.boolean(),
  /** Whether what it is about is deleted now. */
  isDeleted: z.boolean(),
});
export type Change = z.infer<typeof change>;

export const history = z.strictObject({ changes: z.array(change), hasMore: z.boolean() });
export type History = z.infer<typeof history>;
