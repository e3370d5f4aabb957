import type { Trait } from './traits';
import { spelling } from './vocabulary';

/** Words of every day that speak of a trait, besides its own name. */
const TRAIT_WORDS: Readonly<Record<Trait, string>> = {
  sweet: 'sugary sugar candy sweets sweetness syrup dessert',
  sour: 'tart acid acidic sharp tangy squint vinegary',
  bitter: 'bitterness bittersweet pith',
  salty: 'salt briny sea',
  savoury: 'meaty umami brothy stock',
  fruit: 'fruity berry berries citrus plum apple grape fruits jam cherry',
  flower: 'floral flowery blossom petal petals perfume perfumed scented flowers bouquet',
  nut: 'nutty nuts almond kernel',
  spice: 'spicy spices spiced pepper curry mulled seeds bark',
  herb: 'herbal leaf leaves leafy herbs minty grass',
  sugar: 'syrup caramel candy toffee honeyed hive',
  chocolate: 'chocolatey cocoa',
  grain: 'bread toast biscuit bun cereal malty cake batter',
  wood: 'woody wooden pencil barrel bark tree forest',
  drink: 'tea wine beer cordial soda liqueur cup glass',
  vegetable: 'vegetal garden greens pod',
  earth: 'earthy soil mud stone mineral mouldy',
  white: 'pale',
  yellow: 'golden gold',
  green: 'unripe',
  orange: 'amber',
  red: 'pink crimson',
  purple: 'violet',
  brown: 'browned tan',
  black: 'dark inky',
  fresh: 'crisp raw clean',
  dried: 'wrinkled chewy raisined dusty papery',
  cooked: 'stewed jam jammy baked boiled poached pie',
  candied: 'candy sweets lolly confectionery',
  roasted: 'burnt browned toasted charred grill',
  fermented: 'boozy alcohol winey overripe funky yeasty',
  juicy: 'watery juice flesh',
  fizzy: 'fizz sparkling bubbles prickly soda',
  creamy: 'smooth milky buttery velvety soft',
  sticky: 'syrupy chewy jammy gooey thick',
  drying: 'dry tannic astringent puckering rough grippy',
  powdery: 'dusty powder chalky',
  cooling: 'cold cool icy',
  warming: 'warm hot numbing',
  sharp: 'stinging piercing pungent edge',
  light: 'delicate thin faint airy',
  heavy: 'thick dense rich deep',
};

const byWord = new Map<string, Trait[]>();
for (const [trait, others] of Object.entries(TRAIT_WORDS) as [Trait, string][])
  for (const word of [trait, ...others.split(' ')]) byWord.set(word, [...(byWord.get(word) ?? []), trait]);

/** The traits that are spoken of in a description, each once. */
export function traitsSaid(said: string): Trait[] {
  return [
    ...new Set(
      spelling(said)
        .split(' ')
        .flatMap((word) => byWord.get(word) ?? []),
    ),
  ];
}
