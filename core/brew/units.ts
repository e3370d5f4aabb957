/** Degrees Fahrenheit of degrees Celsius. */
export function fahrenheit(celsius: number): number {
  return (celsius * 9) / 5 + 32;
}

/** Degrees Celsius of degrees Fahrenheit. */
export function celsius(fahrenheitDegrees: number): number {
  return ((fahrenheitDegrees - 32) * 5) / 9;
}

/** The international avoirdupois ounce, g. */
export const GRAMS_PER_OUNCE = 28.349523125;

/** Rounds to `places` decimals, halves away from zero, without the drift of repeated binary fractions. */
export function roundTo(value: number, places: number): number {
  const scale = 10 ** places;
  const rounded = Math.round((Math.abs(value) + Number.EPSILON * Math.abs(value)) * scale) / scale;
  return rounded === 0 ? 0 : Math.sign(value) * rounded;
}

/** A value held inside `[lo, hi]`. */
export function clamp(value: number, lo: number, hi: number): number {
  return Math.min(hi, Math.max(lo, value));
}
