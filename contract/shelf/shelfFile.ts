import { z } from 'zod';
import { bagFile } from '../bag/bagFile';
import { plainDate, quantity } from '../fields';

/** The open shelf format, version 1: one JSON object a line. Unknown keys are ignored, so newer writers can be read. */

const cupsOfADay = (what: string) => quantity(what, 0, 50, 'cups').int(`${what} must be a whole number`);

/** A bag of the open bag format, which need not say so again. */
const bagOfShelf = z.preprocess(
  (value) => (typeof value === 'object' && value !== null ? { format: 'slow-crest.bag', version: 1, ...value } : value),
  bagFile,
);

/** With what is left of it; without that, by its weight and its brews. */
const shelvedBag = bagOfShelf.and(
  z.object({
    gramsLeft: quantity('Grams left', 0, 20_000, 'g')
      .nullish()
      .transform((grams) => grams ?? null),
  }),
);

export const shelfFile = z.object({
  format: z.literal('slow-crest.shelf', { error: 'The format must be "slow-crest.shelf"' }),
  version: z.literal(1, { error: 'Only version 1 of the format can be read' }),
  today: plainDate('Today'),
  days: quantity('Days', 1, 180, 'days').int('Days must be a whole number').default(60),
  cupsPerDay: z
    .array(cupsOfADay('Cups per day'))
    .length(7, 'Cups per day are seven numbers, from Monday on')
    .default([1, 1, 1, 1, 1, 1, 1]),
  freezer: z.boolean({ error: 'Freezer must be true or false' }).default(false),
  variety: quantity('Variety', 0, 20, 'points').default(0),
  visitors: z
    .array(z.object({ on: plainDate('The day of the visit'), cups: cupsOfADay('Cups for visitors') }))
    .max(200, 'A shelf can have 200 visits at most')
    .default([]),
  bags: z.array(shelvedBag).max(100, 'A shelf can hold 100 bags at most'),
});
export type ShelfFile = z.infer<typeof shelfFile>;
