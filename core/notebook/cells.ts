import { celsius, GRAMS_PER_OUNCE, roundTo } from '../brew';
import { textOf, type Cell } from './table';

/** What one cell of somebody's notebook says, as a number in the units of the record; null where it says none. */

/** How decimals are written: "15.5" or "15,5". */
export const DECIMAL_MARKS = ['.', ','] as const;
export type DecimalMark = (typeof DECIMAL_MARKS)[number];

export const WEIGHT_UNITS = ['g', 'oz', 'lb', 'kg'] as const;
export const TEMPERATURES = ['°C', '°F'] as const;
export const DURATION_UNITS = ['s', 'min', 'h'] as const;

/** A pound is sixteen ounces. */
const GRAMS: Readonly<Record<(typeof WEIGHT_UNITS)[number], number>> = {
  g: 1,
  oz: GRAMS_PER_OUNCE,
  lb: 16 * GRAMS_PER_OUNCE,
  kg: 1000,
};
const SECONDS: Readonly<Record<(typeof DURATION_UNITS)[number], number>> = { s: 1, min: 60, h: 3600 };

/** A number and what is written behind it: "about 15,5 g" is 15.5 and "g". */
export interface WrittenNumber {
  value: number;
  unit: string;
}

const FRACTIONS: Readonly<Record<string, number>> = { '¼': 0.25, '½': 0.5, '¾': 0.75 };
const ROUGHLY = /^(?:~|≈|ca\.?|about|approx\.?)/iu;
const DIGITS = /^[-+]?[\d.,'’ \u00a0]*/u;

/** A text taken apart: digits, a fraction, and what stands behind; each empty where there is none. */
function takenApart(text: string): { digits: string; fraction: string; unit: string } {
  const rest = text.replace(ROUGHLY, '').trimStart();
  const [run = ''] = DIGITS.exec(rest) ?? [];
  const digits = run.slice(0, 1 + run.split(/(?:)/u).findLastIndex((sign) => sign >= '0' && sign <= '9'));
  const behind = rest.slice(digits.length).trimStart();
  const fraction = FRACTIONS[behind.charAt(0)] === undefined ? '' : behind.charAt(0);
  return { digits, fraction, unit: behind.slice(fraction.length).trim() };
}

/**
 * The number a cell begins with. A lone comma before one or two digits is a decimal comma whatever the rest of the
 * table does, and a lone point a decimal point: nobody writes thousands in twos.
 */
export function numberIn(cell: Cell | undefined, decimal: DecimalMark): WrittenNumber | null {
  if (typeof cell === 'number') return Number.isFinite(cell) ? { value: cell, unit: '' } : null;
  const { digits, fraction, unit } = takenApart(textOf(cell));
  if (digits === '' && fraction === '') return null;
  const value = digits === '' ? 0 : Number(inPlainDigits(digits, decimal));
  return Number.isFinite(value) ? { value: value + (FRACTIONS[fraction] ?? 0), unit } : null;
}

function inPlainDigits(digits: string, decimal: DecimalMark): string {
  const tight = digits.replaceAll(/['’ \u00a0]/g, '');
  if (/^[-+]?\d+[.,]\d{1,2}$/.test(tight)) return tight.replace(',', '.');
  const thousands = decimal === ',' ? '.' : ',';
  return tight.replaceAll(thousands, '').replace(',', '.');
}

/** The unit of weight a text names; null for none. */
export function weightUnitIn(text: string): (typeof WEIGHT_UNITS)[number] | null {
  if (/(?<!\p{L})(?:oz|ounces?|fl\.? ?oz)(?!\p{L})/iu.test(text)) return 'oz';
  if (/(?<!\p{L})(?:lbs?|pounds?)(?!\p{L})/iu.test(text)) return 'lb';
  if (/(?<!\p{L})(?:kg|kilos?)(?!\p{L})/iu.test(text)) return 'kg';
  return /(?<!\p{L})(?:gr?|grams?|gramm|grammes?|ml|cc)(?!\p{L})/iu.test(text) ? 'g' : null;
}

/** The unit of temperature a text names; null for none. */
export function temperatureUnitIn(text: string): (typeof TEMPERATURES)[number] | null {
  if (/(?:°|º|deg(?:rees)?\.? ?|(?<!\p{L}))f(?:ahrenheit)?(?!\p{L})/iu.test(text)) return '°F';
  return /(?:°|º|deg(?:rees)?\.? ?|(?<!\p{L}))c(?:elsius)?(?!\p{L})/iu.test(text) ? '°C' : null;
}

/** The unit of time a text names; null for none. */
export function durationUnitIn(text: string): (typeof DURATION_UNITS)[number] | null {
  if (/(?<!\p{L})(?:s|secs?|seconds?|sek(?:unden)?)(?!\p{L})/iu.test(text)) return 's';
  if (/(?<!\p{L})(?:mins?|minutes?|minuten)(?!\p{L})/iu.test(text)) return 'min';
  return /(?<!\p{L})(?:h|hrs?|hours?|stunden)(?!\p{L})/iu.test(text) ? 'h' : null;
}

/** A weight in g, to a hundredth; the unit written in the cell goes before the column's. */
export function gramsIn(cell: Cell | undefined, decimal: DecimalMark, unit: string): number | null {
  const written = numberIn(cell, decimal);
  if (!written) return null;
  const said = weightUnitIn(written.unit) ?? WEIGHT_UNITS.find((one) => one === unit) ?? 'g';
  return roundTo(written.value * GRAMS[said], 2);
}

/** A temperature in °C, to a hundredth. */
export function celsiusIn(cell: Cell | undefined, decimal: DecimalMark, unit: string): number | null {
  const written = numberIn(cell, decimal);
  if (!written) return null;
  const said = temperatureUnitIn(written.unit) ?? unit;
  return said === '°F' ? roundTo(celsius(written.value), 2) : written.value;
}

const CLOCK = /^(\d{1,3})\s*[:'′h]\s*(\d{1,2})(?:\s*[:'′]\s*(\d{1,2}))?\s*(?:''|"|″|s|sec)?$/i;
const MINUTES_SECONDS = /^(\d{1,3})\s*m(?:in)?\.?\s*(\d{1,2})\s*s?(?:ec)?$/i;
/** A brew of three numbers is longer than this only where a spreadsheet took minutes for hours, s. */
const LONGEST_POUR_S = 3600;

/**
 * A length of time in s: "2:45", "2'45''", "2m45", "165 s", 2.75 of a column in minutes. "02:45:00" is what a
 * spreadsheet makes of "2:45": hours and minutes there are minutes and seconds, unless the column is one of hours.
 */
export function secondsIn(cell: Cell | undefined, decimal: DecimalMark, unit: string): number | null {
  const text = textOf(cell);
  const [, m, s] = MINUTES_SECONDS.exec(text) ?? [];
  if (m !== undefined && s !== undefined) return Number(m) * 60 + Number(s);
  const [, first, second, third] = CLOCK.exec(text) ?? [];
  if (first !== undefined && second !== undefined) {
    if (unit === 'h') return Number(first) * 3600 + Number(second) * 60 + Number(third ?? 0);
    const inHours = Number(first) * 3600 + Number(second) * 60 + Number(third ?? 0);
    if (third === undefined || (inHours > LONGEST_POUR_S && third === '00')) return Number(first) * 60 + Number(second);
    return inHours;
  }
  const written = numberIn(cell, decimal);
  if (!written) return null;
  const said = durationUnitIn(written.unit) ?? DURATION_UNITS.find((one) => one === unit) ?? 's';
  return roundTo(written.value * SECONDS[said], 1);
}

/** Water to a gram of coffee: "1:16,5", "1/16", 16; and "01:16:00", which is what a spreadsheet makes of "1:16". */
export function ratioIn(cell: Cell | undefined, decimal: DecimalMark): number | null {
  const text = textOf(cell);
  const [, asTime] = /^0?1:(\d{2}):00$/.exec(text) ?? [];
  if (asTime !== undefined) return Number(asTime);
  const [, to] = /^1\s*[:/](.+)$/.exec(text) ?? [];
  const value = numberIn(to ?? cell, decimal)?.value ?? null;
  return value !== null && value > 0 ? value : null;
}

/** How decimals are written in a table: by what can only be the one or the other. */
export function decimalMarkOf(cells: Iterable<Cell>): DecimalMark {
  let commas = 0;
  let points = 0;
  for (const cell of cells) {
    if (typeof cell !== 'string') continue;
    if (/^\D{0,3}\d+,\d{1,2}(?!\d)\D*$/.test(cell.trim())) commas++;
    else if (/^\D{0,3}\d+\.\d{1,2}(?!\d|\.)\D*$/.test(cell.trim())) points++;
  }
  return commas > points ? ',' : '.';
}
