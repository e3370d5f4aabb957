import type { BagDraft } from '../contract/bag/bag';
import type { Hand } from '../contract/bench/instrument';
import type { MakingInput } from '../contract/bag/making';
import type { CupDraft } from '../contract/bag/cup';
import type { BrewParameters } from '../core/brew';

/**
 * A made-up household: what each bag says on its label, how it truly behaves (which nobody in the story knows), and how
 * it was brewed. Days are counted back from the day the demo is made.
 */

/**
 * The truth behind a bag's scores: level at the peak, when that is, and how steeply it rises and falls (in ln days).
 */
export interface Truth {
  baseline: number;
  peakDay: number;
  riseWidth: number;
  fallWidth: number;
  height: number;
  /** What each brewer other than the reference does to the score, points. */
  brewers?: Record<string, number>;
  /** Points lost per (2 °C)² from the reference. */
  perTwoC?: number;
}

export interface DemoBrew {
  /** Calendar day since roast. */
  day: number;
  taster: 'Mira' | 'Tomas';
  parameters?: Partial<BrewParameters>;
  /** Another cup of the brew before, with a mark of its own. */
  sameBrew?: { mark: number };
  remarks?: string;
  drainS?: number;
  fault?: 'spill' | 'stalled-filter';
  faultNote?: string;
  fromMemory?: boolean;
  /** What was tasted in stages: "hot-first: quince, honey; cool-second: damson". */
  phases?: string;
  /** Levels and how they were liked: "acidity 4+ right, body 2 little". */
  intensities?: string;
  cup?: Partial<Omit<CupDraft, 'scoringScale' | 'mark' | 'words' | 'levels'>>;
  /** What was seen of a brew that was made without the bench. */
  seen?: Partial<MakingInput>;
  /** Made at the bench with the simulated scale: whose hand it was, and what was seen and measured. */
  bench?: { hand: Hand } & Partial<Pick<MakingInput, 'vigour' | 'bed' | 'tastes' | 'tdsPercent' | 'ph'>>;
}

export interface DemoBag {
  label: Omit<BagDraft, 'roastedOn' | 'bestBefore' | 'spells' | 'finishedOn'>;
  /** Days since roast. */
  age: number;
  /** Days since roast on which it went into the freezer and came out again (null: still there). */
  frozen?: { from: number; to: number | null };
  /** Nothing is known of its age but the day it arrived. */
  isUndated?: boolean;
  /** Its reference is the household's standard recipe. */
  byStandard?: boolean;
  /** Days since roast on which it was finished. */
  finishedAt?: number;
  truth: Truth;
  brews: DemoBrew[];
}
