import { type BagChange, bagInput, type Bag, type BagInput } from '../../contract/bag/bag';
import type { KeptRecipe } from '../../contract/bench/recipe';
import type { PublishedRecipe } from '../../contract/bag/bagRecord';
import { isEqual, mapValues, omit, pick, pickBy } from 'es-toolkit';
import type { BrewParametersInput } from '../../contract/bag/brewParameters';
import { EQUAL_WEIGHTS, type Attribute, type AttributeWeights, type ScoringScale } from '../../core/cup';
import {
  asTyped,
  fieldValues,
  typedChoice,
  typedFields,
  typedMark,
  typedMarkValue,
  typedNumber,
  typedWater,
} from '../forms/typed';
import { processText } from '../../core/text';
import { nameOfPath } from '../forms/differences';
import { typedResolver } from '../forms/formResolver';

/** The fields of a bag that are one text or number each. */
const PLAIN = omit(bagInput.shape, [
  'reference',
  'publishedRecipe',
  'spells',
  'blend',
  'weights',
  'betMark',
  'scoringScale',
  'finalLevels',
  'finalMarks',
  'heldPortions',
  'corrections',
]);

/** A bag as typed: every field as text. The names are the contract's, so that problems find their field. */
export interface BagForm extends Record<keyof typeof PLAIN, string> {
  scoringScale: ScoringScale;
  /** What "best" means: the overall mark, or weights on the attributes. */
  best: 'overall' | 'weights';
  weights: Record<Attribute, string>;
  betMark: string;
  reference: ParametersForm;
  /** The recipe its roaster prints; none while nothing of it is written. */
  publishedRecipe: ParametersForm & Record<'grindWord' | 'pours' | 'asPrinted', string>;
  spells: { from: string; to: string }[];
  blend: { name: string; sharePercent: string }[];
  /** Only carried along: they are written on the page of the bag. */
  finalLevels: Bag['finalLevels'];
  finalMarks: Bag['finalMarks'];
  heldPortions: Bag['heldPortions'];
  corrections: Bag['corrections'];
}

type ParametersForm = Record<'style' | 'brewer' | 'doseG' | 'waterG' | 'waterC' | 'filter' | 'waterRecipe', string>;

/** What is filled in when the household's recipes cannot be read. */
const FIRST_REFERENCE: BrewParametersInput = {
  style: 'filter',
  brewer: 'cone',
  doseG: 17,
  waterG: 272,
  waterC: 92,
  grindStep: 0,
  filter: null,
  waterRecipe: null,
};

function typedParameters({
  style,
  brewer,
  doseG,
  waterG,
  waterC,
  filter,
  waterRecipe,
}: Omit<BrewParametersInput, 'grindStep'>): ParametersForm {
  return {
    style,
    brewer,
    doseG: asTyped(doseG),
    waterG: asTyped(waterG),
    waterC: asTyped(waterC),
    filter: filter ?? '',
    waterRecipe: waterRecipe ?? '',
  };
}

const NO_PUBLISHED_RECIPE: BagForm['publishedRecipe'] = {
  style: 'filter',
  brewer: 'cone',
  doseG: '',
  waterG: '',
  waterC: '',
  filter: '',
  waterRecipe: '',
  grindWord: '',
  pours: '',
  asPrinted: '',
};

function typedPublished(recipe: PublishedRecipe | null): BagForm['publishedRecipe'] {
  if (recipe === null) return NO_PUBLISHED_RECIPE;
  const { grindWord, pours, asPrinted } = recipe;
  return { ...typedParameters(recipe), grindWord: grindWord ?? '', pours: asTyped(pours), asPrinted };
}

function parameterValues(typed: ParametersForm) {
  const doseG = typedNumber(typed.doseG);
  return {
    ...pick(typed, ['style', 'brewer']),
    doseG,
    waterG: typedWater(typed.waterG, doseG),
    waterC: typedNumber(typed.waterC),
    filter: typedChoice(typed.filter.trim()),
    waterRecipe: typedChoice(typed.waterRecipe.trim()),
  };
}

/** Whether anything of the printed recipe is written: which brewer it is for says nothing by itself. */
export const isPublished = ({ doseG, waterG, waterC, asPrinted }: BagForm['publishedRecipe']): boolean =>
  doseG + waterG + waterC + asPrinted.trim() !== '';

function typedWeights(weights: AttributeWeights | null): Pick<BagForm, 'best' | 'weights'> {
  const shown = weights ?? EQUAL_WEIGHTS;
  return { best: weights === null ? 'overall' : 'weights', weights: mapValues(shown, (weight) => asTyped(weight)) };
}

/** An empty sheet for a new bag, its reference the household's standard recipe. */
export function emptyBag(standard: KeptRecipe | null = null, scoringScale: ScoringScale = 'mark10'): BagForm {
  return {
    ...typedFields(PLAIN, { referenceRecipeId: standard?.id }),
    scoringScale,
    ...typedWeights(null),
    betMark: '',
    reference: typedParameters(standard?.recipe ?? FIRST_REFERENCE),
    publishedRecipe: NO_PUBLISHED_RECIPE,
    spells: [],
    blend: [],
    finalLevels: [],
    finalMarks: [],
    heldPortions: [],
    corrections: [],
  };
}

/** A bag already kept, as it would be typed. */
export function typedBag(bag: Bag): BagForm {
  return {
    ...typedFields(PLAIN, bag),
    processName: processText(bag),
    scoringScale: bag.scoringScale,
    ...typedWeights(bag.weights),
    betMark: typedMark(bag.scoringScale, bag.betMark),
    reference: typedParameters(bag.reference),
    publishedRecipe: typedPublished(bag.publishedRecipe),
    ...pick(bag, ['finalLevels', 'finalMarks', 'heldPortions', 'corrections']),
    spells: bag.spells.map(({ from, to }) => ({ from, to: to ?? '' })),
    blend: bag.blend.map(({ name, sharePercent }) => ({ name, sharePercent: asTyped(sharePercent) })),
  };
}

function toValues(typed: BagForm) {
  const { reference, publishedRecipe, best, scoringScale } = typed;
  return {
    ...fieldValues(PLAIN, typed),
    scoringScale,
    weights: best === 'overall' ? null : mapValues(typed.weights, (weight) => typedNumber(weight) ?? 0),
    betMark: typedMarkValue(scoringScale, typed.betMark),
    reference: { ...parameterValues(reference), grindStep: 0 },
    publishedRecipe: isPublished(publishedRecipe)
      ? {
          ...parameterValues(publishedRecipe),
          grindWord: typedChoice(publishedRecipe.grindWord),
          pours: typedNumber(publishedRecipe.pours),
          asPrinted: publishedRecipe.asPrinted,
        }
      : null,
    finalLevels: typed.finalLevels,
    finalMarks: typed.finalMarks,
    spells: typed.spells.map(({ from, to }) => ({ place: 'freezer', from, to: typedChoice(to) })),
    blend: typed.blend.map(({ name, sharePercent }) => ({ name, sharePercent: typedNumber(sharePercent) })),
  };
}

/**
 * What a sheet changes of the bag it was laid over, and what that said. The grind of the reference is not on the sheet,
 * and stays.
 */
export function bagChange({ reference, ...changed }: BagValues, over: BagForm | null): BagChange {
  const { grindStep: _, ...brewed } = reference;
  const was = over === null ? undefined : toValues(over);
  if (was === undefined) return { ...changed, reference: brewed };
  const { grindStep: __, ...brewedBefore } = was.reference;
  const [here, there] = [
    { ...changed, reference: brewed },
    { ...was, reference: brewedBefore },
  ] as [Record<string, unknown>, Record<string, unknown>];
  const change = pickBy(here, (value, field) => !isEqual(value, there[field]));
  return { ...change, was: pick(there, Object.keys(change)) };
}

/** What a field of the bag is called; null for what is only carried along. */
export const bagFieldName = (path: readonly string[]): string | null =>
  ['referenceRecipeId', 'finalLevels', 'finalMarks'].includes(path[0] ?? '') ? null : nameOfPath(path);

export const bagResolver = typedResolver<BagForm, typeof bagInput>(toValues, bagInput);
export type BagValues = BagInput;
