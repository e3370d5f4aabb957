import { brewInput, type Brew, type BrewInput } from '../../contract/brew';
import type { RecipeInput } from '../../contract/recipe';
import { mapValues, pick } from 'es-toolkit';
import { ATTRIBUTES, type Attribute, type School } from '../../core/cup';
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
  filter: string;
  waterRecipe: string;
  drainS: string;
  tasterId: string;
  fromMemory: boolean;
  fault: string;
  faultNote: string;
  cup: { school: School; mark: string; notes: string; blind: boolean } & Record<Attribute, string>;
}

const EMPTY_CUP = { mark: '', aroma: '', acidity: '', body: '', sweetness: '', cleanness: '', notes: '', blind: false };

function typedRecipe({ style, brewer, doseG, waterG, waterC, grindStep, filter, waterRecipe }: RecipeInput): Pick<BrewForm, keyof RecipeInput> {
  return { style, brewer, doseG: asTyped(doseG), waterG: asTyped(waterG), waterC: asTyped(waterC), grindStep: asTyped(grindStep), filter: filter ?? '', waterRecipe: waterRecipe ?? '' };
}

/** A sheet for a brew to this recipe, now, with an empty cup. */
export function newBrew(recipe: RecipeInput, school: School, tasterId: string): BrewForm {
  return { brewedAt: localDateTime(), ...typedRecipe(recipe), drainS: '', tasterId, fromMemory: false, fault: '', faultNote: '', cup: { school, ...EMPTY_CUP } };
}

function typedAttributes(cup: Brew['cup']): Record<Attribute, string> {
  return { aroma: asTyped(cup.aroma), acidity: asTyped(cup.acidity), body: asTyped(cup.body), sweetness: asTyped(cup.sweetness), cleanness: asTyped(cup.cleanness) };
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
    cup: { school: cup.school, mark: asTyped(cup.mark), ...typedAttributes(cup), notes: cup.notes, blind: cup.blind },
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
    filter: typedChoice(typed.filter.trim()),
    waterRecipe: typedChoice(typed.waterRecipe.trim()),
    drainS: typedSeconds(typed.drainS),
    tasterId: typedChoice(typed.tasterId),
    recordedFrom: fromMemory ? 'memory' : 'cup',
    fault: typedChoice(typed.fault),
    cup: { ...cup, mark: cup.school === 'composite' ? null : typedNumber(cup.mark), ...mapValues(pick(cup, [...ATTRIBUTES]), typedNumber) },
  };
}

export const brewResolver = typedResolver<BrewForm, typeof brewInput>(toValues, brewInput);
export type BrewValues = BrewInput;
