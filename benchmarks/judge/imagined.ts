import { ADVISED_DAYS } from '../../core/crest';
import { FAMILIES } from '../simulate/families';
import { random } from '../simulate/random';

/** A bag that could be, as whoever knows the simulator imagines it. */
export interface Imagined {
  /** Its truth less its baseline, points. */
  change: Float64Array;
  /** Logarithm of how likely its family is, against being drawn as often as all others. */
  logShare: number;
}

const imagined = new Map<number, Imagined[]>();

/** Bags of a kind that could be, drawn once and kept: of every family as many. */
export function imaginedBags(tableDays: number, count: number): Imagined[] {
  let bags = imagined.get(tableDays);
  if (bags?.length !== count) {
    const rng = random(Math.round(1000 * tableDays));
    const families = Object.values(FAMILIES);
    bags = Array.from({ length: count }, (_, k) => {
      const { family, share } = families[k % families.length]!;
      return { change: family(rng, tableDays), logShare: Math.log(share) };
    });
    imagined.set(tableDays, bags);
  }
  return bags;
}

/** Bags lighter than this, against the heaviest, move no mean. */
const LEAST = 1e-9;

/** The day with the highest mean over weighed bags. */
export function bestExpectedDay(bags: readonly Imagined[], logWeights: Float64Array): number {
  const most = logWeights.reduce((a, b) => Math.max(a, b));
  const sums = new Float64Array(ADVISED_DAYS.to + 1);
  bags.forEach(({ change }, k) => {
    const weight = Math.exp(logWeights[k]! - most);
    if (weight < LEAST) return;
    for (let day: number = ADVISED_DAYS.from; day <= ADVISED_DAYS.to; day++) sums[day]! += weight * change[day]!;
  });
  let best: number = ADVISED_DAYS.from;
  for (let day = best + 1; day <= ADVISED_DAYS.to; day++) if (sums[day]! > sums[best]!) best = day;
  return best;
}
