import type { Trait } from './traits';

/** Families a note belongs to; for finding one's way, not a measure of anything. */
export const FAMILIES = [
  'orchard fruit',
  'stone fruit',
  'citrus',
  'berries',
  'warm-country fruit',
  'dried and cooked fruit',
  'flowers',
  'leaves and teas',
  'spices',
  'nuts and seeds',
  'sugars and sweets',
  'chocolate and dairy',
  'grain and bread',
  'wood, smoke and earth',
  'drinks and ferments',
  'vegetables and savoury',
] as const;
export type Family = (typeof FAMILIES)[number];

export const ALLERGENS = [
  'nuts',
  'peanut',
  'milk',
  'gluten',
  'soy',
  'sesame',
  'egg',
  'sulphites',
  'alcohol',
  'celery',
  'mustard',
] as const;
export type Allergen = (typeof ALLERGENS)[number];

/** How a household knows a word it has never had as itself. */
export const KNOWN_BY = ['only by its substitute', 'never tasted'] as const;
export type KnownBy = (typeof KNOWN_BY)[number];

/** Where a note is usually met. */
export type Whereabouts = 'nose' | 'palate' | 'both';

/** One note of the vocabulary. */
export interface Descriptor {
  /** Its name in lower case with hyphens; never changes, whatever the household calls it. */
  id: string;
  name: string;
  family: Family;
  /** What it is like, in a sentence. */
  like: string;
  /** Ids of the notes it is most easily taken for. */
  near: readonly string[];
  where: Whereabouts;
  /** How to have it beside the cup, with dilution or preparation. */
  reference: string;
  /** What in the reference some people must avoid, besides the food itself. */
  allergens: readonly Allergen[];
  /** Other words for it. */
  also: readonly string[];
  traits: readonly Trait[];
}

export const idOfName = (name: string): string =>
  name
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, '-')
    .replaceAll(/^-|-$/g, '');

const list = (text: string | undefined): string[] => (text ?? '').split(', ').filter((part) => part !== '');

/**
 * One line of a family: name, where it is met, traits, what it is like, neighbours, reference; allergens and other
 * words where there are any.
 */
export type DescriptorLine = readonly [
  name: string,
  where: Whereabouts,
  traits: string,
  like: string,
  near: string,
  reference: string,
  more?: { allergens?: readonly Allergen[]; also?: string },
];

export function descriptorsOf(family: Family, lines: readonly DescriptorLine[]): Descriptor[] {
  return lines.map(([name, where, traits, like, near, reference, more]) => ({
    id: idOfName(name),
    name,
    family,
    like,
    where,
    reference,
    near: list(near).map(idOfName),
    allergens: more?.allergens ?? [],
    also: list(more?.also),
    traits: traits.split(' ') as Trait[],
  }));
}
