import { ratio, type Recipe } from '../../core/brew';
import { temperatureText, type Units } from '../../core/text';
import { numberText, weightText } from '../ui/format';

/** "17 g to 272 g, 1:16, 92 °C, grind 22". */
export function recipeFacts(recipe: Recipe, units: Units): string {
  const { doseG, waterG, waterC, iceG, kind, grinderSetting, grindWord, pressureBar, hardnessPpm } = recipe;
  return [
    `${weightText(doseG, units)} ${kind === 'espresso' ? 'in, ' : 'to '}${weightText(waterG, units, 0)}${kind === 'espresso' ? ' out' : ''}`,
    `1:${numberText(ratio(waterG, doseG), 1)}`,
    iceG > 0 && `${weightText(iceG, units, 0)} of it ice`,
    waterC !== null && temperatureText(waterC, units),
    pressureBar !== null && `${numberText(pressureBar, 1)} bar`,
    (grinderSetting !== null || grindWord !== null) &&
      `grind ${[grinderSetting === null ? null : numberText(grinderSetting, 2), grindWord].filter(Boolean).join(', ')}`,
    hardnessPpm !== null && `${numberText(hardnessPpm, 0)} ppm`,
  ]
    .filter(Boolean)
    .join(', ');
}
