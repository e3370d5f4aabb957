import { minutesText, planOf, ratio, roundTo, type NamedGrind, type Recipe } from '../../brew';
import { inUnits, temperatureText, weightText, type Units } from '../units';
import { capitalised } from '../words';

/** A recipe with its grinders by their names, as it is given to others. */
export interface CardRecipe extends Omit<
  Recipe,
  'grinderId' | 'grinderSetting' | 'otherGrinds' | 'grindsElsewhere' | 'why'
> {
  grinds: readonly NamedGrind[];
}

/** A card as the recipe its plan is worked out from. */
const asRecipe = ({ grinds: _, ...settings }: CardRecipe): Recipe => ({
  ...settings,
  grinderId: null,
  grinderSetting: null,
  otherGrinds: [],
  grindsElsewhere: [],
  why: '',
});

/** The settings of a card in pairs of name and value, as far as it states them. */
export function cardSettings(card: CardRecipe, units: Units): [name: string, value: string][] {
  const isShot = card.kind === 'espresso';
  const said: [string, string | null][] = [
    ['Coffee', weightText(card.doseG, units)],
    [isShot ? 'In the cup' : 'Water', weightText(card.waterG, units, 0)],
    ['Ratio', `1 to ${roundTo(ratio(card.waterG, card.doseG), 1)}`],
    ['Ice, of the water', card.iceG > 0 ? weightText(card.iceG, units, 0) : null],
    ['Temperature', card.waterC === null ? null : temperatureText(card.waterC, units)],
    ['Grind', card.grindWord],
    ...card.grinds.map(({ grinder, setting }): [string, string] => [grinder, String(roundTo(setting, 2))]),
    ['Filter', card.filter],
    ['Brewing water', card.waterRecipe],
    ['Hardness', card.hardnessPpm === null ? null : `${roundTo(card.hardnessPpm, 0)} ppm`],
    ['Pressure', card.pressureBar === null ? null : `${roundTo(card.pressureBar, 1)} bar`],
    ['Shot', card.shotS === null ? null : `${roundTo(card.shotS, 0)} s`],
    ['Steep', card.steepHours === null ? null : `${roundTo(card.steepHours, 1)} h`],
    ['Over at', card.drain ? `${minutesText(card.drain.fromS)} to ${minutesText(card.drain.toS)}` : null],
    ['Dissolved solids', card.tdsTarget === null ? null : `${roundTo(card.tdsTarget, 2)} %`],
  ];
  return said.flatMap(([name, value]) => (value === null ? [] : [[name, value] as [string, string]]));
}

/** The stages of a card in rows: when, what, and how. */
export function cardStages(card: CardRecipe, units: Units): { at: string; what: string; how: string }[] {
  return planOf(asRecipe(card)).steps.map((step) => ({
    at: `${step.until === '' ? '' : '≈ '}${minutesText(step.fromS)}`,
    what: capitalised(inUnits(units, step.text)),
    how: [step.until === '' ? '' : `once ${inUnits(units, step.until)}`, step.how, step.pourNote]
      .filter((one) => one !== '')
      .join('; '),
  }));
}
