import { brewSeconds, msToNextSecond } from '../../core/brew';

/** A page drawn more often than this, ms, costs more than it shows. */
const LEAST_MS = 90;

export interface RunningClock {
  /** Instant of the start by the server's clock, ms. */
  startedAt: number;
  /** How far the server's clock is ahead of this one, ms. */
  aheadMs: number;
  speed: number;
}

/**
 * Calls back with the present instant, ms, soon and then on every whole second of a brew, until the returned function
 * is called, by a clock of instants in ms. Each wait is aimed anew at the next second, so that neither late timers nor
 * a long brew make it miss one.
 */
export function onEachSecond(
  { startedAt, aheadMs, speed }: RunningClock,
  clock: () => number,
  show: (now: number) => void,
): () => void {
  let timer: ReturnType<typeof setTimeout>;
  const tick = (): void => {
    const now = clock();
    show(now);
    // Timers count whole milliseconds: rounded down, one would come just before its second.
    timer = setTimeout(tick, Math.ceil(msToNextSecond(brewSeconds(startedAt, now + aheadMs, speed), speed, LEAST_MS)));
  };
  timer = setTimeout(tick, 0);
  return () => clearTimeout(timer);
}
