import { type BrewParameters, ratio, roundTo } from '../../brew';
import type { Change } from './types';

/** Settings as a person would write them, wherever one is named. */
export const SETTING_NAMES = {
  waterC: (waterC: number): string => `${roundTo(waterC, 1)} °C`,
  /** Steps from the reference's grind: "+1", "−2". */
  grindStep: (steps: number): string => (steps > 0 ? `+${roundTo(steps, 2)}` : `−${Math.abs(roundTo(steps, 2))}`),
  ratio: (waterPerDose: number): string => `1:${roundTo(waterPerDose, 1)}`,
} as const;

/** What a brew changed from a reference, setting by setting; what it does not state counts as the reference's. */
export function changesFrom(reference: BrewParameters, made: BrewParameters): Change[] {
  const changes: Change[] = [];
  const differs = (a: string | number | null | undefined, b: string | number | null | undefined): boolean =>
    a != null && b != null && a !== b;
  if (made.brewer !== reference.brewer) changes.push({ factor: 'brewer', setting: made.brewer });
  if (differs(made.waterC, reference.waterC))
    changes.push({ factor: 'waterC', setting: SETTING_NAMES.waterC(made.waterC ?? 0) });
  const steps = (made.grindStep ?? 0) - (reference.grindStep ?? 0);
  if (steps !== 0) changes.push({ factor: 'grindStep', setting: SETTING_NAMES.grindStep(steps) });
  const [own, other] = [ratio(made.waterG, made.doseG), ratio(reference.waterG, reference.doseG)];
  if (roundTo(own - other, 1) !== 0) changes.push({ factor: 'ratio', setting: SETTING_NAMES.ratio(own) });
  if (differs(made.filter, reference.filter)) changes.push({ factor: 'filter', setting: made.filter ?? '' });
  if (differs(made.waterRecipe, reference.waterRecipe))
    changes.push({ factor: 'waterRecipe', setting: made.waterRecipe ?? '' });
  return changes;
}
