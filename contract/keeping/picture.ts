import { z } from 'zod';
import { id, oneOf } from '../fields';

/** Pictures: of the bag and its beans, and of a brew's bed and liquor. */

export const PICTURES_OF_BAG = ['bag', 'beans'] as const;
export const PICTURES_OF_BREW = ['bed', 'liquor'] as const;
export const PICTURES_OF = [...PICTURES_OF_BAG, ...PICTURES_OF_BREW] as const;
export type PictureOf = (typeof PICTURES_OF)[number];

/** What a new picture is of. */
export const pictureQuery = z.strictObject({
  of: oneOf('What the picture shows', PICTURES_OF),
  /** The brew, for what is of one. */
  brew: id.optional(),
});

export const picture = z.strictObject({
  id,
  bagId: id,
  brewId: id.nullable(),
  of: z.enum(PICTURES_OF),
  width: z.number().int(),
  height: z.number().int(),
  createdAt: z.string(),
});
export type Picture = z.infer<typeof picture>;
