import type { Recipe, Stage } from './recipe';
import { ratio } from './ratio';
import { isPour } from './bench/stages';
import { roundTo } from './units';

/** A recipe as far as how it is poured goes. */
export interface PouredRecipe extends Pick<Recipe, 'doseG'> {
  stages: readonly Pick<Stage, 'act' | 'toG'>[];
}

/**
 * How a recipe is poured: how many pours, the bloom one of them, and how many times the dose the bloom is; null where
 * it has none.
 */
export function pourStructure({ doseG, stages }: PouredRecipe): { pours: number | null; bloomMultiple: number | null } {
  const pours = stages.filter(isPour);
  const first = pours[0];
  const bloom = first?.act === 'bloom' && first.toG !== null ? roundTo(ratio(first.toG, doseG), 1) : null;
  return { pours: pours.length === 0 ? null : pours.length, bloomMultiple: bloom };
}
