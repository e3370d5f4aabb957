import { median } from 'es-toolkit/math';
import { sumBy } from 'es-toolkit';
import {
  celsiusIn,
  decimalMarkOf,
  durationUnitIn,
  gramsIn,
  numberIn,
  ratioIn,
  secondsIn,
  temperatureUnitIn,
  weightUnitIn,
  type DecimalMark,
} from './cells';
import { dateIn, dateOrderOf, timeIn, type DateOrder } from './dates';
import { FIELD_NAMES, fieldOf, type NotebookField } from './fields';
import { headingFits, headingsOf, type Headings } from './headings';
import { markIn, markScaleOf, type MarkScale } from './marks';
import { textOf, type Cell, type NotebookSheet } from './table';

/** What a column is taken for, and the unit its bare numbers are in (empty where it has none). */
export interface Column {
  field: NotebookField | null;
  unit: string;
}

/** How a sheet is read: guessed, shown, and changed by whoever knows better. */
export interface NotebookReading {
  /** Which of the file's sheets. */
  sheet: number;
  /** Rows before the data. */
  headingRows: number;
  columns: Column[];
  dateOrder: DateOrder;
  decimal: DecimalMark;
  mark: MarkScale;
  /** What attributes are out of. */
  attributesOutOf: number;
}

/** What was guessed but could as well be otherwise, each a sentence. */
export interface GuessedReading {
  reading: NotebookReading;
  headings: Headings;
  doubts: string[];
}

/** Rows looked at for what a column holds. */
const LOOKED_AT = 100;
/** Below this a column is rather left out. */
const LIKELY_ENOUGH = 0.55;

/** Guesses how a sheet is to be read, by its headings and by what stands under them. */
export function guessReading(sheets: readonly NotebookSheet[], sheet = largestOf(sheets)): GuessedReading {
  const chosen = sheets[sheet] ?? { name: '', rows: [] };
  const headings = headingsOf(chosen);
  const data = chosen.rows.slice(headings.rows, headings.rows + LOOKED_AT);
  const columnsOfCells = headings.names.map((_, i) =>
    data.map((row) => row[i] ?? null).filter((c) => textOf(c) !== ''),
  );
  const decimal = decimalMarkOf(columnsOfCells.flat());
  const fields = assign(headings.names, columnsOfCells, decimal);
  const columns = fields.map((field, i) => ({
    field,
    unit: field === null ? '' : unitOf(field, headings.names[i] ?? '', columnsOfCells[i] ?? [], decimal),
  }));
  // Which order dates are in, and what marks are out of, the last row may tell.
  const all = chosen.rows.slice(headings.rows);
  const cellsOf = (wanted: (field: NotebookField) => boolean): Cell[] =>
    fields.flatMap((field, i) =>
      field !== null && wanted(field) ? all.map((row) => row[i] ?? null).filter((cell) => textOf(cell) !== '') : [],
    );
  const dates = dateOrderOf(cellsOf((field) => fieldOf(field).kind === 'date'));
  const attributes = cellsOf((field) => fieldOf(field).kind === 'attribute');
  const doubts = dates.isSure ? [] : ['Whether the day or the month comes first cannot be told from these dates.'];
  return {
    reading: {
      sheet,
      headingRows: headings.rows,
      columns,
      dateOrder: dates.order,
      decimal,
      mark: markScaleOf(
        cellsOf((field) => field === 'mark'),
        decimal,
      ),
      attributesOutOf: markScaleOf(attributes, decimal).outOf,
    },
    headings,
    doubts,
  };
}

function largestOf(sheets: readonly NotebookSheet[]): number {
  const sizes = sheets.map(({ rows }) => rows.length);
  return Math.max(0, sizes.indexOf(Math.max(...sizes)));
}

/**
 * Each field goes to the column it fits best, the best fits first; what fits nothing well is left out, and what may be
 * several columns takes what is left of its kind.
 */
function assign(names: readonly string[], cells: readonly Cell[][], decimal: DecimalMark): (NotebookField | null)[] {
  const fits = names
    .flatMap((name, column) =>
      FIELD_NAMES.map((field) => ({ column, field, fit: fitOf(field, name, cells[column] ?? [], decimal) })),
    )
    .filter(({ fit }) => fit >= LIKELY_ENOUGH)
    .sort((a, b) => b.fit - a.fit);
  const fields = names.map((): NotebookField | null => null);
  for (const { column, field } of fits) {
    const isTaken = fields[column] !== null || (!fieldOf(field).isMany && fields.includes(field));
    if (!isTaken) fields[column] = field;
  }
  return fields;
}

/** How well a column fits a field, 0–1: what it is called, and what stands in it. */
function fitOf(field: NotebookField, name: string, cells: readonly Cell[], decimal: DecimalMark): number {
  const called = headingFits(name, field);
  if (cells.length === 0) return called >= 1 ? 0.6 : 0;
  const holds = contentFits(field, name, cells, decimal);
  if (holds < 0.4) return 0;
  // A heading that says it is enough; a content that says it by itself must be unmistakable.
  return called > 0 ? 0.75 * called + 0.25 * holds : telling(field) * holds;
}

/**
 * How much the content alone tells of a field: a date is rather that of a brew, and little else has colons like a
 * ratio.
 */
const telling = (field: NotebookField): number => (field === 'brewedOn' ? 0.6 : field === 'ratio' ? 0.57 : 0);

function contentFits(field: NotebookField, name: string, cells: readonly Cell[], decimal: DecimalMark): number {
  const { kind, likely } = fieldOf(field);
  const share = (is: (cell: Cell) => boolean): number => sumBy(cells, (cell) => Number(is(cell))) / cells.length;
  const unit = unitOf(field, name, cells, decimal);
  const within = (value: number | null): boolean =>
    value !== null && (likely === undefined || (value >= likely[0] && value <= likely[1]));
  switch (kind) {
    case 'date': {
      const { order } = dateOrderOf(cells);
      return share((cell) => dateIn(cell, order) !== null);
    }
    case 'time':
      return share((cell) => timeIn(cell) !== null && dateIn(cell, 'ymd') === null && hourOf(cell) >= 4);
    case 'weight':
      return share((cell) => within(gramsIn(cell, decimal, unit)));
    case 'temperature':
      return share((cell) => within(celsiusIn(cell, decimal, unit)));
    case 'duration':
      return share((cell) => within(secondsIn(cell, decimal, unit)));
    case 'ratio':
      return share(
        (cell) => /^0?1\s*[:/]/.test(textOf(cell)) || (typeof cell === 'number' && within(ratioIn(cell, decimal))),
      );
    case 'day':
    case 'number':
      return share((cell) => within(numberIn(cell, decimal)?.value ?? null));
    case 'mark':
    case 'attribute':
      return share((cell) => within(markIn(cell, decimal)?.value ?? null));
    case 'words':
      return share(isListOfWords);
    case 'text':
      return field === 'remarks'
        ? 0.5 + 0.5 * share((cell) => !isListOfWords(cell))
        : share((cell) => /\p{L}/u.test(textOf(cell)));
  }
}

/** Whether a text is a few words with commas between them rather than prose. */
export function isListOfWords(cell: Cell): boolean {
  const parts = wordsIn(cell);
  return parts.length > 0 && parts.every((part) => part.split(/\s+/).length <= 3 && part.length <= 30);
}

/** The words of a cell, as they are separated. */
export function wordsIn(cell: Cell | undefined): string[] {
  return textOf(cell)
    .split(/[,;|/·•\n\r\t]+/u)
    .map((part) => part.trim().replace(/^[-–*]\s*/, ''))
    .filter((part) => part !== '');
}

/** The hour of a time of day; "2:45" is rather minutes and seconds. */
const hourOf = (cell: Cell): number => Number(timeIn(cell)?.slice(0, 2) ?? 0);

/** The unit of a column's bare numbers: as its heading says, as most cells say, else by how large they are. */
function unitOf(field: NotebookField, name: string, cells: readonly Cell[], decimal: DecimalMark): string {
  const { kind } = fieldOf(field);
  const numbers = cells.flatMap((cell) => numberIn(cell, decimal)?.value ?? []);
  const middle = numbers.length === 0 ? 0 : median(numbers);
  if (kind === 'weight')
    return weightUnitIn(name) ?? said(cells, weightUnitIn) ?? (isInOunces(field, middle) ? 'oz' : 'g');
  if (kind === 'temperature')
    return temperatureUnitIn(name) ?? said(cells, temperatureUnitIn) ?? (middle > 110 ? '°F' : '°C');
  if (kind === 'duration')
    return durationUnitIn(name) ?? said(cells, durationUnitIn) ?? (middle > 0 && middle < 8 ? 'min' : 's');
  return '';
}

/** Nobody doses three grams, brews with twelve or buys twenty. */
const isInOunces = (field: NotebookField, middle: number): boolean =>
  middle > 0 && middle < (field === 'doseG' ? 3 : field === 'waterG' ? 13 : 36);

function said<U extends string>(cells: readonly Cell[], unitIn: (text: string) => U | null): U | null {
  const units = cells.flatMap((cell) => (typeof cell === 'string' ? (unitIn(cell) ?? []) : []));
  return units.length * 2 > cells.length ? (units[0] ?? null) : null;
}
