import { PEAK_FACTOR_BY_STYLE, SIBLING_LOG_SD } from '../model/constants';
import { type Style, STYLES } from '../../brew';
import { logPeakMoments } from './peak';
import type { Posterior } from '../inference/posterior';
import { priorPeak } from '../model/prior';
import type { CrestInput, PeakPrior } from '../model/types';
import { usableBrews } from '../model/usable';

/** How much later a drink of one style peaks than one of another. */
const laterBy = (from: Style, to: Style): number => PEAK_FACTOR_BY_STYLE[to] / PEAK_FACTOR_BY_STYLE[from];

/** The same bag asked of the style of drink with most usable brews; null when no style has any. */
export function siblingInput(input: CrestInput): CrestInput | null {
  const own = input.reference.style;
  const counts = STYLES.map((style) => ({
    style,
    count: usableBrews({ ...input, reference: { ...input.reference, style } }).length,
  }));
  const most = counts.reduce((best, one) => (one.count > best.count ? one : best));
  if (most.count === 0) return null;
  const prior = input.prior && {
    ...input.prior,
    peak: { ...input.prior.peak, days: input.prior.peak.days * laterBy(own, most.style) },
  };
  return { ...input, reference: { ...input.reference, style: most.style }, ...(prior && { prior }) };
}

/**
 * The prior a style without brews takes from its sibling: the posterior of the sibling's peak, given that it has one,
 * moved by the table's factor between the two styles, and wider by `SIBLING_LOG_SD`, but where the roast date is known
 * never wider than without it.
 * The roaster's advice is in it already.
 */
export function siblingPrior(posterior: Posterior, sibling: CrestInput, input: CrestInput): PeakPrior {
  const { mean, sd } = logPeakMoments(posterior);
  return {
    days: Math.exp(mean) * laterBy(sibling.reference.style, input.reference.style),
    logSd: Math.min(Math.hypot(sd, SIBLING_LOG_SD), input.ageSdDays ? Infinity : priorPeak(input).logSd),
  };
}
