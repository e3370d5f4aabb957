import { durationUnitIn, temperatureUnitIn, weightUnitIn } from './cells';
import { FIELD_NAMES, fieldOf, type NotebookField } from './fields';
import { isBlank, plain, textOf, type Cell, type NotebookSheet } from './table';

/** The headings of a sheet: how many rows come before its first row of data, and what each column is called. */
export interface Headings {
  /** Rows before the data: titles, headings, units. */
  rows: number;
  names: readonly string[];
}

/** Rows at the top in which headings are looked for. */
const SEARCHED = 12;

/** How well a heading fits a field, 0–1: by all its words, else by its first ones, or by its last. */
export function headingFits(heading: string, field: NotebookField): number {
  const said = plain(withoutUnit(heading));
  if (said === '') return 0;
  const { headings, name } = fieldOf(field);
  let best = 0;
  for (const known of [plain(name), ...headings]) {
    if (said === known || plain(heading) === known) return 1;
    const isPart = ` ${said} `.includes(` ${known} `);
    if (isPart) best = Math.max(best, 0.4 + (0.4 * known.length) / said.length);
  }
  return best;
}

/** A longer text is no heading, characters. */
const LONGEST_HEADING = 120;

/** A heading without the unit in brackets behind it. */
function withoutUnit(heading: string): string {
  if (heading.length > LONGEST_HEADING) return '';
  const said = heading.trimEnd();
  if (!/[)\]]$/.test(said)) return heading.trim() || heading;
  const before = said.slice(0, -1);
  const closed = Math.max(before.lastIndexOf(')'), before.lastIndexOf(']')) + 1;
  const opened = before.slice(closed).search(/[([]/);
  return (opened < 0 ? said : before.slice(0, closed + opened)).trim() || heading;
}

const isUnit = (text: string): boolean =>
  text.length <= 12 && (weightUnitIn(text) ?? temperatureUnitIn(text) ?? durationUnitIn(text)) !== null;

/** How many of a row's cells are headings of something. */
const knownIn = (row: readonly Cell[]): number =>
  row.filter((cell) => FIELD_NAMES.some((field) => typeof cell === 'string' && headingFits(cell, field) >= 0.6)).length;

/**
 * Finds the headings: the row at the top in which most cells are called something known, with a row of merged cells
 * above it that says what several columns have in common, and a row of units below. A sheet without any names its
 * columns by their letters.
 */
export function headingsOf({ rows }: NotebookSheet): Headings {
  const columns = Math.max(0, ...rows.slice(0, 200).map((row) => row.length));
  const found = rows.slice(0, SEARCHED).map(knownIn);
  const at = found.indexOf(Math.max(0, ...found));
  const row = rows[at];
  if (row === undefined || (found[at] ?? 0) < 2) return { rows: firstRow(rows), names: lettersOf(columns) };
  const above = at > 0 ? (rows[at - 1] ?? []) : [];
  const groups = isGroupRow(above) ? filledAlong(above, columns) : [];
  const below = rows[at + 1] ?? [];
  const units = !isBlank(below) && below.every((cell) => textOf(cell) === '' || isUnit(textOf(cell))) ? below : null;
  const names = Array.from({ length: columns }, (_, i) => {
    const own = textOf(row[i]);
    const unit = textOf(units?.[i]);
    const name = own === '' ? textOf(groups[i]) || `Column ${letterOf(i)}` : own;
    return unit === '' ? name : `${name} (${unit.replaceAll(/[()[\]]/g, '')})`;
  });
  return { rows: at + (units ? 2 : 1), names: toldApart(names, groups) };
}

/** A row of merged cells: some texts, no numbers, fewer than there are columns, and more than a title. */
function isGroupRow(row: readonly Cell[]): boolean {
  const said = row.filter((cell) => textOf(cell) !== '');
  return said.length >= 2 && said.every((cell) => typeof cell === 'string') && said.length < row.length;
}

/** The texts of merged cells in all the columns they span. */
function filledAlong(row: readonly Cell[], columns: number): string[] {
  let last = '';
  return Array.from({ length: columns }, (_, i) => (last = textOf(row[i]) || last));
}

/** Two columns of one name are told apart by what stands above them, else by their place. */
function toldApart(names: readonly string[], groups: readonly string[]): string[] {
  return names.map((name, i) => {
    if (names.filter((other) => plain(other) === plain(name)).length === 1) return name;
    const group = groups[i] ?? '';
    return group === '' ? `${name} ${letterOf(i)}` : `${group}: ${name}`;
  });
}

function firstRow(rows: NotebookSheet['rows']): number {
  const first = rows.findIndex((row) => !isBlank(row));
  return Math.max(0, first);
}

/** A column as a spreadsheet calls it: A … Z, AA … */
export function letterOf(column: number): string {
  const last = String.fromCharCode(65 + (column % 26));
  return column < 26 ? last : letterOf(Math.floor(column / 26) - 1) + last;
}

const lettersOf = (columns: number): string[] => Array.from({ length: columns }, (_, i) => `Column ${letterOf(i)}`);
