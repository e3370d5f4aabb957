import { z } from 'zod';
import { isOwnAddress } from '../../core/draft';
import { isKey, text } from '../fields';

/**
 * What was written on a sheet and not yet saved. Each device keeps its own copy, with a count of its changes and of
 * those of other devices it has taken over, so that one never overwrites another and it can be told which follows
 * which.
 */
export const deviceId = z
  .string()
  .min(8, 'A device needs a name')
  .max(64)
  .refine(isKey, { error: 'A device needs another name' });
export const draftKey = z.string().min(1).max(200);

/** Changes taken in, by device. */
export const changeCounts = z
  .record(deviceId, z.number().int().min(0))
  .refine((counts) => Object.keys(counts).length <= 50, { error: 'Too many devices' });
export type ChangeCounts = z.infer<typeof changeCounts>;

export const draftInput = z.strictObject({
  counts: changeCounts,
  /** What it is, for the shelf. */
  title: text('The title', 200),
  /** The address at which it goes on. */
  href: z.string().max(500).refine(isOwnAddress, { error: 'A draft goes on at an address of this application' }),
  /** The form as typed. */
  typed: z.record(z.string(), z.unknown()),
});
export type DraftInput = z.infer<typeof draftInput>;

export const draft = draftInput.extend({ key: draftKey, device: deviceId, updatedAt: z.string() });
export type Draft = z.infer<typeof draft>;

/** A draft without its content. */
export const draftHead = draft.omit({ typed: true, counts: true });
export type DraftHead = z.infer<typeof draftHead>;
