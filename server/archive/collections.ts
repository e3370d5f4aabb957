import type { EntitySchema } from 'typeorm';
import type { CollectionName } from '../../contract/keeping/archive';
import { CalendarAddressEntity, DataFolderEntity, SessionEntity } from '../db/keeping/accessEntities';
import {
  GrinderEntity,
  LiveBrewEntity,
  MakingEntity,
  RecipeEntity,
  RecipeVersionEntity,
  TracePieceEntity,
} from '../db/bench/benchEntities';
import { CupDescriptorEntity, CupEntity, DraftEntity, RemarkEntity, WordEntity } from '../db/bag/cupEntities';
import {
  BagEntity,
  BrewEntity,
  BrewParametersEntity,
  HouseholdEntity,
  SpellEntity,
  TasterEntity,
} from '../db/entities';
import { VerdictEntity } from '../db/entities';
import {
  ChangeEntity,
  ExchangeEntity,
  NotebookImportEntity,
  NotebookMappingEntity,
  PictureEntity,
  PredictionEntity,
} from '../db/keeping/keepingEntities';

import { JSON_TEXT } from '../db/columns';
import { OrderEntity, PlanMarkEntity } from '../db/shelf/planEntities';
import {
  AnswerEntity,
  ReferenceEntity,
  SeatEntity,
  SeatSecretEntity,
  SittingEntity,
  TrainerCardEntity,
} from '../db/table/sittingEntities';
import { WriteUpEntity, WriteUpVersionEntity } from '../db/writeUps/writeUpEntities';

/** The table of each collection of an archive. */
const ENTITY_OF: Readonly<Record<CollectionName, EntitySchema>> = {
  household: HouseholdEntity,
  tasters: TasterEntity,
  grinders: GrinderEntity,
  recipes: RecipeEntity,
  recipeVersions: RecipeVersionEntity,
  words: WordEntity,
  bags: BagEntity,
  references: BrewParametersEntity,
  freezerStays: SpellEntity,
  brews: BrewEntity,
  cups: CupEntity,
  descriptors: CupDescriptorEntity,
  remarks: RemarkEntity,
  makings: MakingEntity,
  bench: LiveBrewEntity,
  tracePieces: TracePieceEntity,
  drafts: DraftEntity,
  notebookImports: NotebookImportEntity,
  notebookMappings: NotebookMappingEntity,
  predictions: PredictionEntity,
  exchanges: ExchangeEntity,
  changes: ChangeEntity,
  pictures: PictureEntity,
  planMarks: PlanMarkEntity,
  orders: OrderEntity,
  sittings: SittingEntity,
  seats: SeatEntity,
  answers: AnswerEntity,
  referenceTastings: ReferenceEntity,
  trainerCards: TrainerCardEntity,
  writeUps: WriteUpEntity,
  writeUpVersions: WriteUpVersionEntity,
};

/**
 * Tables that are no part of an archive: verdicts are worked out again; who is signed in or sits at a table,
 * and the secret address of the calendar, stay here.
 */
export const NOT_ARCHIVED: readonly EntitySchema[] = [
  VerdictEntity,
  SessionEntity,
  CalendarAddressEntity,
  SeatSecretEntity,
  DataFolderEntity,
];

/** How a value stands in its column. */
type Kind = 'plain' | 'flag' | 'json';

/** A collection as it lies in the database. */
export interface Table {
  collection: CollectionName;
  name: string;
  columns: readonly { name: string; kind: Kind }[];
  primary: readonly string[];
}

function tableOf(collection: CollectionName): Table {
  const { name, columns } = ENTITY_OF[collection].options;
  const named = Object.entries(columns).map(([column, options]): { name: string; kind: Kind; primary: boolean } => ({
    name: column,
    kind: options?.transformer === JSON_TEXT ? 'json' : options?.type === 'boolean' ? 'flag' : 'plain',
    primary: options?.primary === true,
  }));
  return { collection, name, columns: named, primary: named.flatMap((one) => (one.primary ? [one.name] : [])) };
}

/** In an order in which nothing refers to what comes later. */
export const TABLES: readonly Table[] = (Object.keys(ENTITY_OF) as CollectionName[]).map(tableOf);

/** Nothing of ours lies deeper; what somebody else nested is left as it is below that. */
const DEEPEST = 60;

/**
 * The same with the keys of all its objects in order: the same household gives the same text, whoever wrote it down.
 */
function inOrder(value: unknown, depth = 0): unknown {
  if (typeof value !== 'object' || value === null || depth > DEEPEST) return value;
  if (Array.isArray(value)) return value.map((one) => inOrder(one, depth + 1));
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, one]) => [key, inOrder(one, depth + 1)]),
  );
}

/** A row as it is archived, of one as the driver reads it. */
export function archivedRow({ columns }: Table, row: Readonly<Record<string, unknown>>): Record<string, unknown> {
  return Object.fromEntries(
    columns.map(({ name, kind }) => {
      const value = row[name] ?? null;
      if (kind === 'flag') return [name, value === null ? null : value === 1];
      return [name, kind === 'json' ? inOrder(JSON_TEXT.from(value)) : value];
    }),
  );
}

/** The values of a row as the driver takes them, in the order of the columns. */
export function storedValues({ columns }: Table, row: Readonly<Record<string, unknown>>): unknown[] {
  return columns.map(({ name, kind }) => {
    const value = row[name] ?? null;
    if (value === null) return null;
    return kind === 'flag' ? Number(value) : kind === 'json' ? JSON.stringify(value) : value;
  });
}

/** What there must be one of for each. */
export const ONE_FOR_EACH: readonly (readonly [of: CollectionName, column: string, each: CollectionName])[] = [
  ['references', 'bagId', 'bags'],
  ['cups', 'brewId', 'brews'],
];

export const quoted = (name: string): string => `"${name}"`;
export const tableNamed = (collection: CollectionName): string => quoted(ENTITY_OF[collection].options.name);
