import { levelText, nearestLevel } from '../../cup';
import { AS_DRINK } from '../bag/drinks';
import { capitalised, cupCount } from '../words';
import type { Section } from '../../writeUp';
import type { BagFacts, DrinkFacts } from './facts';
import { listed, markSaid, onDays, passage, section } from './saying';
import { recipeLine } from './recipe';

const MOST_WORDS = 6;
/** So far apart two levels are told of as different: a whole one. */
const LEVEL_APART = 1;

/** The drink the bag is judged in, as far as others are held against it. */
type UsualDrink = Pick<BagFacts, 'scale' | 'levels' | 'units'> & { recipe: Pick<BagFacts['recipe'], 'style'> };

/** Every other way it was drunk, each from its own cups. */
export function drinksSection(facts: BagFacts): Section[] {
  return section(
    'drinks',
    ...facts.otherDrinks.flatMap((drink) =>
      drinkTexts(drink, facts).map(({ of, text }) => passage(`drinks.${drink.style}${of}`, text)),
    ),
  );
}

/** What one drink was, how it differed, how it was made and what of the label came through: a sentence or two each. */
export function drinkTexts(drink: DrinkFacts, usual: UsualDrink): { of: string; text: string }[] {
  return [
    { of: '', text: whatItWas(drink, usual) },
    { of: '.levels', text: againstUsual(drink, usual) },
    { of: '.recipe', text: madeText(drink, usual) },
    { of: '.label', text: labelText(drink) },
  ].filter(({ text }) => text !== '');
}

/** "With milk, 2 cups on days 12 to 15: 8.1 out of 10 on the mean. Found: molasses and walnut." */
function whatItWas({ style, cups, days, score, words }: DrinkFacts, { scale }: UsualDrink): string {
  const on = onDays({ from: days[0] ?? 0, to: days.at(-1) ?? 0 });
  const mark = score === null ? '' : `: ${markSaid(scale, score.mean)}${score.cups > 1 ? ' on average' : ''}`;
  const found = words.slice(0, MOST_WORDS).map(({ name }) => name);
  return `${capitalised(AS_DRINK[style])}, ${cupCount(cups)} on ${on}${mark}.${found.length === 0 ? '' : ` Found: ${listed(found)}.`}`;
}

/** Levels that lie a whole level or more from those of the drink the bag is judged in; else the drink's own. */
function againstUsual({ style, levels }: DrinkFacts, { levels: usual, recipe }: UsualDrink): string {
  if (levels.length === 0) return '';
  const level = (value: number): string => levelText(nearestLevel(value));
  const apart = levels.flatMap(({ name, value }) => {
    const other = usual.find((one) => one.name === name);
    if (!other || Math.abs(other.value - value) < LEVEL_APART) return [];
    return [`${value > other.value ? 'more' : 'less'} ${name} (${level(value)}, not ${level(other.value)})`];
  });
  if (apart.length > 0)
    return `${capitalised(AS_DRINK[style])} it has ${listed(apart)} than ${AS_DRINK[recipe.style]}.`;
  return `Levels ${AS_DRINK[style]}: ${listed(levels.map(({ name, value }) => `${name} ${level(value)}`))}.`;
}

const madeText = ({ recipe, grind }: DrinkFacts, { units }: UsualDrink): string =>
  `${recipeLine(recipe, units)}${grind === null ? '' : `, ${grind}`}.`;

/** The printed notes held against this drink alone. */
function labelText({ label }: DrinkFacts): string {
  if (label.length === 0) return '';
  const found = label.filter(({ outcome }) => outcome === 'found').map(({ printed }) => printed);
  const kin = label
    .filter(({ outcome }) => outcome === 'close kin' || outcome === 'in general')
    .map(({ printed, as }) => `${as[0] ?? ''} for ${printed}`);
  const never = label.filter(({ outcome }) => outcome === 'never').map(({ printed }) => printed);
  const said = [
    found.length > 0 ? `${listed(found)} came through` : '',
    kin.length > 0 ? `there was ${listed(kin)}` : '',
    never.length > 0 ? `${listed(never)} did not come` : '',
  ].filter((one) => one !== '');
  return `Of the printed notes ${said.join('; ')}.`;
}
