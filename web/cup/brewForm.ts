import { pick } from 'es-toolkit';
import { brewFields, brewInput, type Brew, type BrewInput } from '../../contract/bag/brew';
import type { PublishedRecipe } from '../../contract/bag/bagRecord';
import { brewParameterFields, type BrewParametersInput } from '../../contract/bag/brewParameters';
import type { LiveBrew } from '../../contract/bench/live';
import { makingFields } from '../../contract/bag/making';
import { minutesText, potOf } from '../../core/brew';
import { typedResolver } from '../forms/formResolver';
import {
  fieldValues,
  typedChoice,
  typedFields,
  typedNumber,
  typedSeconds,
  typedWater,
  type TypedFields,
} from '../forms/typed';
import { instantOf, localDateTime, wallClockOf } from '../state/today';
import { cupValues, emptyCup, typedCup, type CupForm, type Scoring } from './cupForm';

const PARAMETERS = Object.keys(brewParameterFields) as (keyof BrewParametersInput)[];

/** How a brew was made, as typed. */
export type MakingForm = TypedFields<typeof makingFields>;

/**
 * A brew and its cup as typed. The names are the contract's, so that problems find their field; what is open is empty:
 * the pot this is no further cup of, the brew on the bench it is not the cup of, the revision nothing is written over.
 */
export interface BrewForm extends TypedFields<typeof brewFields> {
  cup: CupForm;
  making: MakingForm;
  liveId: string;
  revision: string;
}

const NO_MAKING = typedFields(makingFields, {});

/** A sheet for a brew to this recipe, now, with an empty cup. */
export function newBrew(parameters: BrewParametersInput, scoring: Scoring, tasterId: string): BrewForm {
  return {
    ...typedFields(brewFields, { ...pick(parameters, PARAMETERS), brewedAt: localDateTime(), tasterId }),
    cup: emptyCup(scoring),
    making: NO_MAKING,
    liveId: '',
    revision: '',
  };
}

/** A sheet for the recipe and drink of an earlier brew, now, with an empty cup. */
export function sameAgain(brew: Brew, scoring: Scoring, tasterId: string): BrewForm {
  const sheet = newBrew(brew, scoring, tasterId);
  const { milkKind } = brew.cup;
  const { milkG, iceG } = typedMaking(brew.making);
  return { ...sheet, cup: { ...sheet.cup, milkKind }, making: { ...sheet.making, milkG, iceG } };
}

/** A sheet for a brew as its roaster prints it. */
export function brewAsPrinted(
  { grindWord, asPrinted: _, ...parameters }: PublishedRecipe,
  scoring: Scoring,
  tasterId: string,
): BrewForm {
  const sheet = newBrew({ ...parameters, grindStep: null }, scoring, tasterId);
  return { ...sheet, making: { ...sheet.making, grindWord: grindWord ?? '' } };
}

/** A sheet for another cup of a brew: all but who drinks it and how is as it was. */
export function anotherCup(brew: Brew, scoring: Scoring): BrewForm {
  return {
    ...newBrew(brew, scoring, ''),
    ...pick(typedBrew(brew), ['brewedAt', 'drainS', 'recordedFrom']),
    potId: potOf(brew),
    portionId: brew.portionId ?? '',
  };
}

/** A sheet for the cup of a brew that ran on the bench: its recipe, time and fault are filled in. */
export function brewFromBench(
  { id, recipe, recipeVersionId, startedAt, endedS, fault, faultNote, vigour, bed }: LiveBrew,
  scoring: Scoring,
  tasterId: string,
  grindStep: number | null,
): BrewForm {
  return {
    ...newBrew({ ...recipe, grindStep }, scoring, tasterId),
    brewedAt: localDateTime(new Date(startedAt ?? Date.now())),
    drainS: endedS === null || endedS < 1 ? '' : minutesText(endedS),
    fault: fault ?? '',
    faultNote,
    making: typedFields(makingFields, {
      ...pick(recipe, ['hardnessPpm', 'grinderId', 'grindWord', 'grinderSetting', 'pressureBar']),
      iceG: recipe.iceG > 0 ? recipe.iceG : null,
      recipeVersionId,
      vigour,
      bed,
    }),
    liveId: id,
  };
}

const typedMaking = (making: Brew['making']): MakingForm => (making ? typedFields(makingFields, making) : NO_MAKING);

/** Whether anything was written of how a brew was made. */
export function somethingMade(making: MakingForm): boolean {
  return Object.values<string | string[]>({ ...making }).some((value) => value.length > 0);
}

/** A brew already logged, as it would be typed. */
export function typedBrew(brew: Brew): BrewForm {
  return {
    ...typedFields(brewFields, brew),
    brewedAt: wallClockOf(brew.brewedAt),
    drainS: brew.drainS === null ? '' : minutesText(brew.drainS),
    cup: typedCup(brew.cup),
    making: typedMaking(brew.making),
    liveId: '',
    revision: String(brew.revision),
  };
}

function toValues({ cup, making, liveId, revision, ...typed }: BrewForm): unknown {
  return {
    ...fieldValues(brewFields, typed),
    brewedAt: instantOf(typed.brewedAt),
    waterG: typedWater(typed.waterG, typedNumber(typed.doseG)),
    drainS: typedSeconds(typed.drainS),
    cup: cupValues(cup),
    making: somethingMade(making) ? fieldValues(makingFields, making) : null,
    liveId: typedChoice(liveId),
    revision: typedNumber(revision),
  };
}

export const brewResolver = typedResolver<BrewForm, typeof brewInput>(toValues, brewInput);
export type BrewValues = BrewInput;
