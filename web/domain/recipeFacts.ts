import { ratio, type Recipe } from '../../core/brew';
import { temperatureText, type TemperatureUnit } from '../../core/text';
import { numberText } from '../ui/format';

/** "17 g to 272 g, 1:16, 92 °C, grind 22". */
export function recipeFacts(recipe: Recipe, unit: TemperatureUnit): string {
  const { doseG, waterG, waterC, iceG, kind, grinderSetting, grindWord, pressureBar, hardnessPpm } = recipe;
  return [
    `${numberText(doseG, 1)} g ${kind === 'espresso' ? 'in, ' : 'to '}${numberText(waterG, 0)} g${kind === 'espresso' ? ' out' : ''}`,
    `1:${numberText(ratio(waterG, doseG), 1)}`,
    iceG > 0 && `${numberText(iceG, 0)} g of it ice`,
    waterC !== null && temperatureText(waterC, unit),
    pressureBar !== null && `${numberText(pressureBar, 1)} bar`,
    (grinderSetting !== null || grindWord !== null) &&
      `grind ${[grinderSetting === null ? null : numberText(grinderSetting, 2), grindWord].filter(Boolean).join(', ')}`,
    hardnessPpm !== null && `${numberText(hardnessPpm, 0)} ppm`,
  ]
    .filter(Boolean)
    .join(', ');
}
