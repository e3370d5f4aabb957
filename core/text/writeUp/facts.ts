import type { Recipe } from '../../brew';
import type { Change, ClaimedEffect, Confounding, CrestFit, Effect, Forgiving } from '../../crest';
import type { Adequacy, ScoringScale, TRUE_TO_KIND } from '../../cup';
import type { DescriptorOutcome } from '../../cup/words';
import type { PairedDifference, Standing, ValueForPrice } from '../../palate';
import type { SittingKind, SittingReading, SittingTiming } from '../../sitting';
import type { Units } from '../units';

/**
 * What a write-up is composed from: the record, as far as it is told. Nothing here is worked out from anything else.
 */

/** What the label claims of a coffee. */
export interface CoffeeFacts {
  name: string;
  roaster: string;
  producer: string;
  origin: string;
  variety: string;
  process: string | null;
  roastLevel: string | null;
  altitude: string;
  /** A plain date. */
  roastedOn: string;
  /** Worked out from a best-before date. */
  isRoastAssumed: boolean;
  weightG: number;
  price: number | null;
}

/** One cup that counts. */
export interface CupFacts {
  id: string;
  restDay: number;
  /** Score, 0–100; null where it was not marked. */
  score: number | null;
  taster: string | null;
  /** What was found, the foremost first. */
  words: readonly string[];
  /** Prose; empty where it is private or was not written. */
  remarks: string;
  /** What was otherwise than in the reference recipe. */
  changes: readonly Change[];
  isBlind: boolean;
  isFromMemory: boolean;
}

/** When a bag is at its best, or why that is not known. */
export type CrestFacts =
  | { is: 'untasted' }
  | { is: 'unmarked' }
  | { is: 'one day'; day: number }
  | { is: 'too few'; days: readonly number[] }
  | { is: 'too early'; lo: number; hi: number; advisedDay: number }
  | { is: 'steady'; from: number; to: number }
  | { is: 'only compared'; window: DaySpan | null; core: DaySpan | null; day: number; lo: number; hi: number }
  | CrestKnown;

interface DaySpan {
  from: number;
  to: number;
}

export interface CrestKnown {
  is: 'known';
  /** The one set of days it is spoken of by; null where no run of days is likelier than not. */
  window: DaySpan | null;
  core: DaySpan | null;
  /** The best day, and where it lies with 8 in 10. */
  day: number;
  lo: number;
  hi: number;
  /** Probability that it was at its best fresh. */
  fresh: number;
  shapes: CrestFit['shapes'];
  /** Score on the best day at the reference recipe: mean, and where it lies with 8 in 10. */
  score: { mean: number; lo: number; hi: number };
}

/** A level on the scale from 1 to 5, and how its amount was found. */
export interface LevelFacts {
  name: string;
  value: number;
  /** Where it went over the days; null where there are too few. */
  trend: 'rising' | 'falling' | null;
  found: Readonly<Record<Adequacy, number>>;
  isMerit: boolean;
}

/** A word over the days. */
export interface WordFacts {
  name: string;
  cups: number;
  days: readonly number[];
}

/** A place among a kind; `kind` is empty for all bags of the household. */
export interface StandingFacts extends Pick<Standing, 'place' | 'bestPlace' | 'worstPlace'> {
  kind: string;
  of: number;
}

/** A recipe as a reader can follow it. */
export interface RecipeFacts {
  /** "Cone, 17 g to 272 g of water (1:16), 92 °C". */
  brewer: string;
  style: string;
  doseG: number;
  waterG: number;
  waterC: number | null;
  /** The card it is brewed by, where there is one. */
  name: string | null;
}

export interface BagFacts {
  coffee: CoffeeFacts;
  scale: ScoringScale;
  units: Units;
  /** In the order of their days. */
  cups: readonly CupFacts[];
  /** Cups with a fault, which do not count. */
  faulted: number;
  tasters: number;
  crest: CrestFacts;
  sigma0: number;
  recipe: RecipeFacts;
  effects: readonly Effect[];
  claimed: ClaimedEffect | null;
  confounded: readonly Confounding[];
  forgiving: Forgiving | null;
  levels: readonly LevelFacts[];
  /** Whether the levels are the taster's own at the end, and not the middle of the cups. */
  areLevelsFinal: boolean;
  words: readonly WordFacts[];
  /** Cups in which anything was found. */
  wordedCups: number;
  label: readonly DescriptorOutcome[];
  /** Cups written before the printed notes were revealed. */
  blindToLabel: number;
  /** The roast by the label and by the look of the beans, and how many steps darker it looks; null where not told. */
  roast: { claimed: string; perceived: string; darker: number } | null;
  restClaim: string | null;
  value: ValueForPrice | null;
  standings: readonly StandingFacts[];
  buyAgain: string | null;
  liked: string | null;
  trueTo: readonly { what: string; how: (typeof TRUE_TO_KIND)[number] }[];
  /** The same beans in other drinks: cups with a mark, and the mean of those. */
  otherDrinks: readonly { style: string; cups: number; score: number }[];
  /** Days in the freezer. */
  frozenDays: number;
  foretold: { cups: number; inside: number } | null;
}

/** A table, once revealed. */
export interface SittingFacts {
  name: string;
  kind: SittingKind;
  timing: SittingTiming;
  /** A plain date. */
  on: string;
  isBlind: boolean;
  scale: ScoringScale;
  reading: SittingReading;
  cups: readonly {
    id: string;
    name: string;
    restDay: number | null;
    declared: string;
    /** How it was brewed; null where nobody here did. */
    recipe: RecipeFacts | null;
    said: readonly { taster: string; remarks: string }[];
    levels: readonly { name: string; value: number }[];
  }[];
  yardstick: string | null;
  units: Units;
  /** Names of tasters by their seats. */
  tasterOf: Readonly<Record<string, string>>;
}

/** Bags held against each other. */
export interface ComparisonFacts {
  bags: readonly BagFacts[];
  /** Of each two, by their places: how much higher the first scores at its best, points, and the standard error. */
  pairs: readonly { a: number; b: number; mean: number; sd: number }[];
  /** Two whose marks are in scales that cannot be read on one another, by their places; null where there are none. */
  unlike: { a: number; b: number } | null;
  /** Tables two of them or more stood on. */
  sittings: readonly { on: string; difference: PairedDifference | null; a: string; b: string }[];
}

/** A recipe, and what the record says of it. */
export interface CardFacts {
  recipe: Recipe;
  units: Units;
  /** Brews logged with it that count, and their marks, 0–100. */
  brews: number;
  scores: { lo: number; hi: number; scale: ScoringScale } | null;
  /** Bags that have it for their reference, with what was tried beside it. */
  bags: readonly Pick<BagFacts, 'coffee' | 'crest' | 'effects' | 'sigma0' | 'scale'>[];
}
