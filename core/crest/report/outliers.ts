import { GROSS } from '../model/constants';
import type { Draws } from '../inference/draws';
import { inverseOfFactor } from '../../numeric/linalg';
import type { Posterior } from '../inference/posterior';
import type { Outlier } from '../model/types';
import type { UsableBrew } from '../model/usable';

/**
 * Marks that are probably gross errors, and by how much they miss what the other marks foretell of them.
 *
 * Given a drawn ridge, the prediction of entry i from all the others is normal with mean yᵢ − [C⁻¹r]ᵢ/[C⁻¹]ᵢᵢ and
 * variance 1/[C⁻¹]ᵢᵢ (Rasmussen and Williams, section 5.4.2), over the draws in which i is a gross error and so has told
 * them hardly anything; of the variance `GROSS.sd`² is the error's own.
 */
export function outliersOf(
  posterior: Posterior,
  { count, residuals, noiseNode }: Draws,
  brews: readonly UsableBrew[],
): Outlier[] {
  const { n: stride, known: n, brewOf } = posterior.data;
  const probabilities = posterior.grossProbability();
  return brewOf.slice(0, n).flatMap((brew, i): Outlier[] => {
    if (probabilities[i]! < GROSS.asked) return [];
    const inverses = posterior.noiseNodes.map(({ gross, whitened }) =>
      gross.includes(i) ? inverseOfFactor(whitened.factor, n, stride) : null,
    );
    let [drawn, sum, square] = [0, 0, 0];
    for (let d = 0; d < count; d++) {
      const node = inverses[noiseNode[d]!];
      if (!node) continue;
      let solved = 0;
      for (let k = i; k < n; k++) solved += node.inverse[k * n + i]! * residuals[d * stride + k]!;
      const error = solved / node.precision[i]!;
      drawn++;
      sum += error;
      square += error ** 2 + 1 / node.precision[i]! - GROSS.sd ** 2;
    }
    const missedBy = sum / drawn;
    const sd = Math.sqrt(Math.max(square / drawn - missedBy ** 2, Number.MIN_VALUE));
    return [{ id: brews[brew]!.id, missedBy, sds: missedBy / sd }];
  });
}
