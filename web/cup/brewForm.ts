import { brewInput, type Brew, type BrewInput } from '../../contract/brew';
import type { PublishedRecipe } from '../../contract/bagRecord';
import type { LiveBrew } from '../../contract/live';
import type { BrewParametersInput } from '../../contract/brewParameters';
import { mapValues, pick } from 'es-toolkit';
import { minutesText, potOf, type Taste } from '../../core/brew';
import { typedResolver } from '../forms/formResolver';
import { instantOf, localDateTime, wallClockOf } from '../state/today';
import { cupValues, emptyCup, typedCup, type CupForm, type Scoring } from './cupForm';
import { asTyped, typedChoice, typedNumber, typedSeconds, typedWater } from '../forms/typed';

/**
 * A brew and its cup as typed: every field as text. The names are the contract's, so that problems find their field.
 */
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
  recordedFrom: string;
  fault: string;
  faultNote: string;
  cup: CupForm;
  making: MakingForm;
  /** The first brew of the pot this is another cup of; empty for none. */
  potId: string;
  /** The portion its beans are of; empty for what is in the bag. */
  portionId: string;
  /** The brew on the bench this is the cup of; empty for none. */
  liveId: string;
  /** The revision of the brew this is written over; empty for a new one. */
  revision: string;
}

/** How it was made, as typed. */
export interface MakingForm extends Record<MeasuredField, string> {
  recipeVersionId: string;
  grinderId: string;
  grindWord: string;
  vigour: string;
  bed: string;
  tastes: Taste[];
}

/** Numbers of a making, each with one field. */
const MEASURED = [
  'hardnessPpm',
  'grinderSetting',
  'pressureBar',
  'iceG',
  'milkG',
  'beverageG',
  'tdsPercent',
  'ph',
] as const;
type MeasuredField = (typeof MEASURED)[number];

const NO_MAKING: MakingForm = {
  ...{ recipeVersionId: '', grinderId: '', grindWord: '', vigour: '', bed: '', tastes: [] },
  ...{
    hardnessPpm: '',
    grinderSetting: '',
    pressureBar: '',
    iceG: '',
    milkG: '',
    beverageG: '',
    tdsPercent: '',
    ph: '',
  },
};

function typedParameters({
  style,
  brewer,
  doseG,
  waterG,
  waterC,
  grindStep,
  filter,
  waterRecipe,
}: BrewParametersInput): Pick<BrewForm, keyof BrewParametersInput> {
  return {
    style,
    brewer,
    doseG: asTyped(doseG),
    waterG: asTyped(waterG),
    waterC: asTyped(waterC),
    grindStep: asTyped(grindStep),
    filter: filter ?? '',
    waterRecipe: waterRecipe ?? '',
  };
}

/** A sheet for a brew to this recipe, now, with an empty cup. */
export function newBrew(parameters: BrewParametersInput, scoring: Scoring, tasterId: string): BrewForm {
  return {
    brewedAt: localDateTime(),
    ...typedParameters(parameters),
    drainS: '',
    tasterId,
    recordedFrom: 'cup',
    fault: '',
    faultNote: '',
    cup: emptyCup(scoring),
    making: NO_MAKING,
    potId: '',
    portionId: '',
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
  const { hardnessPpm, grinderId, grindWord, grinderSetting, pressureBar, iceG } = recipe;
  const numbers = mapValues({ hardnessPpm, grinderSetting, pressureBar, iceG: iceG > 0 ? iceG : null }, asTyped);
  return {
    ...newBrew({ ...recipe, grindStep }, scoring, tasterId),
    brewedAt: localDateTime(new Date(startedAt ?? Date.now())),
    drainS: endedS === null || endedS < 1 ? '' : minutesText(endedS),
    fault: fault ?? '',
    faultNote,
    making: {
      ...NO_MAKING,
      ...numbers,
      recipeVersionId: recipeVersionId ?? '',
      grinderId: grinderId ?? '',
      grindWord: grindWord ?? '',
      vigour: vigour ?? '',
      bed: bed ?? '',
    },
    liveId: id,
  };
}

function typedMaking(making: Brew['making']): MakingForm {
  if (making === null) return NO_MAKING;
  const { recipeVersionId, grinderId, grindWord, vigour, bed, tastes } = making;
  return {
    ...mapValues(pick(making, [...MEASURED]), asTyped),
    recipeVersionId: recipeVersionId ?? '',
    grinderId: grinderId ?? '',
    grindWord: grindWord ?? '',
    vigour: vigour ?? '',
    bed: bed ?? '',
    tastes,
  };
}

/** Whether anything was written of how a brew was made. */
export function somethingMade(making: MakingForm): boolean {
  return Object.values<string | string[]>({ ...making }).some((value) => value.length > 0);
}

function makingValues(making: MakingForm): unknown {
  const { recipeVersionId, grinderId, grindWord, vigour, bed, tastes } = making;
  if (!somethingMade(making)) return null;
  return {
    ...mapValues(pick(making, [...MEASURED]), typedNumber),
    recipeVersionId: typedChoice(recipeVersionId),
    grinderId: typedChoice(grinderId),
    grindWord: typedChoice(grindWord),
    vigour: typedChoice(vigour),
    bed: typedChoice(bed),
    tastes,
  };
}

/** A brew already logged, as it would be typed. */
export function typedBrew(brew: Brew): BrewForm {
  const { cup } = brew;
  return {
    ...typedParameters(brew),
    brewedAt: wallClockOf(brew.brewedAt),
    drainS: brew.drainS === null ? '' : minutesText(brew.drainS),
    tasterId: brew.tasterId ?? '',
    recordedFrom: brew.recordedFrom,
    fault: brew.fault ?? '',
    faultNote: brew.faultNote,
    cup: typedCup(cup),
    making: typedMaking(brew.making),
    potId: brew.potId ?? '',
    portionId: brew.portionId ?? '',
    liveId: '',
    revision: String(brew.revision),
  };
}

function toValues({ cup, ...typed }: BrewForm): unknown {
  return {
    ...typed,
    brewedAt: instantOf(typed.brewedAt),
    doseG: typedNumber(typed.doseG),
    waterG: typedWater(typed.waterG, typedNumber(typed.doseG)),
    waterC: typedNumber(typed.waterC),
    grindStep: typedNumber(typed.grindStep),
    filter: typedChoice(typed.filter.trim()),
    waterRecipe: typedChoice(typed.waterRecipe.trim()),
    drainS: typedSeconds(typed.drainS),
    tasterId: typedChoice(typed.tasterId),
    fault: typedChoice(typed.fault),
    cup: cupValues(cup),
    making: makingValues(typed.making),
    potId: typedChoice(typed.potId),
    portionId: typedChoice(typed.portionId),
    liveId: typedChoice(typed.liveId),
    revision: typedNumber(typed.revision),
  };
}

export const brewResolver = typedResolver<BrewForm, typeof brewInput>(toValues, brewInput);
export type BrewValues = BrewInput;
