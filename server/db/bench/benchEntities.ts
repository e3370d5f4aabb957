import { EntitySchema } from 'typeorm';
import type { InstrumentSettings } from '../../../contract/bench/instrument';
import type {
  Bed,
  Check,
  Fault,
  Flaw,
  Recipe,
  StageMark,
  StageTime,
  Trace,
  TracePoint,
  Vigour,
} from '../../../core/brew';
import {
  columnsOf,
  id,
  integer,
  json,
  keyedBy,
  optionalJson,
  optionalReal,
  optionalText,
  refersTo,
  text,
} from '../columns';
import { type MakingInput, makingFields } from '../../../contract/bag/making';
import { type GrinderInput, grinderInput } from '../../../contract/bench/recipe';

/** The tables of the bench: recipes and their versions, grinders, brews under way, and how a brew was made. */

/** A recipe; what it says is in its versions. */
export interface RecipeRow {
  id: string;
  isStandard: boolean;
  createdAt: string;
  deletedAt: string | null;
}

export const RecipeEntity = new EntitySchema<RecipeRow>({
  name: 'recipe',
  columns: { id, isStandard: { type: 'boolean' }, createdAt: text, deletedAt: optionalText },
  indices: [{ name: 'recipe_card_standard', columns: ['isStandard'], unique: true, where: '"isStandard"' }],
});

/** One version of a recipe. Rows are added, never changed: a brew shows the version it used. */
export interface RecipeVersionRow {
  id: string;
  recipeId: string;
  version: number;
  recipe: Recipe;
  createdAt: string;
}

export const RecipeVersionEntity = new EntitySchema<RecipeVersionRow>({
  name: 'recipe_version',
  columns: { id, recipeId: refersTo('recipe'), version: integer, recipe: json, createdAt: text },
});

export interface GrinderRow extends GrinderInput {
  id: string;
  createdAt: string;
  deletedAt: string | null;
}

export const GrinderEntity = new EntitySchema<GrinderRow>({
  name: 'grinder',
  columns: { id, ...columnsOf(grinderInput.shape), createdAt: text, deletedAt: optionalText },
});

/** A brew on the bench, from laying out to its cup. */
export interface LiveBrewRow {
  id: string;
  bagId: string;
  recipeVersionId: string | null;
  /** The recipe as scaled. */
  recipe: Recipe;
  ticked: Check[];
  marks: StageMark[];
  /** Instant of the start, ms. */
  startedAt: number | null;
  endedS: number | null;
  vigour: Vigour | null;
  bed: Bed | null;
  fault: Fault | null;
  faultNote: string;
  instruments: InstrumentSettings;
  seed: number;
  /** Raised with every change, so that an older answer is known as such. */
  revision: number;
  createdAt: string;
  /** When its cup was logged or it was cleared away. */
  closedAt: string | null;
}

export const LiveBrewEntity = new EntitySchema<LiveBrewRow>({
  name: 'live_brew',
  columns: {
    id,
    bagId: refersTo('bag'),
    recipeVersionId: refersTo('recipe_version', 'SET NULL'),
    recipe: json,
    ticked: json,
    marks: json,
    startedAt: optionalReal,
    endedS: optionalReal,
    vigour: optionalText,
    bed: optionalText,
    fault: optionalText,
    faultNote: text,
    instruments: json,
    seed: integer,
    revision: integer,
    createdAt: text,
    closedAt: optionalText,
  },
  indices: [{ name: 'live_brew_bag', columns: ['bagId'] }],
});

/** What the scale said in a fraction of a second: kept at once, so that a crash loses no more than that. */
export interface TracePieceRow {
  liveId: string;
  seq: number;
  points: TracePoint[];
  /** What was wrong, and when. */
  flaws: [atS: number, flaw: Flaw][];
}

export const TracePieceEntity = new EntitySchema<TracePieceRow>({
  name: 'trace_piece',
  columns: {
    liveId: keyedBy('live_brew'),
    seq: { type: 'integer', primary: true },
    points: json,
    flaws: json,
  },
});

/** How a brew was made: what was written of it, and what the bench recorded. */
export interface MakingRow extends MakingInput {
  brewId: string;
  recipe: Recipe | null;
  stageTimes: StageTime[];
  trace: Trace | null;
  flaws: Partial<Record<Flaw, number>> | null;
}

export const MakingEntity = new EntitySchema<MakingRow>({
  name: 'making',
  columns: {
    brewId: keyedBy('brew'),
    ...columnsOf(makingFields),
    recipeVersionId: refersTo('recipe_version', 'SET NULL'),
    grinderId: refersTo('grinder', 'SET NULL'),
    recipe: optionalJson,
    stageTimes: json,
    trace: optionalJson,
    flaws: optionalJson,
  },
});
