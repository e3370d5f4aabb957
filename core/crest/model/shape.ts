import { MIN_AGE_DAYS } from './constants';

/** ln of a rest age in days, floored at `MIN_AGE_DAYS`. */
export function logAge(ageDays: number): number {
  return Math.log(Math.max(ageDays, MIN_AGE_DAYS));
}

/**
 * The ridge: what a bag of unit height has lost at log-age `x`, relative to its peak at log-age `peak`.
 *
 *     h(x) = −(1 − exp(−½ ((x − peak) / width)²))      in [−1, 0]
 *
 * `width` is the rise width before the peak and the fall width after it, both in ln days.
 */
export function ridge(x: number, peak: number, width: number): number {
  const z = (x - peak) / width;
  return Math.expm1(-0.5 * z * z);
}

/**
 * A bag that opens twice: the better of its main crest at log-age `peak` and a lower one at log-age `second`, both of
 * log-width `width`, as lost against the main one; in [−1, 0].
 */
export function twoCrests(x: number, peak: number, second: number, height: number, width: number): number {
  return Math.max(1 + ridge(x, peak, width), height * (1 + ridge(x, second, width))) - 1;
}

/** A bag at its best when fresh: lost at log-age `x`, going stale within `days`; in (−1, 0]. */
export function staling(x: number, days: number): number {
  return Math.expm1(-Math.exp(x) / days);
}

/**
 * A bag that opens up and is then slowly stale: gas hides exp(−a / τ) of it and staling takes away evenly, with its
 * best at log-age `peak` of `inTaus` τ; what is lost at log-age `x` against that best, 1 on the day of roasting.
 */
export function opening(x: number, peak: number, inTaus: number): number {
  const left = Math.exp(-inTaus);
  const taus = inTaus * Math.exp(x - peak);
  return -(Math.exp(-taus) - left * (1 + inTaus - taus)) / (1 - left * (1 + inTaus));
}

/**
 * What is lost `beyond` the end of a plateau of a half-length, in ln days: logistic, none at its middle; in (−1, 0].
 */
export function plateauEnd(beyond: number, half: number, width: number): number {
  const fallen = (at: number): number => 1 / (1 + Math.exp(-at / width));
  return Math.min(0, fallen(-half) - fallen(beyond));
}
