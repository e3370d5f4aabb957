import { EXCHANGE_FORMAT, EXCHANGE_VERSION, type CrestLesson, type ExchangeFile } from '../contract/keeping/exchange';
import { PEAK_AXIS, SHAPES, type PastBag } from '../core/crest';
import { roundTo } from '../core/brew';
import type { ScoringScale } from '../core/cup';

/** A finished bag of the household, and how many cups its judgement rests on. */
export interface FinishedBag extends PastBag {
  cups: number;
  name: string;
  /** The one its baseline is in. */
  scale: ScoringScale;
  finishedOn: string;
}

/** ln likelihoods as they are given away: nothing finer than a hundredth can be told apart. */
const rounded = (logs: readonly number[]): number[] => logs.map((log) => Math.min(0, roundTo(log, 2)));

/** What a household's own finished bags teach, as a file for others: no names, notes, places or dates. */
export function exchangeOf(bags: readonly FinishedBag[]): ExchangeFile {
  const { fromDays, toDays, cells } = PEAK_AXIS;
  return {
    format: EXCHANGE_FORMAT,
    version: EXCHANGE_VERSION,
    axis: { fromDays, toDays, cells },
    shapes: [...SHAPES],
    bags: bags
      .map(({ roastLevel, process, style, cups, bagLikelihood: { peak, shapes } }) => ({
        roastLevel,
        process,
        style,
        cups,
        peak: rounded(peak),
        shapes: rounded(shapes),
      }))
      // In an order that says nothing of when they were drunk.
      .sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1)),
  };
}

/** A lesson of another taster, as a history reads it. */
export function pastBagOf({ roastLevel, process, style, peak, shapes }: CrestLesson): PastBag {
  return { roastLevel, process, style, bagLikelihood: { peak, shapes }, isOfOthers: true };
}
