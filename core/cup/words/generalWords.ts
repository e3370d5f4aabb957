import pluralize from 'pluralize';
import type { Family } from './descriptor';
import type { Trait } from './traits';
import { spelling, type Word } from './vocabulary';

/** A general word of labels and cups: it stands for every sharper one of some families, or with some traits. */
export interface GeneralWord {
  /** What it is called first. */
  name: string;
  covers: (word: Pick<Word, 'family' | 'descriptor'>) => boolean;
}

interface Kind {
  /** As it may be written, the usual one first. */
  said: string;
  families?: readonly Family[];
  /** Any of these will do. */
  traits?: readonly Trait[];
  /** All of these are needed besides. */
  and?: readonly Trait[];
}

const KINDS: readonly Kind[] = [
  { said: 'citrus, citrus fruit, citrusy, citric', families: ['citrus'] },
  { said: 'stone fruit, stonefruit', families: ['stone fruit'] },
  { said: 'orchard fruit', families: ['orchard fruit'] },
  { said: 'berry, forest fruit', families: ['berries'] },
  { said: 'red fruit, red berry', traits: ['red'], and: ['fruit'] },
  { said: 'dark fruit, dark berry, black fruit', traits: ['purple', 'black'], and: ['fruit'] },
  { said: 'tropical fruit, tropical, exotic fruit', families: ['warm-country fruit'] },
  { said: 'dried fruit', traits: ['dried'], and: ['fruit'] },
  { said: 'jam, jammy, cooked fruit', traits: ['cooked'], and: ['fruit'] },
  { said: 'fruit, fruity', traits: ['fruit'] },
  { said: 'flower, floral, flowery, blossom', families: ['flowers'], traits: ['flower'] },
  { said: 'tea, tea like, tealike', families: ['leaves and teas'], and: ['drink'] },
  { said: 'herb, herbal, herbaceous', traits: ['herb'] },
  { said: 'spice, spicy, baking spice, sweet spice, warm spice', families: ['spices'], traits: ['spice'] },
  { said: 'nut, nutty', traits: ['nut'] },
  { said: 'chocolate, chocolatey, chocolaty', traits: ['chocolate'] },
  { said: 'sugar, sugary, syrup, candy', families: ['sugars and sweets'] },
  { said: 'cereal, grain, bready', traits: ['grain'] },
  { said: 'wood, woody', traits: ['wood'] },
  { said: 'earth, earthy', traits: ['earth'] },
  { said: 'winey, wine like, fermented, boozy, funky', traits: ['fermented'] },
  { said: 'vegetable, vegetal', traits: ['vegetable'] },
  { said: 'savoury', families: ['vegetables and savoury'], traits: ['savoury'] },
];

function generalOf({ said, families = [], traits = [], and = [] }: Kind): GeneralWord {
  return {
    name: said.split(', ')[0] ?? '',
    covers: ({ family, descriptor }) => {
      const has = (trait: Trait): boolean => descriptor?.traits.includes(trait) ?? false;
      const among = family !== null && families.includes(family);
      return (among || traits.some(has)) && and.every(has);
    },
  };
}

const BY_SPELLING: ReadonlyMap<string, GeneralWord> = new Map(
  KINDS.flatMap((kind) => {
    const general = generalOf(kind);
    return kind.said.split(', ').map((said) => [said, general] as const);
  }),
);

/** The general word that is spelt so, in singular or plural; null where it is none. */
export function generalWord(said: string): GeneralWord | null {
  const spelt = spelling(said);
  return BY_SPELLING.get(spelt) ?? BY_SPELLING.get(pluralize.singular(spelt)) ?? null;
}
