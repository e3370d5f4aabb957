import { type BrewParameters, GRIND_WORDS, ratio, roundTo } from '../../brew';
import { BESIDE_RECIPE, EFFECT_CHANGE, EFFECT_SD, SAME_SETTING } from './constants';
import { SETTING_NAMES } from './settingNames';
import { logAge } from './shape';
import type { UsableBrew } from './usable';
import type { FactorName, MadeWith } from './types';

/**
 * A settable thing that may move the score: how far each brew stands from the reference, and what is believed of it.
 */
export interface Term {
  factor: FactorName | 'levels';
  /**
   * Whether it is no setting's effect by itself: how one changes with age, or what scores worked out of levels differ
   * by from marks.
   */
  isBeside?: boolean;
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
  /**
   * How its effect changes with age, where that was seen: a term whose value is this times ln age less `aroundLogAge`.
   */
  change: { term: number; value: number; aroundLogAge: number } | null;
}

/** Mean and sd of |N(0, 1)|: a quadratic that may only point down is −|N(0, s²)|, carried by its first two moments. */
const HALF_NORMAL_MEAN = Math.sqrt(2 / Math.PI);
const HALF_NORMAL_SD = Math.sqrt(1 - 2 / Math.PI);

/** The setting most often used among the brews; the first in alphabetical order where two tie. */
function mostUsed<T extends string | number>(values: readonly (T | null)[]): T | null {
  const counts = new Map<T, number>();
  for (const value of values) if (value !== null) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))[0]?.[0] ?? null;
}

type Parameters = BrewParameters & MadeWith & Pick<UsableBrew, 'taster'>;

type NamedFactor = 'brewer' | 'filter' | 'waterRecipe' | 'milkKind' | 'taster' | 'markAt';
type MeasuredFactor = Exclude<FactorName, NamedFactor>;

/** What a brew has of a measure, to what a kitchen can tell apart. */
const nearest =
  (factor: 'pressureBar' | 'milkShare' | 'iceShare' | 'hardnessPpm') =>
  (b: Parameters): number | null => {
    const value = b[factor] ?? null;
    return value === null ? null : roundTo(Math.round(value / SAME_SETTING[factor]) * SAME_SETTING[factor], 6);
  };

/** ln of a time in seconds, to what a kitchen can tell apart: it is a share more or less that counts. */
function logTime({ timeS }: Parameters): number | null {
  if (!timeS) return null;
  const { short, minutes, hours } = SAME_SETTING.timeS;
  const step = timeS < 3 * minutes ? short : timeS < 2 * hours ? minutes : hours;
  return Math.log(Math.max(step, Math.round(timeS / step) * step));
}

function timeText(seconds: number): string {
  const { minutes, hours } = SAME_SETTING.timeS;
  if (seconds < 3 * minutes - 1) return `${roundTo(seconds, 0)} s`;
  return seconds < 2 * hours - 1 ? `${roundTo(seconds / minutes, 0)} min` : `${roundTo(seconds / hours, 0)} h`;
}

const percentText = (share: number): string => `${roundTo(100 * share, 0)} %`;

/** A grind in words by its place among them; a step says it more finely. */
function wordedGrind({ grindStep, grindWord }: Parameters): number | null {
  return grindStep === null && grindWord ? GRIND_WORDS.indexOf(grindWord) : null;
}

/** Collects terms and settings, factor by factor, of brews and of a recipe that is held against the reference. */
class Design {
  readonly terms: Term[] = [];
  readonly settings: Setting[] = [];
  readonly claimedLoadings: Setting['loadings'] = [];
  readonly #logAges: readonly number[];
  readonly #aroundLogAge: number;

  constructor(
    private readonly brews: readonly UsableBrew[],
    private readonly sigma0: number,
    private readonly claimed: (BrewParameters & MadeWith) | null,
  ) {
    this.#logAges = brews.map(({ age }) => logAge(age));
    this.#aroundLogAge = this.#logAges.reduce((sum, x) => sum + x, 0) / Math.max(1, brews.length);
  }

  /** A factor of names; `base` is the reference's. */
  named(factor: NamedFactor, base: string | null, pick: (b: Parameters) => string | null): void {
    const { brews, sigma0, claimed, terms } = this;
    const asClaimed = claimed && pick(claimed);
    const names = [...new Set([...brews.map(pick), asClaimed])]
      .filter((name): name is string => name !== null && name !== base)
      .sort();
    for (const name of names) {
      const column = Float64Array.from(brews, (brew) => (pick(brew) === name ? 1 : 0));
      const term = terms.push({ factor, column, priorMean: 0, priorSd: EFFECT_SD[factor] * sigma0 }) - 1;
      const [loadings, at] = [[{ term, value: 1 }], indicesOf(column)];
      if (at.length > 0) {
        const change = this.#changing(factor, column, EFFECT_SD[factor], 1);
        this.settings.push({ factor, setting: name, loadings, at, change });
      }
      if (name === asClaimed) this.claimedLoadings.push(...loadings);
    }
  }

  /** A factor of numbers, straight and bent; `offset` is how far a brew is from the reference. */
  measured(factor: MeasuredFactor, offset: (b: Parameters) => number, label: (offset: number) => string): void {
    const { brews, sigma0, claimed, terms } = this;
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
    const change = this.#changing(factor, column, linear, 1);
    for (const x of offsets)
      this.settings.push({
        factor,
        setting: label(x * unit),
        loadings: loadingsAt(x),
        at: indicesOf(column, x),
        change: change && { ...change, value: x },
      });
    if (asClaimed !== 0) this.claimedLoadings.push(...loadingsAt(asClaimed));
  }

  /** A factor of numbers that no reference states: held against what most brews have. */
  usual(factor: MeasuredFactor, of: (b: Parameters) => number | null, label: (value: number) => string): void {
    const most = mostUsed(this.brews.map(of));
    if (most === null) return;
    this.measured(
      factor,
      (b) => (of(b) ?? most) - most,
      (more) => label(most + more),
    );
  }

  /** The same of a factor of names. */
  usualNamed(factor: NamedFactor, of: (b: Parameters) => string | null): void {
    this.named(factor, mostUsed(this.brews.map(of)), of);
  }

  /** A term for the change of an effect with age, where it was tried both early and late. */
  #changing(factor: FactorName, column: Float64Array, sd: number, value: number): Setting['change'] {
    if (BESIDE_RECIPE.has(factor) || !triedEarlyAndLate(column)) return null;
    const aroundLogAge = this.#aroundLogAge;
    const term = this.terms.push({
      factor,
      column: column.map((x, i) => x * (this.#logAges[i]! - aroundLogAge)),
      priorMean: 0,
      priorSd: EFFECT_CHANGE.share * sd * this.sigma0,
      isBeside: true,
    });
    return { term: term - 1, value, aroundLogAge };
  }
}

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
  claimed: (BrewParameters & MadeWith) | null = null,
): { terms: Term[]; settings: Setting[]; claimed: Setting['loadings'] } {
  const design = new Design(brews, sigma0, claimed);
  const referenceRatio = ratio(reference.waterG, reference.doseG);
  design.named('brewer', reference.brewer, (b) => b.brewer);
  design.measured(
    'waterC',
    (b) => (b.waterC === null || reference.waterC === null ? 0 : b.waterC - reference.waterC),
    (dC) => SETTING_NAMES.waterC((reference.waterC ?? 0) + dC),
  );
  design.measured('grindStep', (b) => (b.grindStep ?? 0) - (reference.grindStep ?? 0), SETTING_NAMES.grindStep);
  // Rounded to what a kitchen scale and a spoon of beans can tell apart, so that 240.2 g is not a setting of its own.
  design.measured(
    'ratio',
    (b) => roundTo(ratio(b.waterG, b.doseG) - referenceRatio, 1),
    (dr) => SETTING_NAMES.ratio(referenceRatio + dr),
  );
  design.usual('pours', (b) => b.pours ?? null, String);
  design.usual(
    'bloomMultiple',
    (b) => b.bloomMultiple ?? null,
    (bloom) => String(roundTo(bloom, 1)),
  );
  design.named('filter', reference.filter ?? mostUsed(brews.map((b) => b.filter ?? null)), (b) => b.filter ?? null);
  design.named(
    'waterRecipe',
    reference.waterRecipe ?? mostUsed(brews.map((b) => b.waterRecipe ?? null)),
    (b) => b.waterRecipe ?? null,
  );
  design.usual('timeS', logTime, (log) => timeText(Math.exp(log)));
  design.usual('pressureBar', nearest('pressureBar'), (bar) => `${roundTo(bar, 1)} bar`);
  design.usualNamed('milkKind', (b) => b.milkKind ?? null);
  design.usual('milkShare', nearest('milkShare'), percentText);
  design.usual('iceShare', nearest('iceShare'), percentText);
  design.usual('hardnessPpm', nearest('hardnessPpm'), (ppm) => `${roundTo(ppm, 0)} ppm`);
  design.usual('grindWord', wordedGrind, (place) => GRIND_WORDS[roundTo(place, 0)] ?? '');
  design.usualNamed('taster', (b) => b.taster ?? null);
  design.usualNamed('markAt', (b) => b.markAt ?? null);
  return { terms: design.terms, settings: design.settings, claimed: design.claimedLoadings };
}

/**
 * Whether a setting was tried often enough both early and late, and so were the others, that a change of its effect
 * with age can be told from the ridge. Brews are in the order of their age.
 */
function triedEarlyAndLate(column: Float64Array): boolean {
  const half = Math.floor(column.length / 2);
  const enough = (is: (x: number) => boolean): boolean => {
    const early = column.slice(0, half).filter(is).length;
    const late = column.slice(half).filter(is).length;
    return early + late >= EFFECT_CHANGE.cups && Math.min(early, late) >= EFFECT_CHANGE.perHalf;
  };
  return enough((x) => x !== 0) && enough((x) => x === 0);
}

function indicesOf(column: Float64Array, value = 1): number[] {
  return [...column.keys()].filter((i) => column[i] === value);
}
