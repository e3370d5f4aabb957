/** One value from an instrument, at a time counted from the start of the brew. */
export interface Reading {
  atS: number;
  value: number;
}

/** Why a weight was not taken. */
export const FLAWS = ['negative', 'absurd', 'jump'] as const;
export type Flaw = (typeof FLAWS)[number];

/** More than any scale for the purpose carries, grams. */
const CAPACITY_G = 6000;
/** How far below zero a tared scale may wander before its reading is taken for wrong, grams. */
const BELOW_ZERO_G = 3;
/** Faster than any hand or pump pours, g/s; and what settling and noise may add at once, g. */
const FASTEST_G_PER_S = 40;
const SETTLING_G = 5;
/** Readings that agree for this long, seconds, are a new level and no slip of the scale. */
const NEW_LEVEL_S = 1;

/** What is remembered from one weight to the next. */
export interface Screening {
  last: Reading | null;
  /** Readings in a row that fit each other but not what went before. */
  suspects: Reading[];
}

export const NO_WEIGHTS_YET: Screening = { last: null, suspects: [] };

export interface Screened {
  screening: Screening;
  flaw: Flaw | null;
  /** The scale shows another level for good: something was set on it, or lifted off. `atS` is when that began. */
  shift: { atS: number; byG: number } | null;
}

/** Whether one weight can come after another: in time water is added, but none leaves. */
const follows = (a: Reading, b: Reading): boolean =>
  b.value - a.value >= -SETTLING_G && b.value - a.value <= SETTLING_G + FASTEST_G_PER_S * Math.max(0, b.atS - a.atS);

/**
 * Judges the next weight from a scale. Negative, absurd and jumping values are named, to be marked and left out; a
 * level that stays changed for a second is reported as a shift, and believed from then on unless it is negative.
 */
export function screenWeight({ last, suspects }: Screening, reading: Reading): Screened {
  const { value } = reading;
  if (!Number.isFinite(value) || Math.abs(value) > CAPACITY_G)
    return { screening: { last, suspects }, flaw: 'absurd', shift: null };
  const negative = value < -BELOW_ZERO_G;
  if (!negative && (last === null || follows(last, reading)))
    return { screening: { last: reading, suspects: [] }, flaw: null, shift: null };
  const before = suspects.at(-1);
  const row = before && follows(before, reading) ? [...suspects, reading] : [reading];
  const first = row[0] ?? reading;
  const lasts = reading.atS - first.atS >= NEW_LEVEL_S;
  const flaw = negative ? 'negative' : 'jump';
  if (!lasts || last === null) return { screening: { last, suspects: row }, flaw, shift: null };
  // A negative level stays out of the record, so its row begins anew; what to make of the shift is for others to say.
  const shift = { atS: first.atS, byG: value - last.value };
  if (negative) return { screening: { last, suspects: [reading] }, flaw, shift };
  return { screening: { last: reading, suspects: [] }, flaw: null, shift };
}
