import { brewInput, type Brew, type BrewInput } from '../../contract/brew';
import type { RecipeInput } from '../../contract/recipe';
import type { School } from '../../core/cup';
import { minutesText } from '../shared/format';
import { typedResolver } from '../shared/formResolver';
import { instantOf, localDateTime, wallClockOf } from '../shared/today';
import { asTyped, typedChoice, typedNumber, typedSeconds } from '../shared/typed';

/** A brew and its cup as typed: every field as text. The names are the contract's, so that problems find their field. */
export interface BrewForm {
  brewedAt: string;
  style: string;
  brewer: string;
  doseG: string;
  waterG: string;
  waterC: string;
  grindStep: string;
  drainS: string;
  tasterId: string;
  fromMemory: boolean;
  fault: string;
  faultNote: string;
  cup: { school: School; mark: string; aroma: string; acidity: string; body: string; notes: string };
}

const EMPTY_CUP = { mark: '', aroma: '', acidity: '', body: '', notes: '' };

function typedRecipe({ style, brewer, doseG, waterG, waterC, grindStep }: RecipeInput): Pick<BrewForm, 'style' | 'brewer' | 'doseG' | 'waterG' | 'waterC' | 'grindStep'> {
  return { style, brewer, doseG: asTyped(doseG), waterG: asTyped(waterG), waterC: asTyped(waterC), grindStep: asTyped(grindStep) };
}

/** A sheet for a brew to this recipe, now, with an empty cup. */
export function newBrew(recipe: RecipeInput, school: School, tasterId: string): BrewForm {
  return { brewedAt: localDateTime(), ...typedRecipe(recipe), drainS: '', tasterId, fromMemory: false, fault: '', faultNote: '', cup: { school, ...EMPTY_CUP } };
}

/** A brew already logged, as it would be typed. */
export function typedBrew(brew: Brew): BrewForm {
  const { cup } = brew;
  return {
    ...typedRecipe(brew),
    brewedAt: wallClockOf(brew.brewedAt),
    drainS: brew.drainS === null ? '' : minutesText(brew.drainS),
    tasterId: brew.tasterId ?? '',
    fromMemory: brew.recordedFrom === 'memory',
    fault: brew.fault ?? '',
    faultNote: brew.faultNote,
    cup: { school: cup.school, mark: asTyped(cup.mark), aroma: asTyped(cup.aroma), acidity: asTyped(cup.acidity), body: asTyped(cup.body), notes: cup.notes },
  };
}

function toValues({ fromMemory, cup, ...typed }: BrewForm): unknown {
  return {
    ...typed,
    brewedAt: instantOf(typed.brewedAt),
    doseG: typedNumber(typed.doseG),
    waterG: typedNumber(typed.waterG),
    waterC: typedNumber(typed.waterC),
    grindStep: typedNumber(typed.grindStep),
    drainS: typedSeconds(typed.drainS),
    tasterId: typedChoice(typed.tasterId),
    recordedFrom: fromMemory ? 'memory' : 'cup',
    fault: typedChoice(typed.fault),
    cup: { ...cup, mark: cup.school === 'composite' ? null : typedNumber(cup.mark), aroma: typedNumber(cup.aroma), acidity: typedNumber(cup.acidity), body: typedNumber(cup.body) },
  };
}

export const brewResolver = typedResolver<BrewForm, typeof brewInput>(toValues, brewInput);
export type BrewValues = BrewInput;
