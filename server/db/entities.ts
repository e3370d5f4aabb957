import { omit } from 'es-toolkit';
import { EntitySchema } from 'typeorm';
import type { z } from 'zod';
import { bagInput, type Bag } from '../../contract/bag/bag';
import type { BrewParameters } from '../../core/brew';
import { settings, type Settings } from '../../contract/settings';
import { CalendarAddressEntity, DataFolderEntity, SessionEntity } from './keeping/accessEntities';
import {
  GrinderEntity,
  LiveBrewEntity,
  MakingEntity,
  RecipeEntity,
  RecipeVersionEntity,
  TracePieceEntity,
} from './bench/benchEntities';
import {
  ChangeEntity,
  ExchangeEntity,
  NotebookImportEntity,
  NotebookMappingEntity,
  PictureEntity,
  PredictionEntity,
} from './keeping/keepingEntities';
import { OrderEntity, PlanMarkEntity } from './shelf/planEntities';
import {
  AnswerEntity,
  ReferenceEntity,
  SeatEntity,
  SeatSecretEntity,
  SittingEntity,
  TrainerCardEntity,
} from './table/sittingEntities';
import { WriteUpEntity, WriteUpVersionEntity } from './writeUps/writeUpEntities';
import { CupEntity, CupDescriptorEntity, DraftEntity, RemarkEntity, WordEntity } from './bag/cupEntities';
import { columnsOf, id, integer, keyedBy, optionalJson, optionalText, refersTo, text } from './columns';
import { brewFields } from '../../contract/bag/brew';
import { brewParameterFields } from '../../contract/bag/brewParameters';

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
  columns: { id, name: text, createdAt: text, mergedInto: refersTo('taster', 'SET NULL') },
});

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
    bagId: refersTo('bag'),
    isReference: { type: 'boolean' },
    ...columnsOf(brewParameterFields),
  },
  indices: [
    { name: 'brew_parameters_bag', columns: ['bagId'] },
    { name: 'recipe_reference', columns: ['bagId'], unique: true, where: '"isReference"' },
  ],
});

/** A bag as far as it is one row. */
export type BagRow = Omit<Bag, 'reference' | 'spells' | 'freezerRate'> & { deletedAt: string | null };

export const BagEntity = new EntitySchema<BagRow>({
  name: 'bag',
  columns: {
    id,
    ...columnsOf(omit(bagInput.shape, ['reference', 'spells'])),
    referenceRecipeId: refersTo('recipe', 'SET NULL'),
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
  columns: { id, bagId: refersTo('bag'), place: text, from: text, to: optionalText },
  indices: [{ name: 'storage_spell_bag', columns: ['bagId'] }],
});

export interface BrewRow extends z.output<z.ZodObject<typeof brewFields>> {
  id: string;
  bagId: string;
  createdAt: string;
  deletedAt: string | null;
  /** Raised with every change to what is written of the brew or its cup. */
  revision: number;
}

export const BrewEntity = new EntitySchema<BrewRow>({
  name: 'brew',
  columns: {
    id,
    bagId: refersTo('bag'),
    ...columnsOf(brewFields),
    tasterId: refersTo('taster', 'SET NULL'),
    potId: refersTo('brew', 'SET NULL'),
    createdAt: text,
    deletedAt: optionalText,
    revision: integer,
  },
  indices: [
    { name: 'brew_bag', columns: ['bagId', 'brewedAt'] },
    { name: 'brew_moment', columns: ['brewedAt'] },
    { name: 'brew_pot', columns: ['potId'], where: '"potId" IS NOT NULL' },
  ],
});

/** What a household did not have from the beginning is null where it has not said yet. */
type SaidLater = 'instruments' | 'intensityAttributes' | 'sheetOfParts';

/** The household's one row of settings. */
export type HouseholdRow = Omit<Settings, SaidLater> & { id: number } & { [F in SaidLater]: Settings[F] | null };

export const HouseholdEntity = new EntitySchema<HouseholdRow>({
  name: 'household',
  columns: {
    id: { type: 'integer', primary: true },
    ...columnsOf(settings.shape),
    instruments: optionalJson,
    intensityAttributes: optionalJson,
    sheetOfParts: optionalJson,
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
    bagId: keyedBy('bag'),
    revision: integer,
    engineVersion: integer,
    prior: text,
    summary: text,
    detail: text,
  },
});

export const ENTITIES = [
  TasterEntity,
  BrewParametersEntity,
  BagEntity,
  SpellEntity,
  BrewEntity,
  HouseholdEntity,
  VerdictEntity,
  CupEntity,
  RemarkEntity,
  WordEntity,
  CupDescriptorEntity,
  DraftEntity,
  RecipeEntity,
  RecipeVersionEntity,
  GrinderEntity,
  LiveBrewEntity,
  TracePieceEntity,
  MakingEntity,
  PlanMarkEntity,
  OrderEntity,
  WriteUpEntity,
  WriteUpVersionEntity,
  SittingEntity,
  SeatEntity,
  AnswerEntity,
  SeatSecretEntity,
  ReferenceEntity,
  TrainerCardEntity,
  NotebookImportEntity,
  NotebookMappingEntity,
  ChangeEntity,
  PictureEntity,
  PredictionEntity,
  ExchangeEntity,
  SessionEntity,
  CalendarAddressEntity,
  DataFolderEntity,
];
