import type { BrewParameters, GrindWord } from './kinds';

/** Ways of brewing a recipe can be written for; `own` is a kind of the taster's, poured in stages. */
export const BREW_KINDS = [
  'cone',
  'flat-bottom',
  'thick-paper carafe',
  'press',
  'siphon',
  'small pot',
  'espresso',
  'cold steep',
  'cupping bowl',
  'iced',
  'batch',
  'own',
] as const;
export type BrewKind = (typeof BREW_KINDS)[number];

/** What is done in one stage. */
export const ACTS = ['bloom', 'pour', 'wait', 'stir', 'swirl', 'press', 'break', 'skim', 'lift', 'taste'] as const;
export type Act = (typeof ACTS)[number];

/** What a stage waits for: a time, the level of the water over the bed, or a weight on the scale. */
export const WAITS_FOR = ['time', 'level', 'weight'] as const;
export type WaitsFor = (typeof WAITS_FOR)[number];

/** One stage of a recipe. Times count from the start of the brew. */
export interface Stage {
  act: Act;
  /** When it begins, seconds; about when, where it waits for something else than the time. */
  atS: number;
  /** How long it takes, seconds. */
  forS: number;
  /** What the scale should show when it is done, grams; null where nothing is poured. */
  toG: number | null;
  /** Technique, in the taster's words: "centre, slowly". */
  how: string;
  waitsFor: WaitsFor;
  /** The level it waits for, in the taster's words: "a finger's width lower". */
  waitsUntil: string;
  /** The weight it waits for, grams. */
  waitsForG: number | null;
  /** Notes on the pour, in the taster's words: from how high, how fast, with which kettle. */
  pourHeight: string;
  flow: string;
  kettle: string;
}

/** What a stage is but for its act, times and weight, where nothing is said of it. */
export const PLAIN_STAGE = {
  how: '',
  waitsFor: 'time',
  waitsUntil: '',
  waitsForG: null,
  pourHeight: '',
  flow: '',
  kettle: '',
} as const satisfies Partial<Stage>;

/** A stretch of time, seconds. */
export interface Band {
  fromS: number;
  toS: number;
}

/**
 * A recipe as it stands on a card beside the kettle: what a brew is made with, and how. `waterG` is all the water, ice
 * included; for espresso it is the yield in the cup, as everywhere in the log.
 */
export interface Recipe extends Omit<BrewParameters, 'grindStep' | 'filter' | 'waterRecipe'> {
  name: string;
  kind: BrewKind;
  filter: string | null;
  waterRecipe: string | null;
  /** Hardness of the brewing water, parts per million. */
  hardnessPpm: number | null;
  grinderId: string | null;
  /** The grinder's own setting; it means something on that grinder only. */
  grinderSetting: number | null;
  /** The same grind on other grinders. */
  otherGrinds: GrinderGrind[];
  /** The same on grinders that are not of this household, by their names. */
  grindsElsewhere: NamedGrind[];
  grindWord: GrindWord | null;
  /** Part of the water that waits in the vessel as ice, grams. */
  iceG: number;
  /** Target for the end of the brew, from its start. */
  drain: Band | null;
  /** Dissolved solids it is meant to have, percent; null where it does not say. */
  tdsTarget: number | null;
  pressureBar: number | null;
  /** Length of a shot, seconds. */
  shotS: number | null;
  steepHours: number | null;
  stages: Stage[];
  /** Why it is so, in the words of whoever wrote it. */
  why: string;
}

/** A setting of a grinder that goes by its name. */
export interface NamedGrind {
  grinder: string;
  setting: number;
}

/** A setting of a grinder. */
export interface GrinderGrind {
  grinderId: string;
  setting: number;
}

export interface KindTraits {
  /** Equipment offered for it. */
  brewer: string;
  style: BrewParameters['style'];
  /** Whether the water runs through the grounds or stands with them; decides how extraction is reckoned. */
  contact: 'percolation' | 'immersion';
  /** What the end of the brew is called: "drained in 3:05". */
  end: string;
}

export const KIND_TRAITS: Readonly<Record<BrewKind, KindTraits>> = {
  cone: { brewer: 'cone', style: 'filter', contact: 'percolation', end: 'drained' },
  'flat-bottom': { brewer: 'flat-bottom', style: 'filter', contact: 'percolation', end: 'drained' },
  'thick-paper carafe': { brewer: 'thick-paper carafe', style: 'filter', contact: 'percolation', end: 'drained' },
  press: { brewer: 'press', style: 'filter', contact: 'immersion', end: 'pressed' },
  siphon: { brewer: 'siphon', style: 'filter', contact: 'immersion', end: 'drawn down' },
  'small pot': { brewer: 'small pot', style: 'filter', contact: 'immersion', end: 'poured off' },
  espresso: { brewer: 'espresso machine', style: 'espresso', contact: 'percolation', end: 'stopped' },
  'cold steep': { brewer: 'cold steep', style: 'cold', contact: 'immersion', end: 'strained' },
  'cupping bowl': { brewer: 'cupping bowl', style: 'filter', contact: 'immersion', end: 'tasted' },
  iced: { brewer: 'cone', style: 'cold', contact: 'percolation', end: 'drained' },
  batch: { brewer: 'batch brewer', style: 'filter', contact: 'percolation', end: 'drained' },
  own: { brewer: '', style: 'filter', contact: 'percolation', end: 'done' },
};

/** Water that is poured, ice not counted; grams. */
export function pouredG(recipe: Pick<Recipe, 'waterG' | 'iceG'>): number {
  return recipe.waterG - recipe.iceG;
}

/** A stage in few words: "pour to 180 g". */
export function stageText({ act, toG }: Pick<Stage, 'act' | 'toG'>): string {
  return toG === null ? ACT_WORDS[act] : `${ACT_WORDS[act]} to ${toG} g`;
}

const ACT_WORDS: Readonly<Record<Act, string>> = {
  bloom: 'bloom',
  pour: 'pour',
  wait: 'wait',
  stir: 'stir',
  swirl: 'swirl',
  press: 'press down',
  break: 'break the crust',
  skim: 'skim',
  lift: 'take off the heat',
  taste: 'taste',
};
