/** Constants of the crest engine on what a recipe does; status and units as in `constants.ts`, which hands them on. */

/** What of a recipe, and who, can be told apart. */
export const FACTOR_NAMES = [
  'brewer',
  'waterC',
  'grindStep',
  'ratio',
  'pours',
  'bloomMultiple',
  'filter',
  'waterRecipe',
  'timeS',
  'pressureBar',
  'milkKind',
  'milkShare',
  'iceShare',
  'hardnessPpm',
  'grindWord',
  'taster',
  'markAt',
] as const;
/** Those that are no part of a recipe: who marked a cup, and what it was like when the mark was given. */
export const BESIDE_RECIPE: ReadonlySet<string> = new Set(['taster', 'markAt']);

/** Prior sds of the recipe's effects on the score, in σ₀. Quadratics point downward. *Assumption*. */
export const EFFECT_SD = {
  /** Each brewer other than the reference. */
  brewer: 1.2,
  /** Per 2 °C of water temperature from the reference. */
  waterC: { linear: 0.35, quadratic: 0.25, unit: 2 },
  /** Per grinder step from the reference. */
  grindStep: { linear: 0.4, quadratic: 0.25, unit: 1 },
  /** Per 1.0 of ratio from the reference. */
  ratio: { linear: 0.3, quadratic: 0.2, unit: 1 },
  /** Per pour more than the usual number; the bloom is one. */
  pours: { linear: 0.25, quadratic: 0.15, unit: 1 },
  /** Per 1.0 more of bloom water to dose. */
  bloomMultiple: { linear: 0.25, quadratic: 0.15, unit: 1 },
  /** Each filter or paper other than the reference. */
  filter: 0.6,
  /** Each brewing water other than the reference. */
  waterRecipe: 0.6,
  /** Per quarter more time than the usual: of a shot or a long steep, where it is chosen; a filter's follows its grind. */
  timeS: { linear: 0.4, quadratic: 0.25, unit: Math.log(1.25) },
  /** Per bar more than the usual pressure. */
  pressureBar: { linear: 0.3, quadratic: 0.15, unit: 1 },
  /** Each milk other than the usual. */
  milkKind: 0.8,
  /** Per tenth of the drink more that is milk, and that is ice. */
  milkShare: { linear: 0.4, quadratic: 0.25, unit: 0.1 },
  iceShare: { linear: 0.4, quadratic: 0.25, unit: 0.1 },
  /** Per 50 ppm more than the usual hardness. */
  hardnessPpm: { linear: 0.3, quadratic: 0.2, unit: 50 },
  /** Per word of grind coarser than the usual; a word is worth two to three steps. */
  grindWord: { linear: 0.9, quadratic: 0.6, unit: 1 },
  /** Each taster other than the one with most brews. */
  taster: 1.5,
  /** A mark that rests on another phase than most: hot, warm or cool. */
  markAt: 0.8,
} as const;

/**
 * Measures that differ by less are one setting: seconds of a short time and of one of minutes, and of one of hours; bar;
 * shares; ppm. *Assumption*: what a kitchen can tell apart.
 */
export const SAME_SETTING = {
  timeS: { short: 2, minutes: 60, hours: 3600 },
  pressureBar: 0.5,
  milkShare: 0.1,
  iceShare: 0.1,
  hardnessPpm: 25,
} as const;

/**
 * Whether an effect changes with age: the prior sd of its change over ln days e-fold, as a share of its own prior sd;
 * asked once a setting and the others were each tried this often, twice or more in each half of the log. *Assumption*.
 */
export const EFFECT_CHANGE = { share: 1, cups: 4, perHalf: 2 } as const;
