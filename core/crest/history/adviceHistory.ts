import { ADVICE, PEAK_LOG_SD } from '../model/constants';
import { FIRST_CREST, gridOf } from '../model/grid';
import { normalPosterior } from './moments';
import { likelihoodsOf, roasterKey, type PeakedBag } from './peakHistory';
import { peakWeightsOf, tablePeakDays } from '../model/prior';
import type { Moments } from '../model/types';

/**
 * How far a roaster's rest advice is from when its bags are at their best, in ln days, held against its finished bags:
 *
 *     ln advice ~ Normal(ln peak + bias, ownSd²),   bias ~ Normal(0, biasSd²)
 *
 * each bag by mean and variance of its ln peak under the table. The answer is the bias a new bag's advice is to be read
 * with, and the sd it is then read with; roasters without such a bag are not in it.
 */
export function adviceBiases(
  past: readonly (Omit<PeakedBag, 'weight'> & { restAdviceDays?: number | null })[],
): Map<string, Moments> {
  const byRoaster = new Map<string, { value: number; variance: number }[]>();
  for (const bag of past) {
    const roaster = roasterKey(bag.roaster);
    if (roaster === '' || !bag.restAdviceDays) continue;
    const { mean, sd } = logPeakOf(bag);
    const seen = byRoaster.get(roaster) ?? [];
    byRoaster.set(roaster, [
      ...seen,
      { value: Math.log(bag.restAdviceDays) - mean, variance: sd ** 2 + ADVICE.ownSd ** 2 },
    ]);
  }
  return new Map(
    [...byRoaster].map(([roaster, seen]) => {
      const bias = normalPosterior({ mean: 0, sd: ADVICE.biasSd }, seen);
      return [roaster, { mean: bias.mean, sd: Math.hypot(bias.sd, ADVICE.ownSd) }];
    }),
  );
}

/** Mean and sd of the ln peak of a finished bag under the table, given that it has one. */
function logPeakOf(bag: Omit<PeakedBag, 'weight'>): Moments {
  const { logPeaks, peakStep } = gridOf(1);
  const prior = peakWeightsOf(logPeaks, { days: tablePeakDays(bag), logSd: PEAK_LOG_SD }, null);
  const weights = likelihoodsOf(bag.bagLikelihood.peak).map((likelihood, p) =>
    p < FIRST_CREST ? 0 : likelihood * prior[p]!,
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const average = (of: (x: number) => number): number =>
    weights.reduce((sum, weight, p) => sum + (weight > 0 ? (weight / total) * of(logPeaks[p]!) : 0), 0);
  const mean = average((x) => x);
  return { mean, sd: Math.sqrt(average((x) => (x - mean) ** 2) + peakStep ** 2 / 12) };
}
