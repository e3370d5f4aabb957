import { minutesText } from './clock';
import { pouredG, stageText, type Recipe, type Stage } from '../recipe';

/** Something wrong with one stage; `index` counts from 0. */
export interface StageProblem {
  index: number;
  field: 'atS' | 'toG' | 'waitsUntil' | 'waitsForG';
  message: string;
}

export const isPour = ({ act }: Pick<Stage, 'act'>): boolean => act === 'bloom' || act === 'pour';

/** A stage as a problem names it: "Stage 3 (pour to 180 g)". */
function named(stage: Stage, index: number): string {
  return `Stage ${index + 1} (${stageText(stage)})`;
}

/**
 * What keeps the stages from being followed: out of order, a target lower than the one before, a pour without a
 * target, or a last target that is not the water of the recipe. One problem per stage at most, the first that is found.
 */
export function stageProblems(recipe: Pick<Recipe, 'kind' | 'stages' | 'waterG' | 'iceG'>): StageProblem[] {
  const problems: StageProblem[] = [];
  let poured = 0;
  recipe.stages.forEach((stage, index) => {
    const before = recipe.stages[index - 1];
    const at = (field: StageProblem['field'], message: string): void => void problems.push({ index, field, message });
    if (before && stage.atS < before.atS + before.forS) {
      const begins = stage.atS < before.atS ? 'before' : 'while';
      at(
        'atS',
        `${named(stage, index)} begins at ${minutesText(stage.atS)}, ${begins} stage ${index} ${begins === 'before' ? `(${stageText(before)}, at ${minutesText(before.atS)})` : `(${stageText(before)}) lasts until ${minutesText(before.atS + before.forS)}`}`,
      );
    } else if (stage.waitsFor === 'level' && stage.waitsUntil === '')
      at('waitsUntil', `${named(stage, index)} waits for a level, but not for which: “a finger’s width lower”`);
    else if (stage.waitsFor === 'weight' && stage.waitsForG === null)
      at('waitsForG', `${named(stage, index)} waits for a weight, but not for which`);
    else if (isPour(stage) && stage.toG === null) at('toG', `${named(stage, index)} needs a weight to pour to`);
    else if (!isPour(stage) && stage.toG !== null)
      at('toG', `${named(stage, index)} pours nothing: only a bloom or a pour has a weight`);
    else if (stage.toG !== null && stage.toG <= poured)
      at('toG', `${named(stage, index)} is not above the ${poured} g reached before`);
    poured = Math.max(poured, stage.toG ?? 0);
  });
  const last = recipe.stages.findLastIndex(isPour);
  const stage = recipe.stages[last];
  if (
    recipe.kind !== 'espresso' &&
    stage &&
    problems.length === 0 &&
    stage.toG !== null &&
    Math.abs(stage.toG - pouredG(recipe)) > 0.5
  ) {
    problems.push({
      index: last,
      field: 'toG',
      message: `${named(stage, last)} ends at ${stage.toG} g, but ${pouredG(recipe)} g are to be poured${recipe.iceG > 0 ? ` (${recipe.waterG} g less ${recipe.iceG} g of ice)` : ''}`,
    });
  }
  return problems;
}
