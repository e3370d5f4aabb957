import { z } from 'zod';
import { id, name } from '../fields';

export const tasterInput = z.strictObject({ name: name('Name', 60) });

/** Merges a taster into another: their cups are one person's. Null lets them be two again. */
export const tasterMerge = z.strictObject({ into: id.nullable() });

export const taster = z.strictObject({
  id,
  name: z.string(),
  /** The taster this one was merged into; null while it stands for itself. */
  mergedInto: id.nullable(),
  /** How many cups are theirs. */
  cups: z.number().int(),
});
export type Taster = z.infer<typeof taster>;
