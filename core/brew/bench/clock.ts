/** Seconds as minutes and seconds, "3:05", or with hours from one hour on, "12:00:05". */
export function minutesText(seconds: number): string {
  const whole = Math.round(Math.abs(seconds));
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  const pad = (n: number): string => String(n).padStart(2, '0');
  return `${seconds < 0 && whole > 0 ? '−' : ''}${h > 0 ? `${h}:${pad(m)}` : m}:${pad(s)}`;
}

/**
 * Seconds into a brew at an instant: worked out from when it started, never counted, so that a page that slept, was
 * closed or came from another device is right again at once. Negative before a start that is still to come.
 *
 * @param startedAt instant of the start, ms
 * @param now instant, ms
 * @param speed brew seconds per second; 1 but for simulated instruments
 */
export function brewSeconds(startedAt: number, now: number, speed: number): number {
  return ((now - startedAt) / 1000) * speed;
}

/** The whole second a countdown to `atS` shows at `nowS`: never ahead of time, 0 once it is reached. */
export function secondsTo(atS: number, nowS: number): number {
  return Math.max(0, Math.ceil(atS - nowS - 1e-6));
}

/**
 * Milliseconds from now until the next whole second of a brew. Waiting for that, anew after each second, neither drifts
 * nor skips one, however late a timer fires within the second. Only where time runs so fast that whole seconds pass in
 * `leastMs` are those let go.
 */
export function msToNextSecond(nowS: number, speed: number, leastMs = 0): number {
  const passing = (leastMs / 1000) * speed;
  const ahead = passing < 1 ? 0 : passing;
  return ((Math.floor(nowS + ahead + 1e-6) + 1 - nowS) / speed) * 1000;
}
