import { HISTORY, PEAK_LOG_SD } from './constants';
import { cholesky, dot, whiten } from './linalg';
import { tablePeakDays } from './prior';
import type { Style } from '../brew/kinds';
import type { PeakPrior, Process, RoastLevel } from './types';

/** What one finished bag says: its kind, and the posterior of its log peak age under the table's prior. */
export interface PastBag {
  roastLevel: RoastLevel | null;
  process: Process | null;
  style: Style;
  /** Mean and sd of ln peak days. */
  logPeak: { mean: number; sd: number };
}

/** A past bag's own evidence on how much later than the table it peaked, the table's prior taken out of it again. */
interface Evidence {
  kind: string;
  shift: number;
  variance: number;
}

const kindOf = (bag: Pick<PastBag, 'roastLevel' | 'process'>): string => `${bag.roastLevel ?? '?'} ${bag.process ?? '?'}`;

/** Posterior precision less prior precision; null where the bag taught nothing. */
function evidenceOf(bag: PastBag): Evidence | null {
  const shift = bag.logPeak.mean - Math.log(tablePeakDays(bag.roastLevel, bag.process, bag.style));
  const posterior = 1 / bag.logPeak.sd ** 2;
  const own = posterior - 1 / PEAK_LOG_SD ** 2;
  return own > HISTORY.leastEvidence * posterior ? { kind: kindOf(bag), shift: (shift * posterior) / own, variance: 1 / own } : null;
}

/**
 * The prior of a new bag's peak, learnt from finished bags: where the taster's coffees peak against the table.
 *
 *     shift of a bag ~ Normal(taster's mean + mean of its kind, τ²),  means ~ Normal(0, tasterSd²), Normal(0, kindSd²)
 *
 * with τ on a grid, weighted by how well it explains the past. Bags of the same roast and process speak most, others
 * through the taster's mean. Without evidence the table stands.
 */
export function peakPriorFrom(past: readonly PastBag[], bag: Pick<PastBag, 'roastLevel' | 'process' | 'style'>): PeakPrior {
  const table = tablePeakDays(bag.roastLevel, bag.process, bag.style);
  const evidence = past.map(evidenceOf).filter((e) => e !== null);
  const n = evidence.length;
  if (n === 0) return { days: table, logSd: PEAK_LOG_SD };
  const shared = (a: string, b: string): number => HISTORY.tasterSd ** 2 + (a === b ? HISTORY.kindSd ** 2 : 0);
  const own = kindOf(bag);

  const answers = HISTORY.spreads.map(({ sd, logWeight }) => {
    const c = new Float64Array(n * n);
    evidence.forEach((a, i) => evidence.forEach((b, j) => (c[i * n + j] = shared(a.kind, b.kind) + (i === j ? a.variance + sd ** 2 : 0))));
    const logDet = cholesky(c, n);
    const y = Float64Array.from(evidence, (e) => e.shift);
    const k = Float64Array.from(evidence, (e) => shared(e.kind, own));
    whiten(c, n, y);
    whiten(c, n, k);
    return {
      mean: dot(k, 0, y, 0, n),
      variance: shared(own, own) + sd ** 2 - dot(k, 0, k, 0, n),
      logWeight: logWeight - 0.5 * (logDet + dot(y, 0, y, 0, n)),
    };
  });
  const most = Math.max(...answers.map((a) => a.logWeight));
  const weights = answers.map((a) => Math.exp(a.logWeight - most));
  const total = weights.reduce((a, b) => a + b, 0);
  const expect = (value: (a: (typeof answers)[number]) => number): number => answers.reduce((sum, a, i) => sum + (weights[i]! / total) * value(a), 0);
  const mean = expect((a) => a.mean);
  return { days: table * Math.exp(mean), logSd: Math.sqrt(expect((a) => a.variance + (a.mean - mean) ** 2)) };
}
