import { z } from 'zod';
import { RECORDED_FROM, STYLES } from '../../core/brew';
import { SCORING_SCALES } from '../../core/cup';
import { DATE_ORDERS, DECIMAL_MARKS, FIELD_NAMES } from '../../core/notebook';
import { id, name, oneOf, plainDate, quantity } from '../fields';

/**
 * Bringing in anyone's table of brews: how it is read, and what that comes to. Nothing is kept before it is asked for.
 */

const place = z.number({ error: 'A whole number is needed' }).int().min(0);
const MOST_COLUMNS = 200;

/** How a table is read. */
export const notebookReading = z.strictObject({
  sheet: place.max(200),
  headingRows: place.max(1000),
  columns: z
    .array(z.strictObject({ field: oneOf('A column', FIELD_NAMES).nullable(), unit: z.string().max(4) }))
    .max(MOST_COLUMNS, `A table can have ${MOST_COLUMNS} columns at most`),
  dateOrder: oneOf('The order of dates', DATE_ORDERS),
  decimal: oneOf('The decimal mark', DECIMAL_MARKS),
  mark: z.strictObject({
    scoringScale: oneOf('Scoring', SCORING_SCALES),
    outOf: quantity('What marks are out of', 1, 1000),
  }),
  attributesOutOf: quantity('What attributes are out of', 1, 1000),
});

/** The same with what is taken where the table says nothing, and what becomes of single rows. */
export const notebookMapping = z.strictObject({
  reading: notebookReading,
  assumed: z.strictObject({
    style: oneOf('The drink', STYLES),
    brewer: name('The brewer', 40),
    doseG: quantity('The dose', 0.1, 500, 'g'),
    ratio: quantity('The ratio', 0.2, 50),
    restDays: quantity('The days of rest', 0, 365, 'days').int('Days of rest must be whole days').nullable(),
  }),
  recordedFrom: oneOf('Written', RECORDED_FROM),
  /** A bag not brewed for longer than this is finished; null: all are in use. */
  finishedAfterDays: quantity('The days after which a bag is finished', 1, 3650, 'days').int().nullable(),
  /** Rows that are left out on purpose, as a spreadsheet counts them. */
  leaveOut: z.array(z.number().int().min(1)).max(100_000),
  takeDuplicates: z.boolean({ error: 'Taking what is here already must be yes or no' }),
});
export type NotebookMapping = z.infer<typeof notebookMapping>;

const aboutRow = z.strictObject({ row: place, column: z.string(), message: z.string() });

/** What a table would bring. Every row of it is in exactly one of the counts. */
export const notebookState = z.strictObject({
  id,
  fileName: z.string(),
  sheets: z.array(z.strictObject({ name: z.string(), rows: place })),
  columns: z.array(z.strictObject({ name: z.string(), first: z.array(z.string()) })),
  mapping: notebookMapping,
  /** Whether a table with these headings was brought in before, and is read as it was then. */
  isRemembered: z.boolean(),
  doubts: z.array(z.string()),
  counts: z.strictObject({
    rows: place,
    headings: place,
    blank: place,
    leftOut: place,
    duplicates: place,
    problems: place,
    brews: place,
  }),
  bags: z.array(
    z.strictObject({
      name: z.string(),
      roaster: z.string(),
      roastedOn: z.string(),
      isAssumed: z.boolean(),
      isNew: z.boolean(),
      finishedOn: z.string().nullable(),
      brews: place,
    }),
  ),
  /** The first of them; how many rows they are about is in the counts. */
  problems: z.array(aboutRow),
  notes: z.array(aboutRow),
  noteCount: place,
  duplicates: z.array(z.strictObject({ row: place, of: z.string() })),
  /** The first brews as they would stand in the log. */
  first: z.array(
    z.strictObject({
      row: place,
      bag: z.string(),
      brewedAt: z.string(),
      brewer: z.string(),
      doseG: z.number(),
      waterG: z.number(),
      waterC: z.number().nullable(),
      drainS: z.number().nullable(),
      mark: z.number().nullable(),
      words: z.array(z.string()),
      remarks: z.string(),
      assumed: z.array(z.string()),
    }),
  ),
});
export type NotebookState = z.infer<typeof notebookState>;

/** A table that was brought in: what came of it, and whether that was taken back. */
export const notebookImport = z.strictObject({
  id,
  fileName: z.string(),
  takenAt: z.string(),
  bags: place,
  brews: place,
  undoneOn: plainDate('The day it was taken back').nullable(),
});
