import type { Behaviour, InstrumentKind } from '../../../contract/bench/instrument';
import type { Reading } from '../../../core/brew';
import type { Clock, Instrument } from '../instrument';
import { unitNoise } from './noise';

/** How often a simulated instrument speaks, ms of real time; what it measured since then comes in one go. */
const EVERY_MS = 100;
/** A machine that slept so long, ms, heard nothing in that time. */
const ASLEEP_MS = 2000;
/** Misbehaviour: silent for six seconds of every forty-five; a wild value every seven; a second and a half behind. */
const SILENT = { everyS: 45, fromS: 25, untilS: 31 };
const WILD_EVERY_S = 7;
const LAG_S = 1.5;

export interface Simulation {
  kind: InstrumentKind;
  perSecond: number;
  /** The value a perfect instrument would show. */
  truth: (s: number) => number;
  /** Half-width of the noise, and drift per second, in the instrument's unit. */
  noise: number;
  driftPerS: number;
  /** Seconds over which it averages: it settles that long. */
  settlingS: number;
  behaviour: Behaviour;
  seed: number;
  clock: Clock;
}

/** An instrument that measures a known truth, with the faults of real ones. */
export function simulate(simulation: Simulation): Instrument {
  const { kind, perSecond, clock } = simulation;
  return {
    kind,
    listen: (heard, sinceS = clock()) => {
      const noise = unitNoise(simulation.seed);
      let next = Math.max(0, Math.ceil(sinceS * perSecond));
      let lastTick = performance.now();
      const timer = setInterval(() => {
        const now = Math.floor(clock() * perSecond);
        if (performance.now() - lastTick > ASLEEP_MS) next = now;
        lastTick = performance.now();
        const readings: Reading[] = [];
        for (; next <= now; next++) {
          const reading = readingAt(simulation, next, noise());
          if (reading) readings.push(reading);
        }
        if (readings.length > 0) heard(readings);
      }, EVERY_MS);
      return () => clearInterval(timer);
    },
  };
}

/** The reading with a number, counted from the start; null where a misbehaving instrument says nothing. */
export function readingAt(
  { perSecond, truth, noise, driftPerS, settlingS, behaviour }: Omit<Simulation, 'clock' | 'kind' | 'seed'>,
  index: number,
  draw: number,
): Reading | null {
  const atS = index / perSecond;
  const phase = atS % SILENT.everyS;
  if (behaviour === 'drops out' && phase >= SILENT.fromS && phase < SILENT.untilS) return null;
  if (behaviour === 'jumps' && index > 0 && index % Math.round(WILD_EVERY_S * perSecond) === 0) {
    return {
      atS,
      value: [-250, 9999, truth(atS) * 1.5 + 120][(index / Math.round(WILD_EVERY_S * perSecond)) % 3] ?? 0,
    };
  }
  const seen = atS - (behaviour === 'lags' ? LAG_S : 0);
  const value =
    (truth(seen) + truth(seen - settlingS / 2) + truth(seen - settlingS)) / 3 + driftPerS * atS + noise * draw;
  return { atS, value };
}
