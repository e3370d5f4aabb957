import { REST_RATES } from '../../rest';
import { posteriorFor } from '../fit';
import type { CrestInput } from '../model/types';
import { usableBrews } from '../model/usable';

/** Rates of the freezer that are held against each other, rest days a day. */
export const FREEZER_RATES: readonly number[] = Array.from({ length: 12 }, (_, k) => 0.005 * 1.5 ** k);

/** Before any bag says otherwise ln rate ~ Normal(ln 0.03, 1²). *Assumption*. */
const PRIOR = { mean: Math.log(REST_RATES.freezer), sd: 1 } as const;
/** Cups a bag needs whose age the freezer does not touch, and as many whose age it does. */
const LEAST_CUPS = 2;

/** What bags that were both in the freezer and out of it say of its rate: median and interval of probability 0.8. */
export interface LearntRate {
  median: number;
  lo: number;
  hi: number;
  bags: number;
}

/**
 * Whether a bag's cups can tell the freezer's rate: read at the lowest and the highest one, some ages differ, some not.
 */
export function tellsFreezerRate(slow: CrestInput, fast: CrestInput): boolean {
  const ages = new Map(usableBrews(slow).map(({ id, age }) => [id, age]));
  const touched = usableBrews(fast).filter(({ id, age }) => Math.abs((ages.get(id) ?? age) - age) > 0.5).length;
  return touched >= LEAST_CUPS && ages.size - touched >= LEAST_CUPS;
}

/**
 * Logarithm of the evidence of a bag's cups, up to what is the same for the same marks: how well the engine's model
 * foretells them, whatever the curve turns out to be (the marginal likelihood; MacKay, *Neural Computation* 4 (1992)
 * 415–447).
 *
 * @throws RangeError when σ₀ is not a positive number
 */
export function logEvidenceOf(input: CrestInput): number {
  return posteriorFor(input, []).posterior.cells.logEvidence;
}

/**
 * The freezer's rate by bags that were both in and out: the same cups, read as if the freezer had aged them at each of
 * `FREEZER_RATES`.
 *
 * @param evidence of each bag, at every rate
 * @returns null where no bag was
 */
export function learntRate(evidence: readonly (readonly number[])[]): LearntRate | null {
  if (evidence.length === 0) return null;
  const logs = FREEZER_RATES.map((rate, k) => {
    const z = (Math.log(rate) - PRIOR.mean) / PRIOR.sd;
    return evidence.reduce((sum, ofBag) => sum + (ofBag[k] ?? 0), -0.5 * z * z);
  });
  const most = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - most));
  const total = weights.reduce((sum, one) => sum + one, 0);
  const quantile = (share: number): number => quantileOf(weights, total * share);
  return { median: quantile(0.5), lo: quantile(0.1), hi: quantile(0.9), bags: evidence.length };
}

/** Where the weights, each spread evenly over its step in ln rate, reach a sum. */
function quantileOf(weights: readonly number[], sum: number): number {
  let before = 0;
  for (const [k, weight] of weights.entries()) {
    if (before + weight >= sum) return FREEZER_RATES[k]! * 1.5 ** ((sum - before) / weight - 0.5);
    before += weight;
  }
  return FREEZER_RATES.at(-1)!;
}
