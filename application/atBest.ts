import { isOnlyCompared, sketchByDay, type CrestFit } from '../core/crest';

/** A score with its standard error, points of 0–100. */
export interface ScoreAtBest {
  mean: number;
  sd: number;
}

/**
 * The score a bag's reference recipe is expected to have on its best day, and how sure that is. Null of a bag nobody
 * tasted, and of one that was only compared: how good it is was not said.
 */
export function scoreAtBest({
  usable,
  basis,
  sketch,
}: Pick<CrestFit, 'usable' | 'basis' | 'sketch'>): ScoreAtBest | null {
  if (usable === 0 || isOnlyCompared(basis)) return null;
  const { mean, curves } = sketchByDay(sketch);
  const day = mean.indexOf(Math.max(...mean));
  const drawn = curves.map((curve) => curve[day] ?? 0);
  const middle = drawn.reduce((sum, one) => sum + one, 0) / drawn.length;
  const variance = drawn.reduce((sum, one) => sum + (one - middle) ** 2, 0) / drawn.length;
  return { mean: mean[day] ?? 0, sd: Math.sqrt(variance) };
}
