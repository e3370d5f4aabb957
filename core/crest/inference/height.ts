import { HEIGHT } from '../model/constants';
import type { Ridge } from '../model/grid';
import type { Data } from '../model/likelihood';
import { dot } from '../../numeric/linalg';
import { logCdf } from '../../numeric/normal';

/**
 * The prior of the height as a regression takes it: its variance, points², and what it pulls by, mean over variance.
 */
export function heightPrior(sigma0: number): { variance: number; pull: number; logEvidence: number } {
  const variance = (HEIGHT.sd * sigma0) ** 2;
  const pull = (HEIGHT.mean * sigma0) / variance;
  // What every cell's evidence has of it alone: −½ a²/V − ln Φ(a/√V).
  return { variance, pull, logEvidence: -0.5 * pull * pull * variance - logCdf(HEIGHT.mean / HEIGHT.sd) };
}

/**
 * The height of a ridge given the known scores alone, before it is cut off below 0.
 *
 * @param white whitened sides of the ridges at the entries, [side][entry]
 * @param residual whitened residual of the known scores
 */
export function heightByScores(
  { n, known, sigma0 }: Data,
  white: Float64Array,
  residual: Float64Array,
  { rise, fall }: Ridge,
): { mean: number; sd: number } {
  const { variance, pull } = heightPrior(sigma0);
  const h = white.slice(rise * n, rise * n + known).map((side, i) => side + white[fall * n + i]!);
  const precision = 1 / variance + dot(h, 0, h, 0, known);
  return { mean: (pull + dot(h, 0, residual, 0, known)) / precision, sd: 1 / Math.sqrt(precision) };
}
