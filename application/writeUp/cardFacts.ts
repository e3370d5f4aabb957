import type { Settings } from '../../contract/settings';
import type { Recipe } from '../../core/brew';
import type { ScoringScale } from '../../core/cup';
import type { BagFacts, CardFacts } from '../../core/text/writeUp';
import { unitsOf } from '../settings';

/** What the record says of a recipe: the cups made with it, and the bags it is the reference of. */
export function cardFacts(
  recipe: Recipe,
  {
    scores: all,
    scale,
    bags,
    settings,
  }: {
    /** 0–100; null of a cup without a mark. */
    scores: readonly (number | null)[];
    scale: ScoringScale;
    bags: readonly BagFacts[];
    settings: Settings;
  },
): CardFacts {
  const scores = all.flatMap((score) => score ?? []);
  return {
    recipe,
    units: unitsOf(settings),
    brews: all.length,
    scores: scores.length === 0 ? null : { lo: Math.min(...scores), hi: Math.max(...scores), scale },
    bags,
  };
}
