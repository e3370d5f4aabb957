import { ADVISED_DAYS } from '../../core/crest';
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

/** Mean of values that weigh differently. */
export function weightedMean(values: readonly { value: number; weight: number }[]): number {
  const total = values.reduce((sum, { weight }) => sum + weight, 0);
  return values.reduce((sum, { value, weight }) => sum + weight * value, 0) / total;
}

interface Said {
  p: number;
  happened: boolean;
  weight: number;
}

const happenedIn = (said: readonly Said[]): number =>
  weightedMean(said.map(({ happened, weight }) => ({ value: Number(happened), weight })));

/** Stated probabilities against what happened: in ten bins, and the Brier score against always saying the base rate. */
export class Calibration {
  readonly #said: Said[] = [];

  add(p: number, happened: boolean, weight = 1): void {
    this.#said.push({ p, happened, weight });
  }

  /** Bins with enough cases to be read, the mean of what was said and the frequency of what happened. */
  bins(least = 40): { said: number; happened: number; count: number }[] {
    return Array.from({ length: 10 }, (_, b) => this.#said.filter(({ p }) => Math.min(9, Math.floor(p * 10)) === b))
      .filter((bin) => bin.length >= least)
      .map((bin) => ({
        said: weightedMean(bin.map(({ p, weight }) => ({ value: p, weight }))),
        happened: happenedIn(bin),
        count: bin.length,
      }));
  }

  worstBin(): number {
    return Math.max(0, ...this.bins().map(({ said, happened }) => Math.abs(said - happened)));
  }

  brier(): { score: number; baseRate: number } {
    const rate = happenedIn(this.#said);
    return {
      score: weightedMean(
        this.#said.map(({ p, happened, weight }) => ({ value: (p - Number(happened)) ** 2, weight })),
      ),
      baseRate: rate * (1 - rate),
    };
  }
}
