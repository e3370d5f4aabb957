import { omit } from 'es-toolkit';
import { EntitySchema, type EntitySchemaColumnOptions } from 'typeorm';
import { bagInput, type Bag } from '../../contract/bag';
import type { IntensityAttribute, ScoringScale, SheetPart } from '../../core/cup';
import type { Fault, BrewParameters, RecordedFrom } from '../../core/brew';
import type { TemperatureUnit, WeightUnit } from '../../core/text';
import type { KeyChoices, BrewingWater, Weekday } from '../../contract/settings';
import type { Habit, Reminders, Roaster } from '../../contract/plan';
import type { InstrumentSettings } from '../../contract/instrument';
import { CalendarAddressEntity, DataFolderEntity, SessionEntity } from './accessEntities';
import {
  GrinderEntity,
  LiveBrewEntity,
  MakingEntity,
  RecipeEntity,
  RecipeVersionEntity,
  TracePieceEntity,
} from './benchEntities';
import {
  ChangeEntity,
  ExchangeEntity,
  NotebookImportEntity,
  NotebookMappingEntity,
  PictureEntity,
  PredictionEntity,
} from './keepingEntities';
import { OrderEntity, PlanMarkEntity } from './planEntities';
import {
  AnswerEntity,
  ReferenceEntity,
  SeatEntity,
  SeatSecretEntity,
  SittingEntity,
  TrainerCardEntity,
} from './sittingEntities';
import { WriteUpEntity, WriteUpVersionEntity } from './writeUpEntities';
import { CupEntity, CupDescriptorEntity, DraftEntity, RemarkEntity, WordEntity } from './cupEntities';
import { columnsOf, id, integer, json, optionalJson, optionalReal, optionalText, real, text } from './columns';

/**
 * The tables of bags and brews; those of the bench and of cups have files of their own. Dates and instants are kept as
 * the text the taster's clock showed; a `deletedAt` marks a row that can still be brought back.
 */

export interface TasterRow {
  id: string;
  name: string;
  createdAt: string;
  /** The taster this one turned out to be; null while it stands for itself. */
  mergedInto: string | null;
}

export const TasterEntity = new EntitySchema<TasterRow>({
  name: 'taster',
  columns: { id, name: text, createdAt: text, mergedInto: optionalText },
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

/** A bag as far as it is one row. */
export type BagRow = Omit<Bag, 'reference' | 'spells' | 'freezerRate'> & { deletedAt: string | null };

export const BagEntity = new EntitySchema<BagRow>({
  name: 'bag',
  columns: {
    id,
    ...columnsOf(omit(bagInput.shape, ['reference', 'spells'])),
    createdAt: text,
    deletedAt: optionalText,
    // Raised with every change to the bag or its log; a kept verdict belongs to one revision.
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
  /** The first brew of the pot this is another cup of. */
  potId: string | null;
  portionId: string | null;
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
    potId: optionalText,
    portionId: optionalText,
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
  readsSigns: boolean;
  learnsShapes: boolean;
  temperatureUnit: TemperatureUnit;
  backupFolder: string | null;
  weightUnit: WeightUnit;
  locale: string | null;
  weekStartsOn: Weekday;
  kettles: string[];
  filters: string[];
  waters: BrewingWater[];
  caffeineGuideMg: number | null;
  showsCautions: boolean;
  keys: KeyChoices;
  habits: Habit[];
  variety: number;
  hasFreezer: boolean;
  freezerRate: number;
  goingRate: number | null;
  currency: string;
  roasters: Roaster[];
  reminders: Reminders;
}

/** A list of what a household owns; empty until it says. */
const householdList: EntitySchemaColumnOptions = { ...json, default: '[]' };

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
    readsSigns: { type: 'boolean', default: true },
    learnsShapes: { type: 'boolean', default: true },
    temperatureUnit: { ...text, default: '°C' },
    backupFolder: optionalText,
    weightUnit: { ...text, default: 'g' },
    locale: optionalText,
    weekStartsOn: { ...text, default: 'monday' },
    ...{ kettles: householdList, filters: householdList, waters: householdList },
    caffeineGuideMg: { ...optionalReal, default: 400 },
    showsCautions: { type: 'boolean', default: true },
    keys: { ...json, default: '{}' },
    habits: json,
    variety: real,
    hasFreezer: { type: 'boolean' },
    freezerRate: real,
    goingRate: optionalReal,
    currency: { ...text, default: '' },
    roasters: householdList,
    reminders: json,
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
  PlanMarkEntity,
  OrderEntity,
  ...[WriteUpEntity, WriteUpVersionEntity],
  ...[SittingEntity, SeatEntity, AnswerEntity, SeatSecretEntity, ReferenceEntity, TrainerCardEntity],
  ...[NotebookImportEntity, NotebookMappingEntity, ChangeEntity, PictureEntity, PredictionEntity, ExchangeEntity],
  SessionEntity,
  CalendarAddressEntity,
  DataFolderEntity,
];
