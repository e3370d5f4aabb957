import { useEffect, useState } from 'react';
import type { LiveBrew } from '../../contract/live';
import { brewSeconds, msToNextSecond } from '../../core/brew';

/** A page drawn more often than this, ms, costs more than it shows. */
const LEAST_MS = 90;

/**
 * Seconds into a brew, redrawn with each whole one; null before it is started. Worked out from the start and the server's
 * clock, so that it is right after a reload or a night's sleep; it stands still once the brew has ended.
 */
export function useBrewClock({ startedAt, endedS, instruments: { speed } }: Pick<LiveBrew, 'startedAt' | 'endedS' | 'instruments'>, aheadMs: number): number | null {
  const [now, setNow] = useState(() => Date.now());
  const running = startedAt !== null && endedS === null;
  useEffect(() => {
    if (!running) return;
    let timer: ReturnType<typeof setTimeout>;
    const tick = (): void => {
      const moment = Date.now();
      setNow(moment);
      timer = setTimeout(tick, msToNextSecond(brewSeconds(startedAt, moment + aheadMs, speed), speed, LEAST_MS));
    };
    timer = setTimeout(tick, 0);
    // A page that was in the background has old timers: it looks at the clock as soon as it is seen again.
    const seen = (): void => {
      clearTimeout(timer);
      tick();
    };
    document.addEventListener('visibilitychange', seen);
    return () => {
      clearTimeout(timer);
      document.removeEventListener('visibilitychange', seen);
    };
  }, [running, startedAt, aheadMs, speed]);
  if (startedAt === null) return null;
  return endedS ?? brewSeconds(startedAt, now + aheadMs, speed);
}
