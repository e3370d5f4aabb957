import type { PublicationParts } from '../publication/Publication';

/**
 * Characters up to which a size of type keeps a write-up on two pages of either paper. Measured in the browser tests.
 */
const SIZES: readonly (readonly [characters: number, points: number])[] = [
  [4200, 10.5],
  [6500, 9.5],
  [9500, 8.5],
];
const SMALLEST = 7.5;
/** More than this goes on no two pages that could be read. */
const TWO_PAGES = 13_000;

type Printed = Pick<PublicationParts, 'sections'>;

/** A passage takes a little more than its letters. */
const charactersOf = ({ sections }: Printed): number =>
  sections.flatMap(({ passages }) => passages).reduce((sum, { text }) => sum + text.length + 12, 0);

/** The size of type in which it goes on one page or two, points. */
export function printSize(parts: Printed): number {
  const characters = charactersOf(parts);
  return SIZES.find(([most]) => characters <= most)?.[1] ?? SMALLEST;
}

/** Whether it takes more than two pages whatever its type. */
export const isLong = (parts: Printed): boolean => charactersOf(parts) > TWO_PAGES;
