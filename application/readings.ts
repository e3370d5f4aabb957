import type { Bag } from '../contract/bag/bag';
import type { Readings } from '../contract/palate/palateReading';
import { roastByColour, type RoastByColour } from '../core/palate';

/**
 * The roast the colour of a bag stands for by the household's other bags; null where nothing was measured or claimed,
 * or the others say nothing. Whole beans and grounds read apart: like is held against like.
 */
export function roastOfColour(
  { id, roastLevel, colourWhole, colourGround }: Pick<Bag, 'id' | 'roastLevel' | 'colourWhole' | 'colourGround'>,
  { colours }: Pick<Readings, 'colours'>,
): RoastByColour | null {
  const colour = colourGround ?? colourWhole;
  if (colour === null || roastLevel === null) return null;
  const others = colours.flatMap(({ bagId, roastLevel: level, whole, ground }) => {
    const same = colourGround === null ? whole : ground;
    return bagId === id || same === null ? [] : [{ roastLevel: level, colour: same }];
  });
  return roastByColour(colour, roastLevel, others);
}
