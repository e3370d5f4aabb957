/**
 * A reading of a clock that is this far behind what it should be, ms, was set back; less is how clocks are kept right.
 */
const SET_BACK_MS = 50;

/** Instants, ms, that never run backwards. */
export interface SteadyClock {
  now(): number;
  /** Goes on from here if it is behind: something is known to have happened at that instant. */
  atLeast(instant: number): void;
}

/**
 * The clock on the wall, made steady: where it is set back, time goes on from where it was, at the pace of a clock that
 * nobody can set. Where it is set forward, or the machine slept, it is followed.
 *
 * @param wall instant by the clock on the wall, ms; may be set
 * @param monotonic ms from some beginning; never runs backwards, but may stand still while a machine sleeps
 */
export function steadyClock(wall: () => number, monotonic: () => number): SteadyClock {
  let ahead = 0;
  let last = { steady: wall(), at: monotonic() };
  const now = (): number => {
    const at = monotonic();
    const [byWall, expected] = [wall() + ahead, last.steady + at - last.at];
    if (byWall < expected - SET_BACK_MS) ahead += expected - byWall;
    last = { steady: Math.max(last.steady, byWall < expected - SET_BACK_MS ? expected : byWall), at };
    return last.steady;
  };
  return {
    now,
    atLeast: (instant) => {
      const behind = instant - now();
      if (behind <= 0) return;
      ahead += behind;
      last = { ...last, steady: instant };
    },
  };
}
