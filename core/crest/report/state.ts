import {
  LAST_DAY,
  MAX_INTERVAL_RATIO,
  MIN_BREWS,
  NEARLY_AS_LIKELY,
  STEADY_MIN_SPREAD,
  STEADY_PROBABILITY,
} from '../model/constants';
import type { Basis, CrestFit, DaySpan } from '../model/types';
import { longestRun } from './window';

/** What a bag is today. */
export const STATES = ['resting', 'too-early', 'climbing', 'at-crest', 'fading', 'steady', 'spent'] as const;
export type State = (typeof STATES)[number];

/** What `stateOf` needs of a fit; small enough to keep for every bag of a shelf. */
export type FitSummary = Pick<
  CrestFit,
  | 'usable'
  | 'sigma0'
  | 'siblingStyle'
  | 'peak'
  | 'fresh'
  | 'inWindow'
  | 'climbing'
  | 'fading'
  | 'spent'
  | 'steady'
  | 'window'
  | 'core'
  | 'advisedDay'
  | 'daysTried'
>;

/** A state and its probability. States that follow from a count or a stock, not from the curve, have probability 1. */
export interface StateToday {
  state: State;
  probability: number;
}

/** The reported rest day that stands for an age: whole, and 90 for anything later. */
export function reportedDay(age: number): number {
  return Math.min(LAST_DAY, Math.max(0, Math.floor(age + 1e-9)));
}

/**
 * The days a fit would choose for drinking: its window; with too few cups for one, or none on a bag that was best
 * fresh, the run of days nearly as likely as the likeliest; or the peak interval while no day is likely enough.
 */
export function likelyDays(fit: Pick<FitSummary, 'window' | 'peak' | 'fresh' | 'inWindow' | 'usable'>): {
  from: number;
  to: number;
} {
  const early =
    fit.usable < MIN_BREWS || (fit.window === null && fit.fresh >= 0.5)
      ? longestRun(fit.inWindow, NEARLY_AS_LIKELY * Math.max(...fit.inWindow))
      : null;
  return early ?? fit.window ?? { from: Math.round(fit.peak.lo), to: Math.round(fit.peak.hi) };
}

/** Whether a bag's days are what is expected of its kind, for too few cups say otherwise. */
export function isExpectation({ usable }: Pick<FitSummary, 'usable'>): boolean {
  return usable < MIN_BREWS;
}

/**
 * Whether a bag is judged by comparisons alone: then its curve says how far below its best a day is, and not how good.
 */
export function isOnlyCompared({ marks, levels, comparisons }: Basis): boolean {
  return marks + levels === 0 && comparisons > 0;
}

/** Whether all of a bag's cups are of one day: they say how good it was, and of other days nothing. */
export const isOfOneDay = ({ daysTried }: Pick<FitSummary, 'daysTried'>): boolean =>
  daysTried !== null && daysTried.from === daysTried.to;

/** What a bag is on the day its best is most likely, though it may be finished or spent by now. */
export const stateAtBest = (fit: FitSummary): State => stateOf(fit, fit.advisedDay, false).state;

/**
 * The one set of days a bag is spoken of by, wherever that is: with too few cups for a window the days it is expected
 * at its best. None of a steady bag, of one whose cups do not say yet or never did, and of one that was drunk on one
 * day.
 */
export function daysAtBest(fit: FitSummary, state: State): DaySpan | null {
  const at = state === 'spent' ? stateAtBest(fit) : state;
  if (at === 'steady' || (state === 'spent' && isOfOneDay(fit))) return null;
  if (isExpectation(fit)) return likelyDays(fit);
  return at === 'too-early' ? null : fit.window;
}

/** Whether the days a bag was tried on hardly differ, and lie far enough apart to say so. */
export const isSteady = (fit: Pick<FitSummary, 'steady' | 'usable' | 'daysTried'>): boolean =>
  !isExpectation(fit) && fit.steady !== null && fit.steady > STEADY_PROBABILITY && spread(fit) >= STEADY_MIN_SPREAD;

/**
 * The state of a bag at a rest age.
 *
 * Order of the rules: nothing left → spent; no brew yet → resting before the expected window, else too early; under
 * three usable brews → too early; steady when the days tried hardly differ; too early while the peak interval is wide,
 * unless the bag more likely had no peak but was best fresh;
 * then whichever of climbing, at the crest and fading is likeliest, with spent as the far end of fading.
 */
export function stateOf(fit: FitSummary, age: number, finished: boolean): StateToday {
  const day = reportedDay(age);
  const at = (probabilities: readonly number[]): number => probabilities[day] ?? 0;
  if (finished) return { state: 'spent', probability: 1 };
  if (fit.usable === 0) {
    return day < likelyDays(fit).from
      ? { state: 'resting', probability: at(fit.climbing) }
      : { state: 'too-early', probability: 1 };
  }
  if (fit.usable < MIN_BREWS) return { state: 'too-early', probability: 1 };
  if (isSteady(fit)) return { state: 'steady', probability: fit.steady ?? 0 };
  if (fit.fresh < 0.5 && fit.peak.hi > MAX_INTERVAL_RATIO * fit.peak.lo) return { state: 'too-early', probability: 1 };
  if (at(fit.spent) > 0.5) return { state: 'spent', probability: at(fit.spent) };
  const options: StateToday[] = [
    { state: 'at-crest', probability: at(fit.inWindow) },
    { state: 'climbing', probability: at(fit.climbing) },
    { state: 'fading', probability: at(fit.fading) },
  ];
  return options.reduce((best, option) => (option.probability > best.probability ? option : best));
}

/** Ratio of the last to the first age tried: one day's brews say nothing about other days. */
function spread({ daysTried }: Pick<FitSummary, 'daysTried'>): number {
  return daysTried === null ? 1 : Math.max(1, daysTried.to) / Math.max(1, daysTried.from);
}
