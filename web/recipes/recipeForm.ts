import { omit } from 'es-toolkit';
import { recipeFields, recipeInput, type RecipeInput } from '../../contract/bench/recipe';
import { KIND_TRAITS, minutesText, PLAIN_STAGE, type BrewKind, type Recipe, type Stage } from '../../core/brew';
import { typedResolver } from '../forms/formResolver';
import {
  asTyped,
  fieldValues,
  typedFields,
  typedNumber,
  typedSeconds,
  typedWater,
  type TypedFields,
} from '../forms/typed';

/** The fields of a recipe that are typed otherwise than one text each. */
const PLAIN = omit(recipeFields, ['kind', 'iceG', 'otherGrinds', 'grindsElsewhere', 'drain', 'stages']);

/** A recipe as typed. The names are the contract's, so that problems find their field. */
export interface RecipeForm extends TypedFields<typeof PLAIN> {
  kind: BrewKind;
  iceG: string;
  otherGrinds: { grinderId: string; setting: string }[];
  grindsElsewhere: { grinder: string; setting: string }[];
  drain: { fromS: string; toS: string };
  stages: StageForm[];
  /** The version this was laid over; empty for a new recipe. */
  versionId: string;
}

export interface StageForm {
  act: string;
  atS: string;
  forS: string;
  toG: string;
  how: string;
  waitsFor: string;
  waitsUntil: string;
  waitsForG: string;
  pourHeight: string;
  flow: string;
  kettle: string;
}

export const EMPTY_STAGE: StageForm = { act: 'pour', atS: '', forS: '10', toG: '', ...PLAIN_STAGE, waitsForG: '' };

function typedStage({ atS, forS, toG, waitsForG, ...words }: Stage): StageForm {
  return { ...words, atS: minutesText(atS), forS: asTyped(forS), toG: asTyped(toG), waitsForG: asTyped(waitsForG) };
}

/**
 * The values of the stages. One that waits for a level or a weight need not say when: then it is expected once the one
 * before is over.
 */
function stageValues(stages: readonly StageForm[]): unknown[] {
  let overS = 0;
  return stages.map(({ atS: at, forS: lasts, toG, waitsForG, ...words }) => {
    const isTimed = words.waitsFor === 'time';
    const atS = typedSeconds(at) ?? (isTimed ? null : overS);
    const forS = typedSeconds(lasts) ?? 0;
    if (typeof atS === 'number' && typeof forS === 'number') overS = atS + forS;
    return {
      ...words,
      atS,
      forS,
      toG: typedNumber(toG),
      waitsUntil: words.waitsFor === 'level' ? words.waitsUntil : '',
      waitsForG: words.waitsFor === 'weight' ? typedNumber(waitsForG) : null,
    };
  });
}

/** A recipe, as it would be typed. */
export function typedRecipe(recipe: Recipe, versionId = ''): RecipeForm {
  const { drain, otherGrinds, grindsElsewhere } = recipe;
  return {
    ...typedFields(PLAIN, recipe),
    kind: recipe.kind,
    iceG: recipe.iceG === 0 ? '' : asTyped(recipe.iceG),
    otherGrinds: otherGrinds.map(({ grinderId, setting }) => ({ grinderId, setting: asTyped(setting) })),
    grindsElsewhere: grindsElsewhere.map(({ grinder, setting }) => ({ grinder, setting: asTyped(setting) })),
    drain: drain === null ? { fromS: '', toS: '' } : { fromS: minutesText(drain.fromS), toS: minutesText(drain.toS) },
    stages: recipe.stages.map(typedStage),
    versionId,
  };
}

function toValues({ kind, iceG, drain, stages, otherGrinds, grindsElsewhere, ...typed }: RecipeForm): unknown {
  const shot = kind === 'espresso';
  return {
    ...fieldValues(PLAIN, typed),
    kind,
    waterG: typedWater(typed.waterG, typedNumber(typed.doseG)),
    iceG: typedNumber(iceG) ?? 0,
    otherGrinds: otherGrinds.map(({ grinderId, setting }) => ({ grinderId, setting: typedNumber(setting) })),
    grindsElsewhere: grindsElsewhere.map(({ grinder, setting }) => ({ grinder, setting: typedNumber(setting) })),
    // What belongs to another kind of brewing is not kept with this one.
    pressureBar: shot ? typedNumber(typed.pressureBar) : null,
    shotS: shot ? typedNumber(typed.shotS) : null,
    steepHours: kind === 'cold steep' || kind === 'own' ? typedNumber(typed.steepHours) : null,
    drain:
      drain.fromS === '' && drain.toS === ''
        ? null
        : { fromS: typedSeconds(drain.fromS), toS: typedSeconds(drain.toS) },
    stages: shot ? [] : stageValues(stages),
  };
}

export const recipeResolver = typedResolver<RecipeForm, typeof recipeInput>(toValues, recipeInput);
export type RecipeValues = RecipeInput;

/** The brewer and style that go with a kind; nothing is changed for a kind of one's own. */
export function traitsOf(kind: BrewKind): { brewer: string; style: string } | null {
  return kind === 'own' ? null : KIND_TRAITS[kind];
}
