import { ratio } from '../brew/ratio';
import { roundTo } from '../brew/units';
import { EFFECT_SD } from './constants';
import type { UsableBrew } from './usable';
import type { BrewParameters } from '../brew/kinds';
import type { FactorName } from './types';

/**
 * A settable thing that may move the score: how far each brew stands from the reference, and what is believed of it.
 */
export interface Term {
  /** `levels` is no factor of a recipe: what scores worked out of levels differ by from marks. */
  factor: FactorName | 'levels';
  /** One value per usable brew (per entry, in the data), 0 at the reference. */
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

type Parameters = BrewParameters & Pick<UsableBrew, 'taster'>;

/**
 * The terms and settings the brews have tried, against the reference recipe. A setting a brew does not state counts as
 * the reference's. Settings come sorted by factor and setting.
 *
 * `claimed` is a recipe to be held against the reference, tried or not: its effect is the combination of terms in the
 * answer's `claimed`, and what of it nobody has tried is a term without brews.
 */
export function designMatrix(
  brews: readonly UsableBrew[],
  reference: BrewParameters,
  sigma0: number,
  claimed: BrewParameters | null = null,
): { terms: Term[]; settings: Setting[]; claimed: Setting['loadings'] } {
  const terms: Term[] = [];
  const settings: Setting[] = [];
  const claimedLoadings: Setting['loadings'] = [];

  const named = (
    factor: 'brewer' | 'filter' | 'waterRecipe' | 'taster',
    base: string | null,
    pick: (b: Parameters) => string | null,
  ): void => {
    const asClaimed = claimed && pick(claimed);
    const names = [...new Set([...brews.map(pick), asClaimed])]
      .filter((name): name is string => name !== null && name !== base)
      .sort();
    for (const name of names) {
      const column = Float64Array.from(brews, (brew) => (pick(brew) === name ? 1 : 0));
      const term = terms.push({ factor, column, priorMean: 0, priorSd: EFFECT_SD[factor] * sigma0 }) - 1;
      const [loadings, at] = [[{ term, value: 1 }], indicesOf(column)];
      if (at.length > 0) settings.push({ factor, setting: name, loadings, at });
      if (name === asClaimed) claimedLoadings.push(...loadings);
    }
  };

  const measured = (
    factor: 'waterC' | 'grindStep' | 'ratio',
    offset: (b: Parameters) => number,
    label: (offset: number) => string,
  ): void => {
    const { linear, quadratic, unit } = EFFECT_SD[factor];
    const inUnits = (brew: Parameters): number => roundTo(offset(brew) / unit, 6);
    const column = Float64Array.from(brews, inUnits);
    const offsets = [...new Set(column)].filter((x) => x !== 0).sort((a, b) => a - b);
    const asClaimed = claimed ? inUnits(claimed) : 0;
    if (offsets.length === 0 && asClaimed === 0) return;
    const straight = terms.push({ factor, column, priorMean: 0, priorSd: linear * sigma0 }) - 1;
    const bent =
      terms.push({
        factor,
        column: column.map((x) => x * x),
        priorMean: -HALF_NORMAL_MEAN * quadratic * sigma0,
        priorSd: HALF_NORMAL_SD * quadratic * sigma0,
      }) - 1;
    const loadingsAt = (x: number): Setting['loadings'] => [
      { term: straight, value: x },
      { term: bent, value: x * x },
    ];
    for (const x of offsets)
      settings.push({ factor, setting: label(x * unit), loadings: loadingsAt(x), at: indicesOf(column, x) });
    if (asClaimed !== 0) claimedLoadings.push(...loadingsAt(asClaimed));
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
  return { terms, settings, claimed: claimedLoadings };
}

function indicesOf(column: Float64Array, value = 1): number[] {
  return [...column.keys()].filter((i) => column[i] === value);
}
