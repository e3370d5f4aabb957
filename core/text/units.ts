import { celsius, fahrenheit, roundTo } from '../brew';

/** What temperatures are written in. Whatever is kept, sent or computed is in °C. */
export const TEMPERATURE_UNITS = ['°C', '°F'] as const;
export type TemperatureUnit = (typeof TEMPERATURE_UNITS)[number];

/** What weights are written in. Whatever is kept, sent or computed is in g. */
export const WEIGHT_UNITS = ['g', 'oz'] as const;
export type WeightUnit = (typeof WEIGHT_UNITS)[number];

/** The international avoirdupois ounce, g. */
const GRAMS_PER_OUNCE = 28.349523125;

/** A number of g in a unit, to `places` decimals of it. */
export function weightIn(unit: WeightUnit, grams: number, places = unit === 'g' ? 1 : 2): number {
  return roundTo(unit === 'g' ? grams : grams / GRAMS_PER_OUNCE, places);
}

/** A number of a unit in g, to a thousandth: what a scale shows and one types comes back as it was. */
export function gramsOf(unit: WeightUnit, weight: number): number {
  return unit === 'g' ? weight : roundTo(weight * GRAMS_PER_OUNCE, 3);
}

/** "15.5 g", "0.55 oz". */
export function weightText(grams: number, unit: WeightUnit): string {
  return `${weightIn(unit, grams)} ${unit}`;
}

/** A text in which weights stand in g, with each in another unit. */
export function weightsIn(unit: WeightUnit, text: string): string {
  if (unit === 'g') return text;
  return text.replace(/(\d+(?:\.\d+)?) g(?![\p{L}/])/gu, (_, grams: string) => weightText(Number(grams), unit));
}

/** A number of °C in a unit, to `places` decimals. */
export function temperatureIn(unit: TemperatureUnit, waterC: number, places = 1): number {
  return roundTo(unit === '°C' ? waterC : fahrenheit(waterC), places);
}

/** A number of a unit in °C, to a hundredth: what a kettle shows and one types comes back as it was. */
export function celsiusOf(unit: TemperatureUnit, degrees: number): number {
  return unit === '°C' ? degrees : roundTo(celsius(degrees), 2);
}

/** "92.5 °C", "199 °F": a degree Fahrenheit is fine enough for a sentence. */
export function temperatureText(waterC: number, unit: TemperatureUnit): string {
  return `${temperatureIn(unit, waterC, unit === '°C' ? 1 : 0)} ${unit}`;
}

/** A difference of temperatures, to whole degrees: "2 °C", "4 °F". */
export function warmerByText(differenceC: number, unit: TemperatureUnit): string {
  return `${Math.round(unit === '°C' ? differenceC : (differenceC * 9) / 5)} ${unit}`;
}

/** A text in which temperatures, never differences of them, stand in °C, with each in another unit. */
export function temperaturesIn(unit: TemperatureUnit, text: string): string {
  if (unit === '°C') return text;
  return text.replace(/(\d+(?:\.\d+)?) °C/g, (_, degrees: string) => temperatureText(Number(degrees), unit));
}
