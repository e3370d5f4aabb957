import { z } from 'zod';
import { STYLES } from '../../core/brew';
import { id } from '../fields';

const style = z.enum(STYLES);

/** Something kept that says another drink than its brewer makes. */
const oddDrink = z.strictObject({
  /** A brew, or a bag by its reference recipe. */
  subject: z.enum(['brew', 'bag']),
  id,
  bagId: id,
  bagName: z.string(),
  /** Null for a reference recipe. */
  brewedAt: z.string().nullable(),
  brewer: z.string(),
  style,
  /** The drink the brewer makes. */
  makes: style,
});
export type OddDrink = z.infer<typeof oddDrink>;

export const oddDrinks = z.array(oddDrink);

/** The changes that were made, each of which can be taken back. */
export const correctedDrinks = z.strictObject({ changeIds: z.array(id) });
