import type { InstrumentKind, InstrumentSettings } from '../../contract/bench/instrument';
import type { Reading, Recipe } from '../../core/brew';

/**
 * Anything that measures. What the bench needs of a scale, a thermometer, a refractometer or a pH pen is this and no
 * more; the ones that ship are simulated, and a driver for a real one would be another implementation.
 */
export interface Instrument {
  readonly kind: InstrumentKind;
  /**
   * Calls back with readings as they come, in order, until the returned function is called.
   *
   * @param sinceS what was measured since this second comes first, where the instrument still has it; else from now on
   */
  listen(heard: (readings: Reading[]) => void, sinceS?: number): () => void;
}

/** Seconds since the start of what is measured; negative before it. */
export type Clock = () => number;

/** What an instrument stands beside. */
export interface Subject {
  recipe: Recipe;
  /** What a simulated hand can be repeated from. */
  seed: number;
  settings: InstrumentSettings;
  clock: Clock;
}

/** Finds the instrument of a kind that stands beside a brew; null where none is connected. */
export type InstrumentRegistry = (kind: InstrumentKind, subject: Subject) => Instrument | null;
