import { SIPPED_PHASES, type SippedPhase } from './tasting';

/** Temperature of a freshly poured cup and of a room, °C. *Assumption*. */
const POURED_C = 80;
const ROOM_C = 21;
/** Seconds in which the difference to the room falls to 1/e: an open cup of 200 ml. *Assumption*. */
const COOLING_S = 1500;

/**
 * At and below which a phase is due, °C: hot enough to be called hot but no longer scalding; lukewarm; cool.
 * *Assumption*.
 */
export const PHASE_C: Readonly<Record<SippedPhase, number>> = { hot: 65, warm: 50, cool: 37 };

/** Temperature of a cup some time after pouring, °C: Newton's law of cooling. */
export function cupC(seconds: number): number {
  return ROOM_C + (POURED_C - ROOM_C) * Math.exp(-Math.max(0, seconds) / COOLING_S);
}

/** Whole seconds after pouring at which a phase is due. */
export function phaseDueS(phase: SippedPhase): number {
  return Math.round(COOLING_S * Math.log((POURED_C - ROOM_C) / (PHASE_C[phase] - ROOM_C)));
}

/**
 * The phase a cup is due for some time after pouring, and the one that comes next; null before the first and after the
 * last.
 */
export function looksAt(seconds: number): { due: SippedPhase | null; next: SippedPhase | null } {
  return {
    due: SIPPED_PHASES.findLast((phase) => phaseDueS(phase) <= seconds) ?? null,
    next: SIPPED_PHASES.find((phase) => phaseDueS(phase) > seconds) ?? null,
  };
}
