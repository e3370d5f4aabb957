import { z } from 'zod';
import { name, quantity } from '../fields';

/** The most parts a sheet can have. */
export const PARTS_MAX = 24;

const partFields = {
  id: z.string().min(1).max(80),
  name: name('The part', 40),
  most: quantity('The most it can be given', 0.1, 1000),
  step: quantity('The step', 0.05, 100),
  takenOff: z.boolean({ error: 'Taken off must be yes or no' }),
};
const partsLimit = `A sheet can have ${PARTS_MAX} parts at most`;

function haveOneName(parts: readonly { name: string }[]): boolean {
  return new Set(parts.map((part) => part.name.toLowerCase())).size === parts.length;
}

/** A sheet of parts as the household composes it. */
export const sheetOfParts = z
  .array(z.strictObject(partFields))
  .max(PARTS_MAX, partsLimit)
  .refine(haveOneName, { error: 'Two parts have the same name' })
  .refine((parts) => parts.some(({ takenOff }) => !takenOff), { error: 'At least one part must count' });

/** The parts a cup was marked by. */
export const markedParts = z
  .array(
    z
      .strictObject({ ...partFields, mark: z.number({ error: 'The mark must be a number' }).nullable() })
      .superRefine(({ mark, most, step, name: part }, context) => {
        if (mark === null) return;
        const wrong = (message: string): void => context.addIssue({ code: 'custom', path: ['mark'], message });
        const what = part.charAt(0).toUpperCase() + part.slice(1);
        if (!(mark >= 0 && mark <= most)) wrong(`${what} must be between 0 and ${most}`);
        else if (Math.abs(Math.round(mark / step) * step - mark) > 1e-6) wrong(`${what} goes in steps of ${step}`);
      }),
  )
  .max(PARTS_MAX, partsLimit);
