import type { BrewParameters, Fault, GrindWord, RecordedFrom, Style, Vigour } from '../../brew';
import type { Compared, Comparison, LevelLiking } from '../../cup';
import type { FACTOR_NAMES, Process, RoastLevel, Shape, ShapeShares } from './constants';

export type { Process, RoastLevel, Shape, ShapeShares };

/** Where a bag is expected to peak: median days, and sd of their logarithm. */
export interface PeakPrior {
  days: number;
  logSd: number;
  /** How many finished bags of the taster's own that is worth. */
  worth?: number;
}

/** Mean and sd of a quantity. */
export interface Moments {
  mean: number;
  sd: number;
}

/** What a taster's past bags and blind repeats teach of the next bag, before its first cup. */
export interface TasterPrior {
  peak: PeakPrior;
  /** ln σ/σ₀. */
  noise: Moments;
  /** Baseline: the score at the best day, points. */
  baselineMean: number;
  /** How its bags run, and how many finished ones of its own that is worth; the stated shares where it is not given. */
  shapes?: { shares: ShapeShares; bags: number };
  /**
   * What too little or too much of an attribute costs, in σ₀, learnt from its marks; for cups with levels and no mark.
   */
  levelCosts?: Readonly<Record<string, number>>;
  /** What amounts of an attribute are worth, learnt from its marks; for the same cups. */
  levelLikings?: Readonly<Record<string, LevelLiking>>;
  /** How far the roaster's advice is off in ln days, by its bags: the mean, and the sd to read it with. */
  advice?: Moments;
}

/** What else of a brew may move its score, where it is known; not part of a reference recipe. */
export interface MadeWith {
  /** How long it ran or steeped, where that is chosen and does not follow from the grind. */
  timeS?: number | null;
  pressureBar?: number | null;
  milkKind?: string | null;
  /** Of the whole drink, 0–1. */
  milkShare?: number | null;
  iceShare?: number | null;
  hardnessPpm?: number | null;
  /** How much gas its grounds let go; tells the age where it is assumed. */
  vigour?: Vigour | null;
  /** Read where the brew states no step. */
  grindWord?: GrindWord | null;
  /** The phase its mark rests on. */
  markAt?: string | null;
}

/** One brew as the engine sees it. */
export interface CrestBrew extends BrewParameters, MadeWith {
  /** Names the brew in the answer. */
  id: string;
  /** Rest age in days, at the time of brewing. */
  age: number;
  /** Score, 0–100; null when the cup was not marked. */
  overall: number | null;
  recordedFrom: RecordedFrom;
  /** The mark was asked about and is meant: it is no gross error. */
  isMeant?: boolean;
  fault: Fault | null;
  taster?: string | null;
  /** Cups of one brew name the same one; null for a brew of one cup. */
  pot?: string | null;
  /** How the cup was against others of the bag, by their brews' ids; those of brews that do not count are not read. */
  comparisons?: readonly Comparison[];
  /** The score its levels come to, 0–100, read where it was not marked; null where they say nothing. */
  byLevels?: number | null;
}

/** Everything a fit depends on. Today is not among them: a fit ages well. */
export interface CrestInput {
  roastLevel: RoastLevel | null;
  process: Process | null;
  /** The roast the beans look like, where somebody said. */
  perceivedRoast?: RoastLevel | null;
  /** Sd of the ages, days, all being off by the same: that of an assumed roast date. */
  ageSdDays?: number;
  /** The roaster's advice, days of rest; null when none was given. */
  restAdviceDays: number | null;
  /** The bag's standard recipe: the curve is the score this recipe would get. */
  reference: BrewParameters;
  brews: readonly CrestBrew[];
  /** A recipe to be held against the reference, tried or not: what a label claims. */
  claimed?: (BrewParameters & MadeWith) | null;
  /** Repeatability σ₀ of the bag's scale, points. */
  sigma0: number;
  /** What the taster's past teaches; the table and the scale where it is not given. */
  prior?: TasterPrior;
}

/** Why a brew is in the log but not in the judgement. */
export type LeftOut = 'fault' | 'other-style' | 'no-mark';

/** Score at the reference recipe on a rest day: mean, 10 % / 50 % / 90 % quantiles, points. */
export interface CurvePoint {
  day: number;
  mean: number;
  lo: number;
  median: number;
  hi: number;
}

/** What one setting of one factor did to the score, against the reference, in points. */
export interface Effect {
  factor: FactorName;
  /** The setting, as a person would write it: a brewer's name, `90 °C`, `+1`, `1:17`. */
  setting: string;
  mean: number;
  sd: number;
  /** Probability that the setting helps (effect > 0). */
  helps: number;
  /** Brews that speak for it. */
  brews: number;
  /** Where it was tried both early and late: what it did then, and the probability that it grew; else null. */
  change: { early: EffectOn; late: EffectOn; grows: number } | null;
}

/** What a setting did on one rest day, points. */
export interface EffectOn extends Moments {
  day: number;
}

export type FactorName = (typeof FACTOR_NAMES)[number];

/** What the claimed recipe does to the score, against the reference, in points. */
export type ClaimedEffect = Omit<Effect, 'factor' | 'setting' | 'change'>;

/**
 * How far the score fell over the settings tried, points: the mean, and 10 % and 90 % quantiles; and what that is called.
 */
export interface Forgiving {
  fall: { mean: number; lo: number; hi: number };
  is: 'forgiving' | 'fussy' | null;
  /** Settings other than the reference's it was seen over. */
  settings: number;
}

/** What the cups before foretell of a cup. */
export interface Foretold {
  /** Its score, points: mean, 10 % and 90 % quantiles. */
  mean: number;
  lo: number;
  hi: number;
  /** Probability that it is better than the best mark so far; null without one. */
  beatsBest: number | null;
  /** Of each cup it is held against: the probability of each thing it may be called. */
  against: ({ thanId: string } & Record<Compared, number>)[];
}

/** What a judgement rests on: marks, levels, comparisons, by the cups that gave each. */
export interface Basis {
  marks: number;
  levels: number;
  comparisons: number;
}

/** One brew in the answer: as scored, and moved to the reference recipe by its estimated effects. */
export interface ReadBrew {
  id: string;
  age: number;
  /** Its mark; without one what its levels come to, or how it tasted by its comparisons. */
  asScored: number | null;
  /** Where that is from. */
  by: 'mark' | 'levels' | 'comparisons' | null;
  atReference: number | null;
  leftOut: LeftOut | null;
}

/** Share of what the brews could say of the ridge that is lost to not knowing a factor's effect, 0–1. */
export interface Confounding {
  factor: FactorName;
  share: number;
  /** The setting of the latest brews (null: the reference's), and the rest age since which no other was used. */
  latest: string | null;
  /** The reference's own setting, as a person would write it; null where it states none. */
  reference: string | null;
  sinceAge: number;
}

/** A brew whose mark is probably a gross error. */
export interface Outlier {
  id: string;
  /** Score less its prediction from the other brews, points; and in standard deviations. */
  missedBy: number;
  sds: number;
}

/** A setting other than the reference's. */
export interface Change {
  factor: FactorName;
  setting: string;
}

/** A way to brew next: the reference recipe, or with settings changed to ones already tried; none: as it is. */
export interface BrewOption {
  changes: Change[];
  /** Expected score per rest day 0 … 90, points. */
  expected: number[];
  /** What it is expected to tell about when the peak is, per rest day 0 … 90, nats. */
  expectedInformation: number[];
}

export interface DaySpan {
  from: number;
  to: number;
}

/** A bag's curve as a handful of equally likely ones, and the noise of one cup, points. */
export interface Sketch {
  noise: number;
  /** Expected score at the reference recipe at each knot, points. */
  mean: number[];
  /** The curves, points, [curve][knot]. */
  curves: number[][];
}

/** The posterior of one bag, one series, as far as it does not depend on today. */
export interface CrestFit {
  /** Brews that carry the judgement. */
  usable: number;
  sigma0: number;
  /**
   * Peak age in days, given that the bag has a crest after its first days: median and shortest interval of probability
   * `coverage`.
   */
  peak: { day: number; lo: number; hi: number; coverage: number };
  /** Probability that it has none: at its best fresh, and fading since. */
  fresh: number;
  /** Probability of each way a bag may run. */
  shapes: ShapeShares;
  /** Probability that the best day is each rest day 0 … 90: `fresh` on day 0; the last day gathers all later ones. */
  peakProbability: number[];
  /**
   * What this bag can teach of the next: ln likelihood on the engine's peak axis and of each shape, in the order of
   * `SHAPES`; ln σ/σ₀, and the baseline in points.
   */
  bagLikelihood: { peak: number[]; shapes: number[]; noise: Moments; baseline: Moments };
  /** Rest days 0 … 90. */
  curve: CurvePoint[];
  sketch: Sketch;
  /**
   * Per rest day 0 … 90: probability of being noticeably as good as the best day, of still climbing to it, of fading.
   */
  inWindow: number[];
  climbing: number[];
  fading: number[];
  /** Per rest day: probability that the curve has fallen past its best by more than the spent drop. */
  spent: number[];
  /** Probability that the curve's range over the days tried is below σ₀; null without brews. */
  steady: number | null;
  /** First and last rest age with a usable brew, days; null without brews. */
  daysTried: DaySpan | null;
  window: DaySpan | null;
  core: DaySpan | null;
  advisedDay: number;
  effects: Effect[];
  /** Null where no recipe is claimed, it is the reference, or it is for another style of drink. */
  claimed: ClaimedEffect | null;
  confounded: Confounding[];
  /** Null while too little was tried. */
  forgiving: Forgiving | null;
  basis: Basis;
  outliers: Outlier[];
  options: BrewOption[];
  /** The most that any way of brewing would tell, per rest day 0 … 90, nats. */
  mostInformation: number[];
  /** The earlier cup that one of each rest day 0 … 90 is best held against, by its brew; empty without brews. */
  compareWith: string[];
  /** What the latest usable brew changed from the reference. */
  latest: Change[];
  /** The style of drink whose cups the peak is expected by, while the reference's own has none. */
  siblingStyle: Style | null;
  brews: ReadBrew[];
}
