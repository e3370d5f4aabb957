import { EntitySchema } from 'typeorm';
import type { Process, RoastLevel } from '../../core/crest';
import type { AttributeWeights, BetOutcome, IntensityAttribute, ScoringScale, SheetPart } from '../../core/cup';
import type { Fault, BrewParameters, RecordedFrom } from '../../core/brew';
import type { InstrumentSettings } from '../../contract/instrument';
import { SessionEntity } from './accessEntities';
import {
  GrinderEntity,
  LiveBrewEntity,
  MakingEntity,
  RecipeEntity,
  RecipeVersionEntity,
  TracePieceEntity,
} from './benchEntities';
import { CupEntity, CupDescriptorEntity, DraftEntity, RemarkEntity, WordEntity } from './cupEntities';
import { id, integer, optionalJson, optionalReal, optionalText, real, text } from './columns';

/**
 * The tables of bags and brews; those of the bench and of cups have files of their own. Dates and instants are kept as
 * the text the taster's clock showed; a `deletedAt` marks a row that can still be brought back.
 */

export interface TasterRow {
  id: string;
  name: string;
  createdAt: string;
}

export const TasterEntity = new EntitySchema<TasterRow>({
  name: 'taster',
  columns: { id, name: text, createdAt: text },
});

/** What a recipe and a brew have in common. */
const brewParameterColumns = {
  style: text,
  brewer: text,
  doseG: real,
  waterG: real,
  waterC: optionalReal,
  grindStep: optionalReal,
  filter: optionalText,
  waterRecipe: optionalText,
};

export interface BrewParametersRow extends Required<BrewParameters> {
  id: string;
  bagId: string;
  /** A bag's one reference recipe; others follow. */
  isReference: boolean;
}

export const BrewParametersEntity = new EntitySchema<BrewParametersRow>({
  name: 'brew_parameters',
  columns: {
    id,
    bagId: text,
    isReference: { type: 'boolean' },
    ...brewParameterColumns,
  },
});

export interface BagRow {
  id: string;
  name: string;
  roaster: string;
  origin: string;
  variety: string;
  process: Process | null;
  roastLevel: RoastLevel | null;
  printedNotes: string;
  roastedOn: string | null;
  bestBefore: string | null;
  shelfLifeDays: number | null;
  restAdviceDays: number | null;
  weightG: number;
  price: number | null;
  scoringScale: ScoringScale;
  weights: AttributeWeights | null;
  referenceRecipeId: string | null;
  perceivedRoast: RoastLevel | null;
  bet: string;
  betMark: number | null;
  betHeld: BetOutcome | null;
  finishedOn: string | null;
  createdAt: string;
  deletedAt: string | null;
  /** Raised with every change to the bag or its log; a kept verdict belongs to one revision. */
  revision: number;
}

export const BagEntity = new EntitySchema<BagRow>({
  name: 'bag',
  columns: {
    id,
    name: text,
    roaster: text,
    origin: text,
    variety: text,
    process: optionalText,
    roastLevel: optionalText,
    printedNotes: text,
    roastedOn: optionalText,
    bestBefore: optionalText,
    shelfLifeDays: { type: 'integer', nullable: true },
    restAdviceDays: optionalReal,
    weightG: real,
    price: optionalReal,
    scoringScale: text,
    weights: optionalJson,
    referenceRecipeId: optionalText,
    perceivedRoast: optionalText,
    bet: text,
    betMark: optionalReal,
    betHeld: optionalText,
    finishedOn: optionalText,
    createdAt: text,
    deletedAt: optionalText,
    revision: integer,
  },
});

export interface SpellRow {
  id: string;
  bagId: string;
  place: 'freezer';
  from: string;
  to: string | null;
}

export const SpellEntity = new EntitySchema<SpellRow>({
  name: 'storage_spell',
  columns: { id, bagId: text, place: text, from: text, to: optionalText },
});

export interface BrewRow extends Required<BrewParameters> {
  id: string;
  bagId: string;
  tasterId: string | null;
  brewedAt: string;
  drainS: number | null;
  recordedFrom: RecordedFrom;
  fault: Fault | null;
  faultNote: string;
  createdAt: string;
  deletedAt: string | null;
  /** Raised with every change to what is written of the brew or its cup. */
  revision: number;
}

export const BrewEntity = new EntitySchema<BrewRow>({
  name: 'brew',
  columns: {
    id,
    bagId: text,
    tasterId: optionalText,
    brewedAt: text,
    ...brewParameterColumns,
    drainS: optionalReal,
    recordedFrom: text,
    fault: optionalText,
    faultNote: text,
    createdAt: text,
    deletedAt: optionalText,
    revision: integer,
  },
});

/** The household's one row of settings. */
export interface HouseholdRow {
  id: number;
  brewers: string[] | null;
  oneChange: boolean;
  /** Null in a household that never looked at its instruments. */
  instruments: InstrumentSettings | null;
  scoringScale: ScoringScale;
  /** Null while it is as every household begins. */
  intensityAttributes: IntensityAttribute[] | null;
  sheetOfParts: SheetPart[] | null;
  coaching: boolean | null;
}

export const HouseholdEntity = new EntitySchema<HouseholdRow>({
  name: 'household',
  columns: {
    id: { type: 'integer', primary: true },
    brewers: optionalJson,
    oneChange: { type: 'boolean' },
    instruments: optionalJson,
    scoringScale: text,
    intensityAttributes: optionalJson,
    sheetOfParts: optionalJson,
    coaching: { type: 'boolean', nullable: true },
  },
});

/** A fit that was worked out for one revision of a bag by one version of the engine. */
export interface VerdictRow {
  bagId: string;
  revision: number;
  engineVersion: number;
  /** The prior learnt from history that it was worked out with; empty for the table's. */
  prior: string;
  /** JSON of what every lane of the shelf needs. */
  summary: string;
  /** JSON of the rest of the fit: curve and brews. */
  detail: string;
}

export const VerdictEntity = new EntitySchema<VerdictRow>({
  name: 'verdict',
  columns: {
    bagId: { type: 'varchar', primary: true },
    revision: integer,
    engineVersion: integer,
    prior: text,
    summary: text,
    detail: text,
  },
});

export const ENTITIES = [
  ...[TasterEntity, BrewParametersEntity, BagEntity, SpellEntity, BrewEntity, HouseholdEntity, VerdictEntity],
  ...[CupEntity, RemarkEntity, WordEntity, CupDescriptorEntity, DraftEntity],
  ...[RecipeEntity, RecipeVersionEntity, GrinderEntity, LiveBrewEntity, TracePieceEntity, MakingEntity],
  SessionEntity,
];
