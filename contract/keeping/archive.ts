import { mapValues, pick } from 'es-toolkit';
import { z } from 'zod';
import { BACKUP_REASONS } from '../../core/keeping';
import { WRITE_UP_KINDS } from '../../core/writeUp';
import { hasAnyDate } from '../../core/rest';
import { bagInput, NO_DATE } from '../bag/bag';
import { brewParameterFields } from '../bag/brewParameters';
import { brewFields } from '../bag/brew';
import { cupFields, descriptorFields } from '../bag/cup';
import { changeCounts, deviceId, draftKey } from './draft';
import { id, name, plainDate } from '../fields';
import { instrumentSettings } from '../bench/instrument';
import { liveBrew } from '../bench/live';
import { flawCounts, makingFields, stageTime, trace } from '../bag/making';
import { crestLesson } from './exchange';
import { CHANGE_KINDS, CHANGE_SUBJECTS } from './history';
import { notebookMapping } from './notebook';
import { picture } from './picture';
import { order } from '../shelf/order';
import { prediction } from '../palate/palate';
import { planMark } from '../shelf/plan';
import { cupAnswer, sittingFields, tableAnswer } from '../table/sitting';
import { referenceTasting } from '../palate/reference';
import { grinderInput, recipeFields } from '../bench/recipe';
import { FIRST_SETTINGS, settings } from '../settings';
import { spellInput } from '../bag/bag';
import { wordId, wordInput } from '../palate/word';
import { VERSION_REASONS, writeUpContent, writeUpSubject } from '../writeUps/writeUp';

/**
 * Everything a household keeps, as one document: a collection a table, a row an entry, references by id. What can be
 * worked out again (verdicts) and who is signed in are no part of it.
 */
export const ARCHIVE_FORMAT = 'slow-crest.archive';
export const ARCHIVE_VERSION = 7;

const kept = name('The moment', 60);
const gone = kept.nullable();
const count = z.number({ error: 'A whole number is needed' }).int().min(0);
const { reference: _, spells: __, ...bagFields } = bagInput.shape;
const recipe = z.strictObject(recipeFields);
const { instruments, intensityAttributes, sheetOfParts, ...settingsFields } = settings.shape;
const { remarks: ___, ...cupFieldsKept } = cupFields;
const { bagName: ____, ...liveFields } = liveBrew.shape;

/** Settings that an archive of an earlier version may lack. */
const NEWER_SETTINGS = [
  ...(['weightUnit', 'locale', 'weekStartsOn', 'kettles', 'filters', 'waters'] as const),
  ...(['caffeineGuideMg', 'showsCautions', 'keys', 'learnsShapes'] as const),
  ...(['habits', 'variety', 'hasFreezer', 'freezerRate', 'goingRate', 'currency', 'roasters', 'reminders'] as const),
] as const;

/** The fields of a schema, each with a value where it is left out. */
function withDefaults<T extends Readonly<Record<string, z.ZodType>>>(
  fields: T,
  values: { [K in keyof T]: z.output<T[K]> },
): { [K in keyof T]: z.ZodDefault<T[K]> } {
  return mapValues(fields, (field, key) => field.default(values[key] as never)) as {
    [K in keyof T]: z.ZodDefault<T[K]>;
  };
}

/** The rows of each collection. */
export const archiveRows = {
  household: z.strictObject({
    id: z.literal(1),
    ...settingsFields,
    // Of an archive from before there were these.
    ...withDefaults(pick(settingsFields, NEWER_SETTINGS), FIRST_SETTINGS),
    instruments: instruments.nullable(),
    intensityAttributes: intensityAttributes.nullable(),
    sheetOfParts: sheetOfParts.nullable(),
  }),
  tasters: z.strictObject({ id, name: name('Name', 60), createdAt: kept, mergedInto: id.nullable().default(null) }),
  grinders: z.strictObject({ id, ...grinderInput.shape, createdAt: kept, deletedAt: gone }),
  recipes: z.strictObject({ id, isStandard: z.boolean(), createdAt: kept, deletedAt: gone }),
  recipeVersions: z.strictObject({ id, recipeId: id, version: count, recipe, createdAt: kept }),
  words: z.strictObject({ ...wordInput.shape, id: wordId, mergedInto: wordId.nullable(), createdAt: kept }),
  bags: z
    .strictObject({ id, ...bagFields, createdAt: kept, deletedAt: gone, revision: count })
    .refine(hasAnyDate, { path: ['roastedOn'], error: NO_DATE }),
  references: z.strictObject({ id, bagId: id, isReference: z.boolean(), ...brewParameterFields }),
  freezerStays: z.strictObject({ id, bagId: id, ...spellInput.shape }),
  brews: z.strictObject({ id, bagId: id, ...brewFields, createdAt: kept, deletedAt: gone, revision: count }),
  cups: z.strictObject({ id, brewId: id, ...cupFieldsKept }),
  descriptors: z.strictObject({ cupId: id, place: count, wordId, ...descriptorFields }),
  remarks: z.strictObject({ id, cupId: id, text: cupFields.remarks }),
  makings: z.strictObject({
    brewId: id,
    ...makingFields,
    recipe: recipe.nullable(),
    stageTimes: z.array(stageTime),
    trace: trace.nullable(),
    flaws: flawCounts.nullable(),
  }),
  bench: z.strictObject({ ...liveFields, instruments: instrumentSettings, closedAt: gone }),
  tracePieces: z.strictObject({
    liveId: id,
    seq: count,
    points: z.array(z.tuple([z.number(), z.number()])),
    flaws: z.array(z.tuple([z.number(), z.string()])),
  }),
  drafts: z.strictObject({
    key: draftKey,
    device: deviceId,
    counts: changeCounts,
    title: z.string(),
    href: z.string().max(500),
    /** JSON of the form as typed. */
    typed: z.string(),
    updatedAt: kept,
    written: count,
  }),
  notebookImports: z.strictObject({
    id,
    fileName: z.string(),
    takenAt: kept,
    bagIds: z.array(id),
    brewIds: z.array(id),
    undoneAt: gone,
  }),
  notebookMappings: z.strictObject({ signature: z.string(), mapping: notebookMapping, usedAt: kept }),
  predictions: prediction,
  exchanges: z.strictObject({ id, name: z.string(), readAt: kept, bags: z.array(crestLesson) }),
  changes: z.strictObject({
    id,
    at: kept,
    subject: z.enum(CHANGE_SUBJECTS),
    subjectId: id,
    bagId: id,
    kind: z.enum(CHANGE_KINDS),
    before: z.looseObject({}).nullable(),
    after: z.looseObject({}).nullable(),
    undoneBy: id.nullable(),
  }),
  /** Their bytes lie beside the document, under `pictures/`. */
  pictures: z.strictObject({ ...picture.shape, bytes: count, deletedAt: gone }),
  planMarks: planMark,
  orders: order,
  sittings: z.strictObject({
    id,
    ...sittingFields,
    /** Which code is on which cup, and the cups in the order in which they were drawn. */
    codes: z.record(z.string(), z.string()),
    drawn: z.array(z.string()),
    createdAt: kept,
    revealedAt: gone,
    keySeenAt: gone,
    deletedAt: gone,
  }),
  seats: z.strictObject({
    id,
    sittingId: id,
    name: name('Name', 60),
    tasterId: id.nullable(),
    place: count,
    isGuest: z.boolean(),
    doneAt: gone,
    createdAt: kept,
    deletedAt: gone,
  }),
  /** Of a cup; of the table as a whole where no cup is named. */
  answers: z.strictObject({
    seatId: id,
    cupId: z.string(),
    written: count,
    answer: z.union([tableAnswer, cupAnswer]),
    firstAt: kept,
  }),
  referenceTastings: referenceTasting.extend({ deletedAt: gone }),
  trainerCards: z.strictObject({
    key: z.string(),
    dueAt: kept,
    stability: z.number(),
    difficulty: z.number(),
    reps: count,
    lapses: count,
    state: count,
    askedAt: gone,
  }),
  writeUps: z.strictObject({
    id,
    kind: z.enum(WRITE_UP_KINDS),
    subject: writeUpSubject,
    content: writeUpContent,
    finalOn: gone,
    createdAt: kept,
    changedAt: kept,
    revision: count,
    deletedAt: gone,
  }),
  writeUpVersions: z.strictObject({
    id,
    writeUpId: id,
    number: count,
    reason: z.enum(VERSION_REASONS),
    content: writeUpContent,
    finalOn: gone,
    createdAt: kept,
  }),
} as const;

export type CollectionName = keyof typeof archiveRows;
export const COLLECTION_NAMES = Object.keys(archiveRows) as CollectionName[];

/** The document as a whole; its published JSON Schema is made from this. */
export const archive = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT, { error: 'This is not an archive of Slow Crest' }),
  version: z.literal(ARCHIVE_VERSION),
  writtenAt: z.string(),
  collections: z.strictObject(
    Object.fromEntries(COLLECTION_NAMES.map((one) => [one, z.array(archiveRows[one])])) as {
      [N in CollectionName]: z.ZodArray<(typeof archiveRows)[N]>;
    },
  ),
});

/** How much of what a household has, and until when. */
export const householdCounts = z.strictObject({
  bags: count,
  brews: count,
  words: count,
  recipes: count,
  /** The day of the newest brew; null without one. */
  newestOn: plainDate('The day of the newest brew').nullable(),
});
export type HouseholdCounts = z.infer<typeof householdCounts>;

/** What a file would bring, or why it cannot: nothing is changed by looking. */
const importPreview = z.strictObject({
  writtenAt: z.string().nullable(),
  brings: householdCounts.nullable(),
  has: householdCounts,
  /** By place in the file, the first of them; and how many there are in all. */
  problems: z.array(z.strictObject({ where: z.string(), message: z.string() })),
  problemCount: count,
});

/** A file on its way in: how far it is looked through, counted in bytes, and what it comes to. */
export const importState = z.strictObject({
  id,
  /** A table of brews is no archive: how it is read is asked for by itself. */
  stage: z.enum(['checking', 'ready', 'refused', 'notebook']),
  done: count,
  of: count,
  preview: importPreview.nullable(),
});
export type ImportState = z.infer<typeof importState>;

/** The backups there are, the newest first; where they lie, and what kept the last one from being made. */
export const backups = z.strictObject({
  folder: z.string(),
  /** What the household has now. */
  has: householdCounts,
  trouble: z.string().nullable(),
  backups: z.array(
    z.strictObject({
      name: z.string(),
      madeAt: z.string(),
      reason: z.enum(BACKUP_REASONS),
      bytes: count,
      /** Null where they cannot be had. */
      counts: householdCounts.nullable(),
      /** Why this file is no backup, in a sentence; null where it is one. */
      wrong: z.string().nullable(),
    }),
  ),
});
export type Backups = z.infer<typeof backups>;
