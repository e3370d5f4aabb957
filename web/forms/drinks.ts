import { isEqual } from 'es-toolkit';
import { useRef } from 'react';
import { get, useFormContext, type FieldValues, type Path, type PathValue } from 'react-hook-form';
import { drinkDoubt, usualParameters, type BrewParameters } from '../../core/brew';
import { drinkDoubtText, makeItText, type Units } from '../../core/text';
import { api } from '../api/api';
import type { Doubt } from './Sheet';
import { asTyped } from './typed';

/** Sets fields nobody has typed in: those that still say what they began with, or what was set here last. */
export function useUntouched<T extends FieldValues>() {
  const { getValues, setValue, formState } = useFormContext<T>();
  const last = useRef(new Map<Path<T>, unknown>());
  const { defaultValues } = formState;
  const bring = (field: Path<T>, value: PathValue<T, Path<T>>): void => {
    const began: unknown = last.current.has(field) ? last.current.get(field) : get(defaultValues, field);
    if (!isEqual(getValues(field), began)) return;
    last.current.set(field, value);
    setValue(field, value);
  };
  return { bring, getValues };
}

const BROUGHT_ALONG = ['style', 'doseG', 'waterG', 'waterC'] as const;

/**
 * Picking a brewer brings the drink, dose, water and temperature it is usually used with, where nobody has typed them;
 * of a printed recipe, which is a claim, only the drink.
 *
 * @param at what the paths of the fields begin with
 * @param known how the bag is brewed, the latest first: before the household's recipes
 */
export function useUsualOfBrewer(
  at: '' | 'reference.' | 'publishedRecipe.',
  known: readonly BrewParameters[] = [],
): (brewer: string) => void {
  const { bring, getValues } = useUntouched();
  const { data: recipes = [] } = api.useRecipesQuery(undefined);
  return (brewer) => {
    // What was kept before was typed once: only the drink follows then.
    const brought = at === 'publishedRecipe.' || getValues('basis') ? (['style'] as const) : BROUGHT_ALONG;
    const byStandard = [...recipes].sort((a, b) => Number(b.isStandard) - Number(a.isStandard));
    const usual = usualParameters(brewer, [...known, ...byStandard.map(({ recipe }) => recipe)]);
    if (!usual) return;
    for (const field of brought) {
      const value = usual[field];
      bring(`${at}${field}`, typeof value === 'string' ? value : asTyped(value));
    }
  };
}

/** The question about a brew that contradicts itself, for a form whose drink stands at `style`. */
export function doubtOfDrink<T extends FieldValues>(
  parameters: Pick<BrewParameters, 'style' | 'brewer' | 'doseG' | 'waterG' | 'waterC'>,
  units: Units,
  style: Path<T>,
  drainS: number | null = null,
): Doubt<T> | null {
  const doubt = drinkDoubt(parameters, drainS);
  if (doubt === null) return null;
  const correction =
    doubt.kind === 'style' ? { label: makeItText(doubt.style), field: style, value: doubt.style } : null;
  return { question: drinkDoubtText(doubt, parameters, units), correction };
}
