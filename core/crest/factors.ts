import { ratio } from '../brew/ratio';
import { roundTo } from '../brew/units';
import { EFFECT_SD } from './constants';
import type { UsableBrew } from './usable';
import type { FactorName } from './types';
import type { BrewParameters } from '../brew/kinds';

/**
 * A settable thing that may move the score: how far each brew stands from the reference, and what is believed of it.
 */
export interface Term {
  factor: FactorName;
  /** One value per usable brew, 0 at the reference. */
  column: Float64Array;
  /** Prior mean and sd of the coefficient, points. */
  priorMean: number;
  priorSd: number;
}

/** One tried setting of a factor: the combination of terms that gives its effect. */
export interface Setting {
  factor: FactorName;
  setting: string;
  /** Value of each term (by index) at this setting. */
  loadings: { term: number; value: number }[];
  /** Which usable brews were made at this setting. */
  at: number[];
}

/** Mean and sd of |N(0, 1)|: a quadratic that may only point down is −|N(0, s²)|, carried by its first two moments. */
const HALF_NORMAL_MEAN = Math.sqrt(2 / Math.PI);
const HALF_NORMAL_SD = Math.sqrt(1 - 2 / Math.PI);

/** The setting most often used among the brews; the first in alphabetical order where two tie. */
function mostUsed(values: readonly (string | null)[]): string | null {
  const counts = new Map<string, number>();
  for (const value of values) if (value !== null) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))[0]?.[0] ?? null;
}

function signed(value: number): string {
  return value > 0 ? `+${value}` : `−${Math.abs(value)}`;
}

/**
 * The terms and settings the brews have tried, against the reference recipe. A setting a brew does not state counts as
 * the reference's. Levels come sorted by factor and setting.
 */
export function designMatrix(
  brews: readonly UsableBrew[],
  reference: BrewParameters,
  sigma0: number,
): { terms: Term[]; settings: Setting[] } {
  const terms: Term[] = [];
  const settings: Setting[] = [];

  const named = (
    factor: 'brewer' | 'filter' | 'waterRecipe' | 'taster',
    base: string | null,
    pick: (b: UsableBrew) => string | null,
  ): void => {
    const names = [...new Set(brews.map(pick))].filter((name): name is string => name !== null && name !== base).sort();
    for (const name of names) {
      const column = Float64Array.from(brews, (brew) => (pick(brew) === name ? 1 : 0));
      const term = terms.push({ factor, column, priorMean: 0, priorSd: EFFECT_SD[factor] * sigma0 }) - 1;
      settings.push({ factor, setting: name, loadings: [{ term, value: 1 }], at: indicesOf(column) });
    }
  };

  const measured = (
    factor: 'waterC' | 'grindStep' | 'ratio',
    offset: (b: UsableBrew) => number,
    label: (offset: number) => string,
  ): void => {
    const { linear, quadratic, unit } = EFFECT_SD[factor];
    const column = Float64Array.from(brews, (brew) => roundTo(offset(brew) / unit, 6));
    const offsets = [...new Set(column)].filter((x) => x !== 0).sort((a, b) => a - b);
    if (offsets.length === 0) return;
    const straight = terms.push({ factor, column, priorMean: 0, priorSd: linear * sigma0 }) - 1;
    const bent =
      terms.push({
        factor,
        column: column.map((x) => x * x),
        priorMean: -HALF_NORMAL_MEAN * quadratic * sigma0,
        priorSd: HALF_NORMAL_SD * quadratic * sigma0,
      }) - 1;
    for (const x of offsets) {
      settings.push({
        factor,
        setting: label(x * unit),
        loadings: [
          { term: straight, value: x },
          { term: bent, value: x * x },
        ],
        at: indicesOf(column, x),
      });
    }
  };

  const referenceRatio = ratio(reference.waterG, reference.doseG);
  named('brewer', reference.brewer, (b) => b.brewer);
  measured(
    'waterC',
    (b) => (b.waterC === null || reference.waterC === null ? 0 : b.waterC - reference.waterC),
    (dC) => `${roundTo((reference.waterC ?? 0) + dC, 1)} °C`,
  );
  measured(
    'grindStep',
    (b) => (b.grindStep ?? 0) - (reference.grindStep ?? 0),
    (steps) => signed(roundTo(steps, 2)),
  );
  // Rounded to what a kitchen scale and a spoon of beans can tell apart, so that 240.2 g is not a setting of its own.
  measured(
    'ratio',
    (b) => roundTo(ratio(b.waterG, b.doseG) - referenceRatio, 1),
    (dr) => `1:${roundTo(referenceRatio + dr, 1)}`,
  );
  named('filter', reference.filter ?? mostUsed(brews.map((b) => b.filter ?? null)), (b) => b.filter ?? null);
  named(
    'waterRecipe',
    reference.waterRecipe ?? mostUsed(brews.map((b) => b.waterRecipe ?? null)),
    (b) => b.waterRecipe ?? null,
  );
  named('taster', mostUsed(brews.map((b) => b.taster ?? null)), (b) => b.taster ?? null);
  return { terms, settings };
}

function indicesOf(column: Float64Array, value = 1): number[] {
  return [...column.keys()].filter((i) => column[i] === value);
}
