/**
 * How a coffee is drunk. Each style is a series of its own in the judgement: a shot's mark says little about a
 * filter's.
 */
export const STYLES = ['filter', 'espresso', 'cold', 'milk'] as const;
export type Style = (typeof STYLES)[number];

/** What was wrong with a brew. A faulted brew stays in the log and leaves the judgement. */
export const FAULTS = [
  'rinse-water-left',
  'spill',
  'stalled-filter',
  'wrong-dose',
  'dirty-cup',
  'interrupted',
  'other',
] as const;
export type Fault = (typeof FAULTS)[number];

/** When a record was written: at the cup, later the same day, or from memory; the later, the less it weighs. */
export const RECORDED_FROM = ['cup', 'later', 'memory'] as const;
export type RecordedFrom = (typeof RECORDED_FROM)[number];

/** A grind in words, finest first: understood without knowing the grinder. */
export const GRIND_WORDS = [
  'very fine',
  'fine',
  'medium fine',
  'medium',
  'medium coarse',
  'coarse',
  'very coarse',
] as const;
export type GrindWord = (typeof GRIND_WORDS)[number];

/** Equipment by kind. A taster may name a kind of their own; these are the ones offered. */
export const BREWERS = [
  'cone',
  'flat-bottom',
  'thick-paper carafe',
  'small cone',
  'press',
  'siphon',
  'small pot',
  'cupping bowl',
  'batch brewer',
  'espresso machine',
  'cold steep',
] as const;

/**
 * The parameters of a brew that the judgement can tell apart. Grind steps count from the reference, finer is negative.
 */
export interface BrewParameters {
  style: Style;
  brewer: string;
  doseG: number;
  waterG: number;
  waterC: number | null;
  grindStep: number | null;
  filter?: string | null;
  waterRecipe?: string | null;
  /** How it was poured, where that is known: the number of pours, the bloom one of them, and bloom water over dose. */
  pours?: number | null;
  bloomMultiple?: number | null;
}
