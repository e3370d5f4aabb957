import type { CupReason, PlanBag, PlannedCup } from './types';
import { scoreAt } from './scoreAt';

/** Why a cup is of the bag it is of: the first that holds. */
export function reasonOf(cup: PlannedCup, bag: PlanBag, isOnlyOne: boolean): CupReason {
  const { way, expected, day } = cup;
  const { noticeable } = bag;
  if (cup.isPinned) return 'pinned';
  if (way.thawedOn !== null) return 'frozen';
  if (cup.learning >= noticeable) return 'learning';
  if (isOnlyOne) return 'alone';
  if (bag.isSteady) return 'steady';
  if (expected >= Math.max(...bag.mean) - noticeable) return 'at-best';
  const later = scoreAt(bag.mean, way.age + day - way.from + 3);
  return later > expected ? 'climbing' : 'fading';
}
