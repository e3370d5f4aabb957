import { z } from 'zod';
import { PROCESSES, ROAST_LEVELS } from '../../core/crest';
import { id, name, oneOf, plainDate, quantity, text } from '../fields';

const day = (what: string) => plainDate(what).nullable().default(null);

/** A bag that is wished for or on its way. */
export const orderFields = {
  name: name('Name', 120),
  roaster: text('Roaster', 120).trim().default(''),
  /** The bag this would be again; null for a new one. */
  bagId: id.nullable().default(null),
  weightG: quantity('Weight', 5, 20_000, 'g').default(250),
  price: quantity('Price', 0, 100_000).nullable().default(null),
  roastLevel: oneOf('Roast level', ROAST_LEVELS).nullable().default(null),
  process: oneOf('Process', PROCESSES).nullable().default(null),
  /** When it can be had: a season, a date, or any day. */
  availableFrom: day('The first day it can be had'),
  availableUntil: day('The last day it can be had'),
  orderedOn: day('The day it was ordered'),
  roastedOn: day('The day it is roasted'),
  arrivesOn: day('The day it arrives'),
};
export const orderInput = z
  .strictObject(orderFields)
  .refine(({ availableFrom, availableUntil }) => !availableFrom || !availableUntil || availableFrom <= availableUntil, {
    path: ['availableUntil'],
    error: 'It cannot be gone before it can be had',
  });
export type OrderInput = z.infer<typeof orderInput>;
export type OrderDraft = z.input<typeof orderInput>;
export const order = z.strictObject({ id, ...orderFields });
export type Order = z.infer<typeof order>;

/** An order with what follows of it for the shelf. */
export const orderAdvice = z.strictObject({
  order,
  /** The last day to order it; null once it is on its way, or where it is too late. */
  orderBy: z.string().nullable(),
  /** When it is, or would be, roasted and at the door. */
  roastedOn: z.string().nullable(),
  arrivesOn: z.string().nullable(),
  /** When it is expected at its best. */
  bestFrom: z.string().nullable(),
  bestTo: z.string().nullable(),
  headline: z.string(),
  pricePer100G: z.number().nullable(),
});
export type OrderAdvice = z.infer<typeof orderAdvice>;
