import type { BrewParameters, DrinkDoubt, Style } from '../../brew';
import { temperatureText, weightText, type Units } from '../units';

/** What each drink is called, with its article. */
const DRINK_NAMES: Readonly<Record<Style, string>> = {
  filter: 'a filter brew',
  espresso: 'a shot',
  cold: 'a cold drink',
  milk: 'a milk drink',
};

/** How a coffee was drunk: "as filter coffee", "with milk". */
export const AS_DRINK: Readonly<Record<Style, string>> = {
  filter: 'as filter coffee',
  espresso: 'as espresso',
  cold: 'cold',
  milk: 'with milk',
};

/** What its roaster means a coffee for, where it is judged as something else; null where it is not. */
export function meantForText(meantFor: string | null, style: Style): string | null {
  if (meantFor === null || meantFor === 'either' || meantFor === style) return null;
  return `Its roaster means it for ${meantFor}; it is judged here ${AS_DRINK[style]}.`;
}

/** What is asked about a brew that contradicts itself. */
export function drinkDoubtText(
  doubt: DrinkDoubt,
  { style, brewer, doseG, waterG, waterC }: Pick<BrewParameters, 'style' | 'brewer' | 'doseG' | 'waterG' | 'waterC'>,
  units: Units,
): string {
  switch (doubt.kind) {
    case 'style':
      return `This says ${DRINK_NAMES[style]} from the ${brewer}. Is it ${DRINK_NAMES[doubt.style]}?`;
    case 'ratio':
      return `${weightText(waterG, units)} ${doubt.isShot ? 'in the cup' : 'of water'} for ${weightText(doseG, units)} of coffee. Is that right for ${DRINK_NAMES[doubt.isShot ? 'espresso' : style]}?`;
    case 'time':
      return doubt.isShot
        ? 'A shot of more than 3 minutes. Is that right?'
        : 'A brew of more than an hour. Is that right?';
    case 'hot steep':
      return `A cold steep at ${temperatureText(waterC ?? 0, units)}. Is that right?`;
  }
}

/** What is said of brews and recipes that say another drink than their brewer makes. */
export function oddDrinksText(odd: readonly { brewer: string; style: Style; makes: Style }[]): string {
  const [first] = odd;
  if (!first) return '';
  const example = `${DRINK_NAMES[first.style]} from the ${first.brewer}`;
  if (odd.length === 1) return `1 recipe contradicts itself: ${example}. It counts in the wrong curve.`;
  return `${odd.length} recipes contradict themselves, such as ${example}. They count in the wrong curve.`;
}

/** What to tap so that a brew is the drink its brewer makes. */
export const makeItText = (style: Style): string => `Make it ${DRINK_NAMES[style]}`;
