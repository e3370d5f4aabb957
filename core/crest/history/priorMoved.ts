import { ADVICE_LOG_SD, PRIOR_MOVED, SHAPE_SHARES, SHAPES, type ShapeShares } from '../model/constants';
import type { LevelLiking } from '../../cup';
import { historyOf, priorFor } from './history';
import { intervalPriorFactor, type BagOfKind } from '../model/prior';
import type { Moments, TasterPrior } from '../model/types';

/** What every household begins with. */
const NO_PAST = historyOf([], []);

const KNOWN_OF_NOBODY: Moments = { mean: 0, sd: ADVICE_LOG_SD };

const sharesOf = ({ shapes }: TasterPrior): ShapeShares => shapes?.shares ?? SHAPE_SHARES;

/** Whether a complaint costs noticeably otherwise; one that is not known costs 1 σ₀. */
function costsMoved(one: Readonly<Record<string, number>>, other: Readonly<Record<string, number>>): boolean {
  const [a, b] = [new Map(Object.entries(one)), new Map(Object.entries(other))];
  return [...a.keys(), ...b.keys()].some(
    (attribute) => Math.abs((a.get(attribute) ?? 1) - (b.get(attribute) ?? 1)) > PRIOR_MOVED.cost,
  );
}

/**
 * Whether a level two steps from the usual one is worth noticeably otherwise, or one is liked by amounts and was not.
 */
function likingsMoved(one: TasterPrior['levelLikings'] = {}, other: TasterPrior['levelLikings'] = {}): boolean {
  const [a, b] = [new Map(Object.entries(one)), new Map(Object.entries(other))];
  const worth = (liking: LevelLiking | undefined, away: number): number =>
    liking ? liking.slope * away + liking.bend * away ** 2 : 0;
  return [...a.keys(), ...b.keys()].some((attribute) =>
    [-2, 2].some((away) => Math.abs(worth(a.get(attribute), away) - worth(b.get(attribute), away)) > PRIOR_MOVED.cost),
  );
}

/** Whether a roaster's advice is read noticeably otherwise. */
function adviceMoved(one = KNOWN_OF_NOBODY, other = KNOWN_OF_NOBODY): boolean {
  return (
    Math.abs(one.mean - other.mean) > PRIOR_MOVED.adviceLog ||
    Math.abs(Math.log(one.sd / other.sd)) > PRIOR_MOVED.spreadLog
  );
}

/**
 * Whether two priors would judge a bag noticeably differently: where a peak is expected by more than
 * `PRIOR_MOVED.peakLog` of its days, or how widely it, the noise or the level are believed by more than their share.
 * `null` is the table's prior for this kind of bag.
 */
export function priorMoved(a: TasterPrior | null, b: TasterPrior | null, kind: BagOfKind): boolean {
  const [one, other] = [a ?? priorFor(NO_PAST, kind), b ?? priorFor(NO_PAST, kind)];
  const apart = (x: number, y: number): number => Math.abs(Math.log(x / y));
  return (
    apart(one.peak.days, other.peak.days) > PRIOR_MOVED.peakLog ||
    apart(intervalPriorFactor(one.peak), intervalPriorFactor(other.peak)) > PRIOR_MOVED.spreadLog ||
    adviceMoved(one.advice, other.advice) ||
    apart(one.peak.logSd, other.peak.logSd) > PRIOR_MOVED.spreadLog ||
    Math.abs(one.noise.mean - other.noise.mean) > PRIOR_MOVED.noiseLog ||
    apart(one.noise.sd, other.noise.sd) > PRIOR_MOVED.spreadLog ||
    (one.shapes === undefined) !== (other.shapes === undefined) ||
    SHAPES.some((shape) => Math.abs(sharesOf(one)[shape] - sharesOf(other)[shape]) > PRIOR_MOVED.share) ||
    costsMoved(one.levelCosts ?? {}, other.levelCosts ?? {}) ||
    likingsMoved(one.levelLikings, other.levelLikings) ||
    Math.abs(one.baselineMean - other.baselineMean) > PRIOR_MOVED.baselinePoints
  );
}
