import { type Process, processKindOf, ROAST_LEVELS, type RoastLevel } from '../crest';
import { type Attribute, ATTRIBUTES, SCALE_RANGES } from '../cup';
import { addDays, daysBetween, type PlainDate } from '../rest';
import { celsiusIn, gramsIn, numberIn, ratioIn, secondsIn } from './cells';
import { dateIn, timeIn } from './dates';
import { fieldOf, type NotebookField } from './fields';
import { wordsIn, type NotebookReading } from './guess';
import { attributeMarkInto, markIn, markInto } from './marks';
import { isBlank, plain, textOf, type Cell, type NotebookSheet } from './table';

/** What a row says of the bag it is about. */
export interface NotebookBag {
  name: string;
  roaster: string;
  origin: string;
  variety: string;
  processName: string;
  process: Process | null;
  roastLevel: RoastLevel | null;
  roastedOn: PlainDate | null;
  weightG: number | null;
  price: number | null;
  printedNotes: string;
}

/** One brew of somebody's notebook, in the units of the record; null for what it does not say. */
export interface NotebookEntry {
  /** Its row in the sheet, counted from 1 as a spreadsheet does. */
  row: number;
  bag: NotebookBag;
  date: PlainDate;
  time: string | null;
  taster: string;
  style: string;
  brewer: string;
  doseG: number | null;
  waterG: number | null;
  ratio: number | null;
  waterC: number | null;
  grinder: string;
  grinderSetting: number | null;
  filter: string;
  waterRecipe: string;
  drainS: number | null;
  tdsPercent: number | null;
  fault: string;
  mark: number | null;
  attributes: Partial<Record<Attribute, number>>;
  words: string[];
  remarks: string;
}

/** Something about a row, and the column it is about (empty: the row as a whole). */
export interface AboutRow {
  row: number;
  column: string;
  message: string;
}

/** All rows of a sheet, each in exactly one of the lists. */
export interface ReadRows {
  entries: NotebookEntry[];
  /** Rows that cannot be a brew as they are. */
  problems: AboutRow[];
  /** What was read otherwise than it stands; nothing of it is lost. */
  notes: AboutRow[];
  /** Rows before the data, and headings that come again further down. */
  headings: number[];
  blank: number[];
}

/** The longest text that can be a word of a cup, characters. */
const LONGEST_WORD = 60;
/** And of the name of a process. */
const LONGEST_PROCESS = 120;

/** Reads every row of a sheet. `names` are what its columns are called. */
export function readRows({ rows }: NotebookSheet, names: readonly string[], reading: NotebookReading): ReadRows {
  const read: ReadRows = { entries: [], problems: [], notes: [], headings: [], blank: [] };
  const heading = rows[reading.headingRows - 1];
  let bag: NotebookBag | null = null;
  for (const [i, row] of rows.entries()) {
    if (i < reading.headingRows || (heading !== undefined && isAgain(row, heading))) read.headings.push(i + 1);
    else if (isBlank(row)) read.blank.push(i + 1);
    else {
      const one = new RowReader(i + 1, row, names, reading);
      const entry = one.read(bag);
      bag = entry?.bag ?? bag;
      if (entry !== null && one.problems.length === 0) read.entries.push(entry);
      read.problems.push(...one.problems);
      read.notes.push(...one.notes);
    }
  }
  return read;
}

const isAgain = (row: readonly Cell[], heading: readonly Cell[]): boolean =>
  !isBlank(row) && row.every((cell, i) => textOf(cell) === textOf(heading[i]));

class RowReader {
  readonly problems: AboutRow[] = [];
  readonly notes: AboutRow[] = [];
  #kept: string[] = [];

  constructor(
    private readonly row: number,
    private readonly cells: readonly Cell[],
    private readonly names: readonly string[],
    private readonly reading: NotebookReading,
  ) {}

  /** The brew of this row; null, with the reason among the problems, where it is none. */
  read(before: NotebookBag | null): NotebookEntry | null {
    const brewed = this.#value('brewedOn', (cell) => dateIn(cell, this.reading.dateOrder), 'a date');
    const restDay = this.#number('restDay');
    const written = this.#bag();
    const bag = written.name === '' && before !== null ? this.#filledDown(written, before) : written;
    if (bag.name === '') this.#problem('bag', 'Which bag this is of is not said, here or above');
    const days = restDay === null ? null : Math.round(restDay);
    const date = brewed?.date ?? (bag.roastedOn !== null && days !== null ? addDays(bag.roastedOn, days) : null);
    if (date === null && this.problems.length === 0) this.#problem('brewedOn', 'The day of the brew is not said');
    if (date === null || bag.name === '') return null;
    const roastedOn = bag.roastedOn ?? (days === null ? null : addDays(date, -days));
    if (roastedOn !== null && days !== null && Math.abs(daysBetween(roastedOn, date) - days) > 1)
      this.notes.push(
        this.#about(
          'restDay',
          `It says ${days} days, and the two dates lie ${daysBetween(roastedOn, date)} apart: the dates are taken`,
        ),
      );
    const mark = this.#mark();
    const words = this.#words();
    return {
      row: this.row,
      bag: { ...bag, roastedOn },
      date,
      time: this.#value('brewedAt', timeIn, 'a time of day') ?? brewed?.time ?? null,
      taster: this.#text('taster'),
      style: this.#text('style'),
      brewer: this.#text('brewer'),
      doseG: this.#weight('doseG'),
      waterG: this.#weight('waterG'),
      ratio: this.#value('ratio', (cell) => ratioIn(cell, this.reading.decimal), 'a ratio'),
      waterC: this.#value(
        'waterC',
        (cell) => celsiusIn(cell, this.reading.decimal, this.#unit('waterC')),
        'a temperature',
      ),
      grinder: this.#text('grinder'),
      grinderSetting: this.#number('grinderSetting'),
      filter: this.#text('filter'),
      waterRecipe: this.#text('waterRecipe'),
      drainS: this.#value('drainS', (cell) => secondsIn(cell, this.reading.decimal, this.#unit('drainS')), 'a time'),
      tdsPercent: this.#number('tdsPercent'),
      fault: this.#text('fault'),
      mark,
      attributes: this.#attributes(),
      words,
      remarks: [...this.#texts('remarks'), ...this.#kept].join('\n'),
    };
  }

  #bag(): NotebookBag {
    return {
      name: this.#text('bag'),
      roaster: this.#text('roaster'),
      origin: this.#text('origin'),
      variety: this.#text('variety'),
      processName: this.#processName(),
      process: processKindOf(this.#text('process')),
      roastLevel: this.#oneOf('roastLevel', roastIn),
      roastedOn: this.#value('roastedOn', (cell) => dateIn(cell, this.reading.dateOrder)?.date ?? null, 'a date'),
      weightG: this.#weight('weightG'),
      price: this.#number('price'),
      printedNotes: this.#text('printedNotes').slice(0, 500),
    };
  }

  /** What is too long for a label stands among the remarks as well. */
  #processName(): string {
    const said = this.#text('process');
    if (said.length > LONGEST_PROCESS) this.#keep('process');
    return said.slice(0, LONGEST_PROCESS);
  }

  /** A row that names no bag is of the one above, but for what it says itself. */
  #filledDown(written: NotebookBag, before: NotebookBag): NotebookBag {
    const said = Object.entries(written).filter(([, value]) => value !== null && value !== '');
    return { ...before, ...Object.fromEntries(said) };
  }

  #mark(): number | null {
    return (
      this.#value(
        'mark',
        (cell) => {
          const written = markIn(cell, this.reading.decimal);
          if (written === null) return null;
          const mark = markInto(this.reading.mark, written);
          const { outOf } = this.reading.mark;
          if (mark === null) this.#problem('mark', `${textOf(cell)} is no mark out of ${outOf}`);
          else {
            const { max } = SCALE_RANGES[this.reading.mark.scoringScale];
            const exact = (written.value / (written.outOf ?? outOf)) * max;
            if (!written.isLevel && Math.abs(exact - mark) > 0.005) {
              this.notes.push(
                this.#about('mark', `${textOf(cell)} stands between two marks of this scale: taken as ${mark}`),
              );
              this.#keep('mark');
            }
          }
          return { mark };
        },
        'a mark',
      )?.mark ?? null
    );
  }

  #attributes(): Partial<Record<Attribute, number>> {
    const given = ATTRIBUTES.flatMap((attribute) => {
      const mark = this.#value(
        attribute,
        (cell) => {
          const written = markIn(cell, this.reading.decimal);
          return written === null ? null : attributeMarkInto(this.reading.attributesOutOf, written);
        },
        `a mark out of ${this.reading.attributesOutOf}`,
      );
      return mark === null ? [] : [[attribute, mark] as const];
    });
    return Object.fromEntries(given);
  }

  /** What is too long to be a word stands among the remarks. */
  #words(): string[] {
    return this.#columnsOf('words').flatMap((column) =>
      wordsIn(this.cells[column]).filter((word) => {
        if (word.length <= LONGEST_WORD) return true;
        this.#kept.push(word);
        return false;
      }),
    );
  }

  #columnsOf(field: NotebookField): number[] {
    return this.reading.columns.flatMap((column, i) => (column.field === field ? [i] : []));
  }

  #cell(field: NotebookField): Cell {
    const [column] = this.#columnsOf(field);
    return column === undefined ? null : (this.cells[column] ?? null);
  }

  #unit(field: NotebookField): string {
    return this.reading.columns.find((column) => column.field === field)?.unit ?? '';
  }

  #texts(field: NotebookField): string[] {
    return this.#columnsOf(field)
      .map((column) => textOf(this.cells[column]))
      .filter((text) => text !== '');
  }

  #text(field: NotebookField): string {
    return this.#texts(field).join(' ').replaceAll(/\s+/g, ' ');
  }

  #number(field: NotebookField): number | null {
    return this.#value(field, (cell) => numberIn(cell, this.reading.decimal)?.value ?? null, 'a number');
  }

  #weight(field: NotebookField): number | null {
    return this.#value(field, (cell) => gramsIn(cell, this.reading.decimal, this.#unit(field)), 'a weight');
  }

  /** What a cell says; a problem where something stands in it that is none. A dash is how nothing is written. */
  #value<T>(field: NotebookField, valueIn: (cell: Cell) => T | null, what: string): T | null {
    const cell = this.#cell(field);
    if (/^[-–—?/.x]*$/i.test(textOf(cell))) return null;
    const value = valueIn(cell);
    if (value === null) this.#problem(field, `“${textOf(cell).slice(0, 40)}” is not ${what}`);
    return value;
  }

  /** One of our words for what a cell says; what is none of them stays among the remarks. */
  #oneOf<T>(field: NotebookField, wordIn: (text: string) => T | null): T | null {
    const text = this.#text(field);
    const word = text === '' ? null : wordIn(text);
    if (text !== '' && word === null) {
      this.notes.push(
        this.#about(field, `“${text.slice(0, 40)}” is none of the kinds there are here: it stays among the remarks`),
      );
      this.#keep(field);
    }
    return word;
  }

  /** Keeps a cell as it stands among the remarks, under its heading. */
  #keep(field: NotebookField): void {
    const [column = -1] = this.#columnsOf(field);
    this.#kept.push(`${this.names[column] ?? ''}: ${textOf(this.cells[column])}`);
  }

  #problem(field: NotebookField, message: string): void {
    this.problems.push(this.#about(field, message));
  }

  #about(field: NotebookField, message: string): AboutRow {
    const [column = -1] = this.#columnsOf(field);
    return { row: this.row, column: this.names[column] ?? fieldOf(field).name, message };
  }
}

const ROAST_WORDS: readonly (readonly [RegExp, string])[] = [
  [/sehr hell|very light|ultra ?light/, 'very light'],
  [/sehr dunkel|very dark/, 'very dark'],
  [/mittelhell|light medium|medium light/, 'medium light'],
  [/mitteldunkel|dark medium|medium dark/, 'medium dark'],
  [/mittel|medium|moyen|media/, 'medium'],
  [/hell|light|blond|clair|clara/, 'light'],
  [/dunkel|dark|fonce|oscur/, 'dark'],
];

function roastIn(text: string): RoastLevel | null {
  const said = plain(text);
  const known = ROAST_WORDS.find(([words]) => words.test(said))?.[1] ?? said;
  return ROAST_LEVELS.find((one) => plain(one) === known) ?? null;
}
