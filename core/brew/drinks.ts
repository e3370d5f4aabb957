import { brewKindOf } from './assessBrew';
import type { BrewParameters, Style } from './kinds';
import { KIND_TRAITS, type Recipe } from './recipe';
import { STARTER_RECIPES } from './starters';

/** What a brewer is usually used with. */
export type UsualParameters = Pick<BrewParameters, 'style' | 'doseG' | 'waterG' | 'waterC'>;

/**
 * The drink a brewer usually makes, and with what: by the first of what is known of it, else by the starter recipe. Null
 * for a brewer nobody has a recipe for.
 *
 * @param known what the household brewed or wrote down, what counts most first
 */
export function usualParameters(
  brewer: string,
  known: readonly (Pick<Recipe, 'brewer'> & Partial<Pick<Recipe, 'kind'>> & UsualParameters)[] = [],
): UsualParameters | null {
  const of = [...known, ...STARTER_RECIPES].find((recipe) => recipe.brewer === brewer && recipe.kind !== 'iced');
  return of ? { style: of.style, doseG: of.doseG, waterG: of.waterG, waterC: of.waterC } : null;
}

/** Drinks that come from a brewer without anybody asking: a shot may go under milk or over ice. */
const FROM_BREWER: Readonly<Partial<Record<string, readonly Style[]>>> = {
  'espresso machine': ['espresso', 'milk', 'cold'],
  'cold steep': ['cold', 'milk'],
};

/** The brewers that make a drink of their own; a brew with none of them is odd only as a shot. */
export const BREWERS_OF_ONE_DRINK: readonly string[] = Object.keys(FROM_BREWER);

/** Beverage over dose of a shot, and water over dose of everything else, that is asked about. *Assumption*. */
const SHOT_RATIO = { least: 0.7, most: 6 } as const;
const BREW_RATIO = { least: 4, most: 40 } as const;
/** A shot lasts no longer, and nothing but a steep does, s; a steep is no hotter, °C. *Assumption*. */
const LONGEST = { shotS: 180, brewS: 3600 } as const;
const HOTTEST_STEEP_C = 45;

/** Something no such drink has. */
export type DrinkDoubt =
  /** The brewer makes another drink; `style` is the one it makes. */
  | { kind: 'style'; style: Style }
  | { kind: 'ratio'; isShot: boolean }
  | { kind: 'time'; isShot: boolean }
  | { kind: 'hot steep' };

/** What of a brew no such drink has, the first that is found; null where nothing contradicts. */
export function drinkDoubt(
  { style, brewer, doseG, waterG, waterC }: Pick<BrewParameters, keyof UsualParameters | 'brewer'>,
  drainS: number | null = null,
): DrinkDoubt | null {
  const makes = FROM_BREWER[brewer];
  const kind = brewKindOf({ brewer, style: '' });
  if (makes && !makes.includes(style)) return { kind: 'style', style: KIND_TRAITS[kind].style };
  if (!makes && style === 'espresso' && kind !== 'own' && kind !== 'small pot')
    return { kind: 'style', style: KIND_TRAITS[kind].style };
  const isShot = style === 'espresso' || brewer === 'espresso machine';
  const { least, most } = isShot ? SHOT_RATIO : BREW_RATIO;
  const ratio = waterG / doseG;
  if (ratio < least || ratio > most) return { kind: 'ratio', isShot };
  const isSteep = brewer === 'cold steep' || (style === 'cold' && kind === 'own');
  if (drainS !== null && !isSteep && drainS > (isShot ? LONGEST.shotS : LONGEST.brewS)) return { kind: 'time', isShot };
  return brewer === 'cold steep' && waterC !== null && waterC > HOTTEST_STEEP_C ? { kind: 'hot steep' } : null;
}
