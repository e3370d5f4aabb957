import { useEffect, useState } from 'react';
import type { LiveBrew } from '../../contract/bench/live';
import { brewSeconds } from '../../core/brew';
import { steadyNow } from '../state/steadyNow';
import { onEachSecond } from './ticking';

/**
 * Seconds into a brew, redrawn with each whole one; null before it is started. Worked out from the start and the
 * server's clock, so that it is right after a reload or a night's sleep; it stands still once the brew has ended.
 */
export function useBrewClock(
  { startedAt, endedS, instruments: { speed } }: Pick<LiveBrew, 'startedAt' | 'endedS' | 'instruments'>,
  aheadMs: number,
): number | null {
  const [now, setNow] = useState(steadyNow);
  const running = startedAt !== null && endedS === null;
  useEffect(() => {
    if (!running) return;
    const begin = (): (() => void) => onEachSecond({ startedAt, aheadMs, speed }, steadyNow, setNow);
    let stop = begin();
    // A page that was in the background has old timers: it looks at the clock as soon as it is seen again.
    const seen = (): void => {
      stop();
      stop = begin();
    };
    document.addEventListener('visibilitychange', seen);
    return () => {
      stop();
      document.removeEventListener('visibilitychange', seen);
    };
  }, [running, startedAt, aheadMs, speed]);
  if (startedAt === null) return null;
  return endedS ?? brewSeconds(startedAt, now + aheadMs, speed);
}
