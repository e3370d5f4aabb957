import type { PublicationParts } from '../publication/Publication';

/** Characters up to which a size of type keeps a write-up on two pages of either paper. Measured in the browser tests. */
const SIZES: readonly (readonly [characters: number, points: number])[] = [
  [4200, 10.5],
  [6500, 9.5],
  [9500, 8.5],
];
const SMALLEST = 7.5;

/** The size of type in which it goes on one page or two, points. */
export function printSize({ sections }: Pick<PublicationParts, 'sections'>): number {
  const characters = sections.flatMap(({ passages }) => passages).reduce((sum, { text }) => sum + text.length + 12, 0);
  return SIZES.find(([most]) => characters <= most)?.[1] ?? SMALLEST;
}
