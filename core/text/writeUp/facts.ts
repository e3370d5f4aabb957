import type { Recipe, Style } from '../../brew';
import type { Basis, Change, ClaimedEffect, Confounding, CrestFit, Effect, Forgiving } from '../../crest';
import type { Adequacy, Compared, FeelOverDays, Progress, ScoringScale, TRUE_TO_KIND } from '../../cup';
import type { DescriptorOutcome, WordPlace } from '../../cup/words';
import type { PairedDifference, Standing, ValueForPrice } from '../../palate';
import type { SittingKind, SittingReading, SittingTiming } from '../../sitting';
import type { FinalMark } from '../bag/finalMarks';
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
  process: string;
  roastLevel: string | null;
  altitude: string;
  lot: string;
  harvest: string;
  species: string | null;
  /** Parts of a blend; none of a coffee of one kind. */
  blend: readonly { name: string; sharePercent: number | null }[];
  /** Certificates and awards, as the label has them. */
  certificates: string;
  meantFor: string | null;
  soldAgain: string | null;
  shop: string;
  link: string;
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
  /** Against the cups before it, in the taster's words; null where nothing was said. */
  progress: Progress | null;
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
  /** The day on which there was clearly more of it than is said of the bag; null where there was none. */
  strongest: { day: number; value: number } | null;
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
  style: Style;
  doseG: number;
  waterG: number;
  waterC: number | null;
  /** The card it is brewed by, where there is one. */
  name: string | null;
}

/** One way a bag was drunk: as a shot, with milk, cold, as filter coffee. */
export interface DrinkFacts {
  style: Style;
  cups: number;
  /** Rest days, in order, each once. */
  days: readonly number[];
  /** Mean score of the cups with a mark, 0–100, and how many those are; null without one. */
  score: { mean: number; cups: number } | null;
  /** The most often found first. */
  words: readonly WordFacts[];
  levels: readonly { name: string; value: number }[];
  /** The printed notes held against these cups alone. */
  label: readonly DescriptorOutcome[];
  /** As it was most often made, and how it was ground then. */
  recipe: RecipeFacts;
  grind: string | null;
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
  /** "a medium fine grind", "setting 21 of the hand grinder"; null where nobody said. */
  grind: string | null;
  effects: readonly Effect[];
  claimed: ClaimedEffect | null;
  confounded: readonly Confounding[];
  forgiving: Forgiving | null;
  levels: readonly LevelFacts[];
  /** Whether the levels are the taster's own at the end, or the middle of the cups: of its best days, or of all. */
  levelsFrom: 'taster' | 'best days' | 'all cups';
  feel: FeelOverDays;
  /** Words found in one place alone. */
  places: readonly { word: { name: string }; places: readonly WordPlace[] }[];
  /** Means of the attributes that were marked, 0–10, and of the parts of a sheet. */
  attributes: readonly { name: string; mean: number }[];
  parts: readonly { name: string; mean: number; most: number; takenOff: boolean }[];
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
  /** The same beans in other drinks, the most often drunk first. */
  otherDrinks: readonly DrinkFacts[];
  /** The taster's own marks at the end. */
  finalMarks: readonly FinalMark[];
  /** What was betted before the first sip, the score betted on, and whether it held; null without a bet. */
  bet: { said: string; score: number | null; held: string | null } | null;
  /** The recipe its roaster prints, where it is for this drink: how it differs, and the rest as printed. */
  printed: { difference: string; asPrinted: string } | null;
  /** What a roast colour measured says of the roast claimed; null without one. */
  colour: string | null;
  /** Against yardsticks, at tables. */
  yardsticks: readonly { name: string; isRemembered: boolean; said: Readonly<Record<Compared, number>> }[];
  /** The rest day on which it was opened; null where that was not written. */
  openedDay: number | null;
  /** Days in the freezer. */
  frozenDays: number;
  foretold: { cups: number; inside: number } | null;
  /** How many cups count by what. */
  basis: Basis;
  isFinished: boolean;
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
