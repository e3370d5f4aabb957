import { cholesky, dot, whiten } from '../../core/numeric/linalg';
import { errorFactor, SIGMA0, type SimulatedBag } from '../simulate/brewing';
import { BASELINE, LAST_TRUE_DAY } from '../simulate/families';
import { bestExpectedDay, imaginedBags } from './imagined';

/**
 * The best advice anyone could give who knows the simulator but not the bag: bags that could be, weighed by their
 * believed shares and by how well they explain the log, baseline and recipe effects integrated out, σ on a few nodes.
 * Importance sampling.
 */
export function bayesOptimalDay({ input, tableDays }: SimulatedBag, draws = 6000): number {
  const brews = input.brews.filter((b) => b.fault === null && b.overall !== null);
  const n = brews.length;
  const brewers = [...new Set(brews.map((b) => b.brewer))].filter((name) => name !== input.reference.brewer);
  const warmer = brews.map((b) => (((b.waterC ?? 94) - 94) / 2) ** 2);
  const bendMean = -0.25 * SIGMA0 * Math.sqrt(2 / Math.PI);
  const bendVariance = (0.25 * SIGMA0) ** 2 * (1 - 2 / Math.PI);
  const days = brews.map((b) => Math.min(LAST_TRUE_DAY, Math.round(b.age)));
  const centred = Float64Array.from(brews, (b, i) => b.overall! - BASELINE.mean - bendMean * warmer[i]!);
  const nodes = [-1.5, -0.5, 0.5, 1.5].map((z) => {
    const sigma = SIGMA0 * Math.exp(0.3 * z);
    const factor = new Float64Array(n * n);
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) {
        let v = BASELINE.sd ** 2 + bendVariance * warmer[i]! * warmer[j]!;
        for (const name of brewers)
          if (brews[i]!.brewer === name && brews[j]!.brewer === name) v += (1.2 * SIGMA0) ** 2;
        // Marks are whole numbers, which adds the variance of rounding.
        if (i === j) v += (sigma * errorFactor(brews[i]!)) ** 2 + 1 / 12;
        factor[i * n + j] = v;
      }
    }
    return { factor, constant: -0.5 * z * z - 0.5 * cholesky(factor, n) };
  });
  const bags = imaginedBags(tableDays, draws);
  const residual = new Float64Array(n);
  const logWeights = Float64Array.from(bags, ({ change, logShare }) => {
    const terms = nodes.map(({ factor, constant }) => {
      for (let i = 0; i < n; i++) residual[i] = centred[i]! - change[days[i]!]!;
      whiten(factor, n, residual);
      return constant - 0.5 * dot(residual, 0, residual, 0, n);
    });
    const most = Math.max(...terms);
    return logShare + most + Math.log(terms.reduce((sum, t) => sum + Math.exp(t - most), 0));
  });
  return bestExpectedDay(bags, logWeights);
}
