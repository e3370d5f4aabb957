import { SKETCH_CURVES } from '../model/constants';
import type { Draws } from '../inference/draws';
import { KNOTS, onAllDays } from '../model/knots';
import { noiseMoments, type Posterior } from '../inference/posterior';
import type { Sketch } from '../model/types';

/**
 * A few of the drawn curves, each as likely as the next, and the noise of a cup to come: what a plan across bags needs
 * to reckon with what it does not know. The draws stand in order of their cells, so that equal steps through them
 * stand for all of them.
 */
export function sketchOf(posterior: Posterior, mean: readonly number[], { count, curves }: Draws): Sketch {
  const days = KNOTS.length;
  const step = count / SKETCH_CURVES;
  const drawn = Array.from({ length: SKETCH_CURVES }, (_, k) => Math.floor((k + 0.5) * step));
  return {
    noise: posterior.data.sigma0 * Math.exp(noiseMoments(posterior).mean),
    mean: KNOTS.map((day) => mean[day]!),
    curves: drawn.map((d) => [...curves.subarray(d * days, (d + 1) * days)]),
  };
}

/** A sketch on rest days 0 … 90. */
export function sketchByDay({ noise, mean, curves }: Sketch): Sketch {
  return { noise, mean: onAllDays(mean), curves: curves.map(onAllDays) };
}
