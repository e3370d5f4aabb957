/**
 * What a note can be like, for the word that will not come: groups of plain words, each a yes or a no. A taster taps
 * what fits; nothing has to be known of families or fruit.
 */
export const TRAIT_GROUPS = {
  taste: ['sweet', 'sour', 'bitter', 'salty', 'savoury'],
  kind: [
    'fruit',
    'flower',
    'nut',
    'spice',
    'herb',
    'sugar',
    'chocolate',
    'grain',
    'wood',
    'drink',
    'vegetable',
    'earth',
  ],
  colour: ['white', 'yellow', 'green', 'orange', 'red', 'purple', 'brown', 'black'],
  state: ['fresh', 'dried', 'cooked', 'candied', 'roasted', 'fermented'],
  feel: ['juicy', 'fizzy', 'creamy', 'sticky', 'drying', 'powdery', 'cooling', 'warming', 'sharp', 'light', 'heavy'],
} as const;

export type TraitGroup = keyof typeof TRAIT_GROUPS;
export type Trait = (typeof TRAIT_GROUPS)[TraitGroup][number];

export const TRAITS = Object.values(TRAIT_GROUPS).flat() as [Trait, ...Trait[]];
