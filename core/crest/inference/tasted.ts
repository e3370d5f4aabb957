import type { Draws } from './draws';
import { priorMeanOf } from '../model/likelihood';
import { dot } from '../../numeric/linalg';
import type { Posterior } from './posterior';
import type { UsableBrew } from '../model/usable';

/**
 * How an entry without a known score tasted, points, in each draw: its prior mean, the ridge and its part of the drawn
 * residual.
 */
export function latentScoreDraws(
  posterior: Posterior,
  { count, residuals, noiseNode, cells }: Draws,
  entry: number,
): Float64Array {
  const { data, noiseNodes, sides } = posterior;
  const { n } = data;
  const out = new Float64Array(count);
  const mean = priorMeanOf(data, entry);
  for (let d = 0; d < count; d++) {
    const { rise, fall } = posterior.placeOf(cells.cell[d]!).ridge;
    const height = cells.height[d]!;
    const { factor } = noiseNodes[noiseNode[d]!]!.whitened;
    out[d] =
      mean +
      height * (sides[rise * n + entry]! + sides[fall * n + entry]!) +
      dot(factor, entry * n, residuals, d * n, entry + 1);
  }
  return out;
}

/** The score of every usable brew, points: its mark, or the mean of how it tasted by its comparisons. */
export function tastedScores(posterior: Posterior, draws: Draws, brews: readonly UsableBrew[]): number[] {
  const { brewOf, known } = posterior.data;
  return brews.map(({ score }, brew) => {
    if (score !== null) return score;
    const tasted = latentScoreDraws(posterior, draws, brewOf.indexOf(brew, known));
    return tasted.reduce((sum, one) => sum + one, 0) / draws.count;
  });
}
