import { steadyClock } from '../../core/brew';

const clock = steadyClock(
  () => Date.now(),
  () => performance.now(),
);

/** The instant, ms, by this machine's clock made steady: brews go on where somebody sets it back. */
export function steadyNow(): number {
  return clock.now();
}
