import { OUTLIER_SD } from './constants';
import type { Draws } from './draws';
import type { Posterior, WhitenedNode } from './posterior';
import type { Outlier } from './types';
import type { UsableBrew } from './usable';

/** L⁻¹ of the first n rows of a lower triangular factor, and the diagonal of (L·Lᵀ)⁻¹. */
function inverseOf(
  { whitened }: WhitenedNode,
  n: number,
  stride: number,
): { inverse: Float64Array; precision: Float64Array } {
  const l = whitened.factor;
  const inverse = new Float64Array(n * n);
  const precision = new Float64Array(n);
  for (let j = 0; j < n; j++) {
    inverse[j * n + j] = 1 / l[j * stride + j]!;
    for (let i = j + 1; i < n; i++) {
      let sum = 0;
      for (let k = j; k < i; k++) sum -= l[i * stride + k]! * inverse[k * n + j]!;
      inverse[i * n + j] = sum / l[i * stride + i]!;
    }
    for (let i = j; i < n; i++) precision[j]! += inverse[i * n + j]! ** 2;
  }
  return { inverse, precision };
}

/**
 * Marked brews that miss what the other marks foretell of them by more than `OUTLIER_SD` standard deviations.
 *
 * Given a drawn ridge, the prediction of brew i from all the others is normal with mean yᵢ − [C⁻¹r]ᵢ/[C⁻¹]ᵢᵢ and
 * variance 1/[C⁻¹]ᵢᵢ. The draws saw brew i as well; weighing each by the inverse of its density at yᵢ (weights cut off
 * at √count times their mean) takes it out again.
 */
export function outliersOf(
  posterior: Posterior,
  { count, residuals, noiseNode }: Draws,
  brews: readonly UsableBrew[],
): Outlier[] {
  const { n: stride, known: n, brewOf } = posterior.data;
  if (n < 3) return [];
  const inverses = posterior.noiseNodes.map((whitened) => inverseOf(whitened, n, stride));
  const error = new Float64Array(count);
  const variance = new Float64Array(count);
  const weight = new Float64Array(count);
  return brewOf.slice(0, n).flatMap((brew, i) => {
    let total = 0;
    for (let d = 0; d < count; d++) {
      const { inverse, precision } = inverses[noiseNode[d]!]!;
      let solved = 0;
      for (let k = i; k < n; k++) solved += inverse[k * n + i]! * residuals[d * stride + k]!;
      error[d] = solved / precision[i]!;
      variance[d] = 1 / precision[i]!;
      weight[d] = Math.exp(0.5 * error[d]! ** 2 * precision[i]!) * Math.sqrt(variance[d]!);
      total += weight[d]!;
    }
    const most = (total / count) * Math.sqrt(count);
    let sum = 0;
    let mean = 0;
    let square = 0;
    for (let d = 0; d < count; d++) {
      const w = Math.min(weight[d]!, most);
      sum += w;
      mean += w * error[d]!;
      square += w * (error[d]! ** 2 + variance[d]!);
    }
    const missed = mean / sum;
    const sd = Math.sqrt(Math.max(square / sum - missed ** 2, Number.MIN_VALUE));
    return Math.abs(missed) > OUTLIER_SD * sd ? [{ id: brews[brew]!.id, missedBy: missed, sds: missed / sd }] : [];
  });
}
