import { celsius, fahrenheit, GRAMS_PER_OUNCE, roundTo } from '../brew';

/** What temperatures and weights are written in. Whatever is kept, sent or computed is in °C and g. */
export const TEMPERATURE_UNITS = ['°C', '°F'] as const;
export type TemperatureUnit = (typeof TEMPERATURE_UNITS)[number];
export const WEIGHT_UNITS = ['g', 'oz'] as const;
export type WeightUnit = (typeof WEIGHT_UNITS)[number];

/** How a household writes both, and what its prices are in: "€"; empty until it says. */
export interface Units {
  temperature: TemperatureUnit;
  weight: WeightUnit;
  currency: string;
}
export const METRIC: Units = { temperature: '°C', weight: 'g', currency: '' };

/** An amount of money: "14.50 €", "7 €". */
export function moneyText(amount: number, { currency }: Pick<Units, 'currency'>): string {
  const rounded = roundTo(amount, 2);
  return `${Number.isInteger(rounded) ? rounded : rounded.toFixed(2)}${currency === '' ? '' : `\u202f${currency}`}`;
}

/** A number of °C as it is written, to `places` decimals. */
export function temperatureIn({ temperature }: Units, waterC: number, places = 1): number {
  return roundTo(temperature === '°C' ? waterC : fahrenheit(waterC), places);
}

/** A written number of degrees in °C, to a hundredth: what a kettle shows and one types comes back as it was. */
export function celsiusOf({ temperature }: Units, degrees: number): number {
  return temperature === '°C' ? degrees : roundTo(celsius(degrees), 2);
}

/** "92.5 °C", "199 °F": a degree Fahrenheit is fine enough for a sentence. */
export function temperatureText(waterC: number, units: Units): string {
  return `${temperatureIn(units, waterC, units.temperature === '°C' ? 1 : 0)} ${units.temperature}`;
}

/** A difference of temperatures, to whole degrees: "2 °C", "4 °F". */
export function warmerByText(differenceC: number, { temperature }: Units): string {
  return `${Math.round(temperature === '°C' ? differenceC : (differenceC * 9) / 5)} ${temperature}`;
}

/** A number of g as it is written, to `places` decimals of a gram, or to the hundredth of an ounce. */
export function weightIn({ weight }: Units, grams: number, places = 1): number {
  return weight === 'g' ? roundTo(grams, places) : roundTo(grams / GRAMS_PER_OUNCE, 2);
}

/** A written number of a weight in g, to a thousandth: what a scale shows and one types comes back as it was. */
export function gramsOf({ weight }: Units, written: number): number {
  return weight === 'g' ? written : roundTo(written * GRAMS_PER_OUNCE, 3);
}

/** "15.5 g", "0.55 oz". */
export function weightText(grams: number, units: Units, places = 1): string {
  return `${weightIn(units, grams, places)} ${units.weight}`;
}

/**
 * A text in which temperatures and weights, never differences of temperatures, stand in °C and g, as they are written.
 */
export function inUnits(units: Units, text: string): string {
  const degrees =
    units.temperature === '°C'
      ? text
      : text.replace(/(?<!\d)(\d{1,9}(?:\.\d{1,9})?) °C/g, (_, c: string) => temperatureText(Number(c), units));
  if (units.weight === 'g') return degrees;
  return degrees.replace(/(?<!\d)(\d{1,9}(?:\.\d{1,9})?) g(?![\p{L}/])/gu, (_, g: string) =>
    weightText(Number(g), units),
  );
}
