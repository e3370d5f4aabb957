import { ADVISED_DAYS } from '../../core/crest/constants';
import type { Truth } from '../simulate/families';

/** The best true day among those that may be advised. */
export function trueBestDay(truth: Truth): number {
  let best = ADVISED_DAYS.from as number;
  for (let day: number = ADVISED_DAYS.from; day <= ADVISED_DAYS.to; day++) if (truth[day]! > truth[best]!) best = day;
  return best;
}

/** Quality lost by drinking on `day` instead of the best day, points. */
export function regret(truth: Truth, day: number): number {
  return truth[trueBestDay(truth)]! - truth[day]!;
}

export const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

/** Stated probabilities against what happened: in ten bins, and the Brier score against always saying the base rate. */
export class Calibration {
  readonly #said: { p: number; happened: boolean }[] = [];

  add(p: number, happened: boolean): void {
    this.#said.push({ p, happened });
  }

  /** Bins with enough cases to be read, the mean of what was said and the frequency of what happened. */
  bins(least = 40): { said: number; happened: number; count: number }[] {
    return Array.from({ length: 10 }, (_, b) => this.#said.filter(({ p }) => Math.min(9, Math.floor(p * 10)) === b))
      .filter((bin) => bin.length >= least)
      .map((bin) => ({
        said: mean(bin.map(({ p }) => p)),
        happened: mean(bin.map(({ happened }) => Number(happened))),
        count: bin.length,
      }));
  }

  worstBin(): number {
    return Math.max(0, ...this.bins().map(({ said, happened }) => Math.abs(said - happened)));
  }

  brier(): { score: number; baseRate: number } {
    const rate = mean(this.#said.map(({ happened }) => Number(happened)));
    return {
      score: mean(this.#said.map(({ p, happened }) => (p - Number(happened)) ** 2)),
      baseRate: rate * (1 - rate),
    };
  }
}
