import { recipeInput, type RecipeInput } from '../../contract/recipe';
import { KIND_TRAITS, minutesText, PLAIN_STAGE, type BrewKind, type Recipe, type Stage } from '../../core/brew';
import { typedResolver } from '../forms/formResolver';
import { asTyped, typedChoice, typedNumber, typedSeconds, typedWater } from '../forms/typed';

/** A recipe as typed: every field as text. The names are the contract's, so that problems find their field. */
export interface RecipeForm {
  name: string;
  kind: BrewKind;
  brewer: string;
  style: string;
  doseG: string;
  waterG: string;
  waterC: string;
  filter: string;
  waterRecipe: string;
  hardnessPpm: string;
  grinderId: string;
  grinderSetting: string;
  otherGrinds: { grinderId: string; setting: string }[];
  grindsElsewhere: { grinder: string; setting: string }[];
  grindWord: string;
  iceG: string;
  drain: { fromS: string; toS: string };
  tdsTarget: string;
  pressureBar: string;
  shotS: string;
  steepHours: string;
  stages: StageForm[];
  why: string;
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
      ...{ atS, forS, toG: typedNumber(toG) },
      waitsUntil: words.waitsFor === 'level' ? words.waitsUntil : '',
      waitsForG: words.waitsFor === 'weight' ? typedNumber(waitsForG) : null,
    };
  });
}

/** A recipe, as it would be typed. */
export function typedRecipe(recipe: Recipe, versionId = ''): RecipeForm {
  const { drain } = recipe;
  return {
    ...{
      name: recipe.name,
      kind: recipe.kind,
      brewer: recipe.brewer,
      style: recipe.style,
      filter: recipe.filter ?? '',
      waterRecipe: recipe.waterRecipe ?? '',
    },
    ...{
      doseG: asTyped(recipe.doseG),
      waterG: asTyped(recipe.waterG),
      waterC: asTyped(recipe.waterC),
      hardnessPpm: asTyped(recipe.hardnessPpm),
    },
    ...{
      grinderId: recipe.grinderId ?? '',
      grinderSetting: asTyped(recipe.grinderSetting),
      otherGrinds: recipe.otherGrinds.map(({ grinderId, setting }) => ({ grinderId, setting: asTyped(setting) })),
      grindsElsewhere: recipe.grindsElsewhere.map(({ grinder, setting }) => ({ grinder, setting: asTyped(setting) })),
      grindWord: recipe.grindWord ?? '',
      iceG: recipe.iceG === 0 ? '' : asTyped(recipe.iceG),
    },
    ...{
      tdsTarget: asTyped(recipe.tdsTarget),
      pressureBar: asTyped(recipe.pressureBar),
      shotS: asTyped(recipe.shotS),
      steepHours: asTyped(recipe.steepHours),
    },
    drain: drain === null ? { fromS: '', toS: '' } : { fromS: minutesText(drain.fromS), toS: minutesText(drain.toS) },
    stages: recipe.stages.map(typedStage),
    why: recipe.why,
    versionId,
  };
}

function toValues({ drain, stages, ...typed }: RecipeForm): unknown {
  const { kind } = typed;
  const shot = kind === 'espresso';
  return {
    ...{
      name: typed.name,
      kind,
      brewer: typed.brewer,
      style: typed.style,
      filter: typedChoice(typed.filter.trim()),
      waterRecipe: typedChoice(typed.waterRecipe.trim()),
    },
    ...{
      doseG: typedNumber(typed.doseG),
      waterG: typedWater(typed.waterG, typedNumber(typed.doseG)),
      waterC: typedNumber(typed.waterC),
      hardnessPpm: typedNumber(typed.hardnessPpm),
    },
    ...{
      grinderId: typedChoice(typed.grinderId),
      grinderSetting: typedNumber(typed.grinderSetting),
      otherGrinds: typed.otherGrinds.map(({ grinderId, setting }) => ({ grinderId, setting: typedNumber(setting) })),
      grindsElsewhere: typed.grindsElsewhere.map(({ grinder, setting }) => ({
        grinder,
        setting: typedNumber(setting),
      })),
      grindWord: typedChoice(typed.grindWord),
      iceG: typedNumber(typed.iceG) ?? 0,
    },
    tdsTarget: typedNumber(typed.tdsTarget),
    // What belongs to another kind of brewing is not kept with this one.
    pressureBar: shot ? typedNumber(typed.pressureBar) : null,
    shotS: shot ? typedNumber(typed.shotS) : null,
    steepHours: kind === 'cold steep' || kind === 'own' ? typedNumber(typed.steepHours) : null,
    drain:
      drain.fromS === '' && drain.toS === ''
        ? null
        : { fromS: typedSeconds(drain.fromS), toS: typedSeconds(drain.toS) },
    stages: shot ? [] : stageValues(stages),
    why: typed.why,
  };
}

export const recipeResolver = typedResolver<RecipeForm, typeof recipeInput>(toValues, recipeInput);
export type RecipeValues = RecipeInput;

/** The brewer and style that go with a kind; nothing is changed for a kind of one's own. */
export function traitsOf(kind: BrewKind): { brewer: string; style: string } | null {
  return kind === 'own' ? null : KIND_TRAITS[kind];
}
