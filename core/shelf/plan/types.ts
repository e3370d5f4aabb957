import type { Style } from '../../brew';
import type { Sketch } from '../../crest';

/** What a cup must be for whoever drinks it; null and false where any will do. */
export interface Needs {
  style: Style | null;
  isDecaf: boolean;
}

export const NO_NEEDS: Needs = { style: null, isDecaf: false };

/** Cups of one day that are alike in what they must be. Days count from today, which is 0. */
export interface CupsWanted {
  day: number;
  cups: number;
  needs: Needs;
}

/** Beans that lie together: what is in the bag, or a portion of it. */
export interface Lot {
  /** Null for what is in the bag itself. */
  id: string | null;
  cups: number;
  /**
   * Rest age today, days; below 0 before roasting. Of beans that wait for a day, as if they were not held until then.
   */
  age: number;
  isFrozen: boolean;
  /** The first day on which they may be brewed. */
  fromDay: number;
}

/** What a plan knows of a bag. */
export interface PlanBag {
  id: string;
  lots: readonly Lot[];
  /** Expected score on rest days 0 … 90, points. */
  mean: readonly number[];
  /** Equally likely curves on the same days, and the noise of one cup. */
  noise: Sketch['noise'];
  curves: readonly (readonly number[])[];
  style: Style;
  isDecaf: boolean;
  /** The smallest difference in score that counts, points. */
  noticeable: number;
  /** Whether its days hardly differ: none is before or past its best. */
  isSteady: boolean;
}

/** A cup that the taster has set: one of this bag on this day. */
export interface Pin {
  day: number;
  bag: number;
}

/** Everything a plan depends on. Bags are named by their place. */
export interface PlanShelf {
  bags: readonly PlanBag[];
  /** By day, the soonest first. */
  wanted: readonly CupsWanted[];
  days: number;
  pins: readonly Pin[];
  /** Whether portions may be frozen, and the rest days that pass there in one. */
  freezer: { rate: number } | null;
  /** Points a cup of the same bag as one of the day before is worth less to the taster. */
  variety: number;
}

/** A way for beans to be drunk: from the bag as it lies, or out of the freezer. */
export interface Way {
  bag: number;
  lot: number;
  /** Days on which it can be drunk, both included. */
  from: number;
  to: number;
  /** Rest age on the first of them; it grows by one a day. */
  age: number;
  /** Days of going into the freezer and of coming out; null for beans that stay, or lie there already. */
  frozenOn: number | null;
  thawedOn: number | null;
  /** Points taken off for the trouble. */
  cost: number;
}

/** Why a cup is of the bag it is of. */
export const CUP_REASONS = [
  ...(['pinned', 'learning', 'frozen', 'steady', 'at-best', 'climbing', 'fading', 'alone'] as const),
] as const;
export type CupReason = (typeof CUP_REASONS)[number];

export interface PlannedCup {
  day: number;
  needs: Needs;
  bag: number;
  way: Way;
  /** Expected score, points. */
  expected: number;
  /** What this cup is expected to add to all later ones by what it tells, points; 0 for a cup that is not of today. */
  learning: number;
  isPinned: boolean;
}

/** Beans to be put into the freezer together, and taken out together. */
export interface FreezeStep {
  bag: number;
  lot: number;
  cups: number;
  frozenOn: number;
  thawedOn: number;
  /** Points a cup it gains against the same cups from the bag, and how likely that is above the trouble. */
  gain: { points: number; probability: number };
}

export interface Plan {
  /** By day; within a day the best first. */
  cups: PlannedCup[];
  freeze: FreezeStep[];
  /** Cups wanted that nothing on the shelf can fill. */
  unfilled: CupsWanted[];
  /** What the cups are worth together, points. */
  worth: number;
  /** Pins that could not be kept, for want of beans or of a day. */
  unkept: Pin[];
}
