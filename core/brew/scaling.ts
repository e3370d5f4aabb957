import { cupsLeft, ratio, waterFor } from './ratio';
import { pouredG, type Recipe } from './recipe';

/**
 * A recipe with another dose and water: ice and the targets of its stages follow the water and are rounded to 1 g, and
 * the last target is exactly what is poured. Targets stay in order even where rounding would join two. Times stay as
 * written: a larger bed drains more slowly, and only the taster can say by how much.
 *
 * @throws RangeError when the dose or the water is not above 0
 */
export function scaleTo(recipe: Recipe, doseG: number, waterG: number): Recipe {
  if (!(doseG > 0) || !(waterG > 0)) throw new RangeError('Dose and water must be above 0 g');
  const iceG = Math.round((recipe.iceG / recipe.waterG) * waterG);
  const times = (waterG - iceG) / pouredG(recipe);
  let before = 0;
  const stages = recipe.stages.map((stage) => {
    const waitsForG = stage.waitsForG === null ? null : Math.round(stage.waitsForG * times);
    if (stage.toG === null) return { ...stage, waitsForG };
    before = stage.toG === pouredG(recipe) ? waterG - iceG : Math.max(before + 1, Math.round(stage.toG * times));
    return { ...stage, toG: before, waitsForG };
  });
  return { ...recipe, doseG, waterG, iceG, stages };
}

/** A recipe for another dose, at the same ratio; its water in whole grams. */
export function scaleRecipe(recipe: Recipe, doseG: number): Recipe {
  return scaleTo(recipe, doseG, Math.max(1, waterFor(doseG, ratio(recipe.waterG, recipe.doseG))));
}

/** A number that scaling changed. */
export interface ScaleChange {
  what: string;
  fromG: number;
  toG: number;
}

/** What changed between a recipe and the same one scaled, in the order of the card. */
export function scaleChanges(before: Recipe, after: Recipe): ScaleChange[] {
  const changes = [
    { what: 'Dose', fromG: before.doseG, toG: after.doseG },
    { what: before.kind === 'espresso' ? 'Yield' : 'Water', fromG: before.waterG, toG: after.waterG },
    { what: 'Ice', fromG: before.iceG, toG: after.iceG },
    ...before.stages.map((stage, i) => ({
      what: `Stage ${i + 1}`,
      fromG: stage.toG ?? 0,
      toG: after.stages[i]?.toG ?? 0,
    })),
  ];
  return changes.filter(({ fromG, toG }) => fromG !== toG);
}

/**
 * Cups of one dose, near the one planned, that share out what is left without a remainder; 0.1 g steps. Null when
 * nothing is left.
 */
export function doseSharingOut(leftG: number, plannedG: number): { cups: number; doseG: number } | null {
  if (leftG < 0.1) return null;
  const cups = Math.max(1, cupsLeft(leftG + plannedG / 2, plannedG));
  return { cups, doseG: Math.floor((leftG / cups) * 10 + 1e-6) / 10 };
}
