import type { Readings } from '../../contract/bench/instrument';
import type { LiveTrace } from '../../contract/bench/live';
import { appendPoint, flowAt, type Trace } from '../../core/brew';

/** What the scale says at the moment. */
export interface ScaleNow {
  weightG: number | null;
  gPerS: number | null;
  /** Time of the last good reading, seconds from the start; null before the first. */
  atS: number | null;
  /** Readings marked as wrong so far. */
  flawed: number;
}

/** A number that changes more often than this, ms, cannot be read. */
const SHOWN_EVERY_MS = 150;

/**
 * The scale of one brew: all that was recorded so far, and what comes. An external store, so that only what shows a
 * weight is redrawn with every reading.
 */
export class ScaleFeed {
  trace: Trace = [];
  #now: ScaleNow = { weightG: null, gPerS: null, atS: null, flawed: 0 };
  #shownAt = 0;
  #flawed = 0;
  readonly #listeners = new Set<() => void>();

  constructor(private readonly recorded: () => Promise<LiveTrace | null>) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly snapshot = (): ScaleNow => this.#now;

  /** Fetches what was recorded so far, and puts what was heard in the meantime behind it. */
  async catchUp(): Promise<void> {
    const recorded = await this.recorded();
    if (recorded === null) return;
    // What the cache holds is not ours to put points behind.
    const trace = structuredClone(recorded.trace);
    const lastS = trace.at(-1)?.at(-1)?.[0] ?? -Infinity;
    for (const point of this.trace.flat()) if (point[0] > lastS) appendPoint(trace, point);
    this.trace = trace;
    this.#flawed = Object.values(recorded.flaws).reduce((sum, count) => sum + count, 0);
    this.#show();
  }

  hear(readings: Readings['readings']): void {
    for (const { atS, value, flaw } of readings) {
      if (flaw !== null) this.#flawed++;
      else if (value !== null) appendPoint(this.trace, [atS, value]);
    }
    this.#show();
  }

  #show(): void {
    if (performance.now() - this.#shownAt < SHOWN_EVERY_MS) return;
    this.#shownAt = performance.now();
    const last = this.trace.at(-1)?.at(-1) ?? null;
    this.#now = {
      weightG: last?.[1] ?? null,
      gPerS: last === null ? null : flowAt(this.trace, last[0]),
      atS: last?.[0] ?? null,
      flawed: this.#flawed,
    };
    for (const listener of this.#listeners) listener();
  }
}
