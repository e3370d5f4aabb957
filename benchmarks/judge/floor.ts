import { ADVISED_DAYS } from '../../core/crest/constants';
import { cholesky, dot, whiten } from '../../core/crest/linalg';
import { FAMILIES } from '../simulate/families';
import { SIGMA0, type SimulatedBag } from '../simulate/brewing';
import { random } from '../simulate/random';

/**
 * The best advice anyone could give who knows the simulator but not the bag: truths drawn from the same families,
 * weighted by their believed shares and by how well they explain the log, recipe effects integrated out, σ on a few
 * nodes. Importance sampling.
 */
export function bayesOptimalDay({ input, tableDays }: SimulatedBag, seed: number, draws = 3000): number {
  const brews = input.brews.filter((b) => b.fault === null && b.overall !== null);
  const n = brews.length;
  const brewers = [...new Set(brews.map((b) => b.brewer))].filter((name) => name !== input.reference.brewer);
  const warmer = brews.map((b) => (((b.waterC ?? 94) - 94) / 2) ** 2);
  const bendMean = -0.25 * SIGMA0 * Math.sqrt(2 / Math.PI);
  const bendVariance = (0.25 * SIGMA0) ** 2 * (1 - 2 / Math.PI);
  const sigmas = [-1.5, -0.5, 0.5, 1.5].map((z) => ({ sigma: SIGMA0 * Math.exp(0.3 * z), logWeight: -0.5 * z * z }));
  const factored = sigmas.map(({ sigma, logWeight }) => {
    const c = new Float64Array(n * n);
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) {
        let v = bendVariance * warmer[i]! * warmer[j]!;
        for (const name of brewers)
          if (brews[i]!.brewer === name && brews[j]!.brewer === name) v += (1.2 * SIGMA0) ** 2;
        if (i === j) v += sigma ** 2 * (brews[i]!.recordedFrom === 'memory' ? 3.2 : 1) + 1 / 12;
        c[i * n + j] = v;
      }
    }
    const logDet = cholesky(c, n);
    return { factor: c, constant: logWeight - 0.5 * logDet };
  });
  const rng = random(seed);
  const families = Object.values(FAMILIES);
  const logWeights = new Float64Array(draws);
  const truths = Array.from({ length: draws }, (_, k) => {
    const family = families[k % families.length]!;
    const truth = family.draw(rng, tableDays);
    const terms = factored.map(({ factor, constant }) => {
      const r = Float64Array.from(
        brews,
        (b, i) => b.overall! - truth[Math.min(90, Math.round(b.age))]! - bendMean * warmer[i]!,
      );
      whiten(factor, n, r);
      return constant - 0.5 * dot(r, 0, r, 0, n);
    });
    const most = Math.max(...terms);
    logWeights[k] = Math.log(family.share) + most + Math.log(terms.reduce((sum, t) => sum + Math.exp(t - most), 0));
    return truth;
  });
  const most = logWeights.reduce((a, b) => Math.max(a, b));
  let best = ADVISED_DAYS.from as number;
  let bestMean = -Infinity;
  for (let day: number = ADVISED_DAYS.from; day <= ADVISED_DAYS.to; day++) {
    const mean = truths.reduce((sum, truth, k) => sum + Math.exp(logWeights[k]! - most) * truth[day]!, 0);
    if (mean > bestMean) [best, bestMean] = [day, mean];
  }
  return best;
}
