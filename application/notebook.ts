import { countBy, maxBy } from 'es-toolkit';
import { bagInput, type BagInput } from '../contract/bag/bag';
import { brewInput, type BrewInput } from '../contract/bag/brew';
import { fieldProblems } from '../contract/error';
import type { NotebookMapping, NotebookState } from '../contract/keeping/notebook';
import {
  bagsOfNotebook,
  fieldOf,
  guessReading,
  headingsOf,
  letterOf,
  FIRST_ASSUMED,
  parametersOf,
  plain,
  readRows,
  textOf,
  type AboutRow,
  type EntryParameters,
  type GuessedReading,
  type NotebookBagWithBrews,
  type NotebookEntry,
  type NotebookField,
  type NotebookSheet,
} from '../core/notebook';
import { addDays, ASSUMED_SHELF_LIFE_DAYS, dateOfInstant, daysBetween, roastDate, type PlainDate } from '../core/rest';

/** What of the household a notebook is held against. */
export interface Known {
  bags: readonly KnownBag[];
  today: PlainDate;
  /** A wall clock here as an instant with its offset. */
  instantAt: (date: PlainDate, time: string) => string;
}

export interface KnownBag {
  id: string;
  name: string;
  roaster: string;
  roastedOn: PlainDate;
  brews: readonly Pick<BrewInput, 'brewedAt' | 'doseG' | 'waterG' | 'cup'>[];
}

/** A bag of a notebook, ready to be kept: a new one, or brews for one that is here. */
export interface NotebookDraft {
  /** The bag it goes to; null for a new one. */
  bagId: string | null;
  bag: BagInput;
  brews: { row: number; taster: string; grinder: string; brew: BrewInput }[];
}

export interface NotebookRead {
  state: Omit<NotebookState, 'id' | 'fileName' | 'isRemembered'>;
  /** What is to be kept; nothing while there are problems. */
  drafts: NotebookDraft[];
}

/** How many of each are shown. */
const SHOWN = { problems: 200, notes: 100, duplicates: 200, first: 12, columnCells: 3, cellLength: 60 };
/** Without a time of day a brew is taken to be of noon. */
const NOON = '12:00';
/** *Assumption*: a bag not brewed for longer is finished. */
const FINISHED_AFTER_DAYS = 45;

/** How a file is read until somebody says otherwise. */
export function firstMapping({ reading }: GuessedReading): NotebookMapping {
  return {
    reading,
    assumed: FIRST_ASSUMED,
    recordedFrom: 'cup',
    finishedAfterDays: FINISHED_AFTER_DAYS,
    leaveOut: [],
    takeDuplicates: false,
  };
}

/** What tells a notebook from others: what its columns are called. */
export const signatureOf = (sheets: readonly NotebookSheet[], sheet: number): string =>
  headingsOf(sheets[sheet] ?? { name: '', rows: [] })
    .names.map(plain)
    .join('|');

/** Reads a notebook by a mapping, and holds it against the household. */
export function readNotebook(sheets: readonly NotebookSheet[], mapping: NotebookMapping, known: Known): NotebookRead {
  const { reading } = mapping;
  const sheet = sheets[reading.sheet] ?? { name: '', rows: [] };
  const names = namesOf(sheet, reading.headingRows);
  const read = readRows(sheet, names, reading);
  const leftOut = new Set(mapping.leaveOut);
  const isLeftOut = (row: number): boolean => leftOut.has(row);
  const problems = read.problems.filter(({ row }) => !isLeftOut(row));
  const entries = read.entries.filter(({ row }) => !isLeftOut(row));
  const duplicates: NotebookState['duplicates'] = [];
  const drafts: NotebookDraft[] = [];
  for (const group of bagsOfNotebook(entries)) {
    const drafted = new Drafting(group, mapping, known, names).draft();
    problems.push(...drafted.problems);
    duplicates.push(...drafted.duplicates);
    if (drafted.draft) drafts.push(drafted.draft);
  }
  const wrong = new Set(problems.map(({ row }) => row));
  const doubtful = new Set(duplicates.map(({ row }) => row));
  const left =
    read.entries.length - entries.length + new Set(read.problems.map(({ row }) => row).filter(isLeftOut)).size;
  const brews = drafts.flatMap((draft) => draft.brews.filter(({ row }) => !wrong.has(row)));
  return {
    state: {
      sheets: sheets.map(({ name, rows }) => ({ name, rows: rows.length })),
      columns: names.map((name, i) => ({
        name,
        first: sheet.rows
          .slice(reading.headingRows)
          .map((row) => textOf(row[i]).slice(0, SHOWN.cellLength))
          .filter((text) => text !== '')
          .slice(0, SHOWN.columnCells),
      })),
      mapping,
      doubts: guessReading(sheets, reading.sheet).doubts,
      counts: {
        rows: sheet.rows.length,
        headings: read.headings.length,
        blank: read.blank.length,
        leftOut: left,
        duplicates: doubtful.size,
        problems: wrong.size,
        brews: brews.length,
      },
      bags: drafts.filter((draft) => draft.brews.some(({ row }) => !wrong.has(row))).map((draft) => bagLine(draft)),
      problems: problems.toSorted((a, b) => a.row - b.row).slice(0, SHOWN.problems),
      notes: read.notes.slice(0, SHOWN.notes),
      noteCount: read.notes.length,
      duplicates: duplicates.slice(0, SHOWN.duplicates),
      first: brews
        .toSorted((a, b) => a.row - b.row)
        .slice(0, SHOWN.first)
        .map(({ row, brew }) => firstLine(row, brew, entries, mapping, drafts)),
    },
    drafts: wrong.size > 0 ? [] : drafts.filter((draft) => draft.brews.length > 0),
  };
}

/** What the columns are called by the rows above the data; by their letters where those are blank. */
function namesOf(sheet: NotebookSheet, headingRows: number): string[] {
  const found = headingsOf(sheet);
  if (found.rows === headingRows) return [...found.names];
  const above = sheet.rows[headingRows - 1] ?? [];
  return found.names.map((_, i) => textOf(above[i]) || `Column ${letterOf(i)}`);
}

function bagLine({ bagId, bag, brews }: NotebookDraft): NotebookState['bags'][number] {
  const { roastedOn, assumed } = roastDate(bag);
  return {
    name: bag.name,
    roaster: bag.roaster,
    roastedOn,
    isAssumed: assumed,
    isNew: bagId === null,
    finishedOn: bagId === null ? bag.finishedOn : null,
    brews: brews.length,
  };
}

function firstLine(
  row: number,
  brew: BrewInput,
  entries: readonly NotebookEntry[],
  mapping: NotebookMapping,
  drafts: readonly NotebookDraft[],
): NotebookState['first'][number] {
  const entry = entries.find((one) => one.row === row);
  const bag = drafts.find(({ brews }) => brews.some((one) => one.row === row))?.bag.name ?? '';
  const { brewedAt, brewer, doseG, waterG, waterC, drainS, cup } = brew;
  return {
    row,
    bag,
    brewedAt,
    brewer,
    doseG,
    waterG,
    waterC,
    drainS,
    mark: cup.mark,
    words: cup.descriptors.map(({ typed }) => typed),
    remarks: cup.remarks.slice(0, 200),
    assumed: entry ? parametersOf(entry, mapping.assumed).assumed : [],
  };
}

/** One bag of a notebook on its way to drafts. */
class Drafting {
  readonly #problems: AboutRow[] = [];
  readonly #parameters: (EntryParameters & { assumed: string[] })[];

  constructor(
    private readonly group: NotebookBagWithBrews,
    private readonly mapping: NotebookMapping,
    private readonly known: Known,
    private readonly names: readonly string[],
  ) {
    this.#parameters = group.entries.map((entry) => parametersOf(entry, mapping.assumed));
  }

  draft(): { draft: NotebookDraft | null; problems: AboutRow[]; duplicates: NotebookState['duplicates'] } {
    const here = this.#here();
    const bag = this.#bag();
    if (bag === null) return { draft: null, problems: this.#problems, duplicates: [] };
    const duplicates: NotebookState['duplicates'] = [];
    const brews: NotebookDraft['brews'] = [];
    const seen = new Map<string, string>(
      here?.brews.map((brew) => [keyOfBrew(brew), `the brew of ${dateOfInstant(brew.brewedAt)} that is here`]),
    );
    const rows = new Map<string, number>();
    for (const [i, entry] of this.group.entries.entries()) {
      const brew = this.#brew(entry, this.#parameters[i]);
      if (!brew) continue;
      const { row, ...said } = entry;
      const same = rows.get(JSON.stringify(said));
      const of = same === undefined ? seen.get(keyOfBrew(brew)) : `row ${same}`;
      rows.set(JSON.stringify(said), same ?? row);
      if (of !== undefined && !this.mapping.takeDuplicates) duplicates.push({ row, of });
      else brews.push({ row, taster: entry.taster, grinder: entry.grinder, brew });
    }
    return { draft: { bagId: here?.id ?? null, bag, brews }, problems: this.#problems, duplicates };
  }

  /** The bag of the household that this one is; null where there is none, or where it could be several. */
  #here(): KnownBag | null {
    const { name, roaster, roastedOn } = this.group.bag;
    const alike = this.known.bags.filter(
      (bag) =>
        plain(bag.name) === plain(name) &&
        (roaster === '' || bag.roaster === '' || plain(bag.roaster) === plain(roaster)) &&
        (roastedOn === null || bag.roastedOn === roastedOn),
    );
    return alike.length === 1 ? (alike[0] ?? null) : null;
  }

  #bag(): BagInput | null {
    const { bag, entries } = this.group;
    const dates = entries.map(({ date }) => date).sort();
    const [first = '', last = ''] = [dates[0], dates.at(-1)];
    const here = this.#here();
    const { finishedAfterDays, assumed } = this.mapping;
    const isFinished = finishedAfterDays !== null && daysBetween(last, this.known.today) > finishedAfterDays;
    const taken = this.#parameters.reduce((sum, { doseG }) => sum + doseG, 0);
    const roast = here?.roastedOn ?? bag.roastedOn;
    if (roast === null && assumed.restDays === null) {
      for (const { row } of entries)
        this.#problem(
          row,
          'roastedOn',
          'When the bag was roasted is not said: say below how old it was at its first brew',
        );
      return null;
    }
    const { processName, process, roastLevel, price, printedNotes, origin, variety } = bag;
    const draft = {
      name: bag.name,
      roaster: bag.roaster,
      origin,
      variety,
      processName,
      process,
      roastLevel,
      price,
      printedNotes,
      roastedOn: roast,
      // A roast date that is only taken to be one is kept as what it is: assumed.
      ...(roast === null && {
        bestBefore: addDays(first, ASSUMED_SHELF_LIFE_DAYS - (assumed.restDays ?? 0)),
        shelfLifeDays: ASSUMED_SHELF_LIFE_DAYS,
      }),
      weightG: bag.weightG ?? Math.max(250, Math.ceil(taken / 50) * 50),
      scoringScale: this.mapping.reading.mark.scoringScale,
      reference: { ...this.#reference(), grindStep: 0 },
      finishedOn: isFinished ? last : null,
    };
    const parsed = bagInput.safeParse(draft);
    if (parsed.success) return parsed.data;
    // None of its rows comes in without it.
    for (const { path, message } of fieldProblems(parsed.error))
      for (const { row } of entries) this.#problem(row, path, message);
    return null;
  }

  /** The recipe that most of the brews have. */
  #reference(): EntryParameters {
    const most = countBy(this.#parameters, (parameters) => JSON.stringify(parameters));
    const [key = ''] = maxBy(Object.entries(most), ([, n]) => n) ?? [];
    const { assumed: _, ...reference } = JSON.parse(key) as EntryParameters & { assumed: string[] };
    return reference;
  }

  #brew(entry: NotebookEntry, parameters: (EntryParameters & { assumed: string[] }) | undefined): BrewInput | null {
    if (!parameters) return null;
    const { assumed: _, ...recipe } = parameters;
    const { recordedFrom, reading } = this.mapping;
    const hasMaking = entry.grinderSetting !== null || entry.tdsPercent !== null;
    const before = this.#problems.length;
    if (entry.date > this.known.today) this.#problem(entry.row, 'brewedOn', `${entry.date} is still to come`);
    const { roastedOn } = entry.bag;
    if (roastedOn !== null && entry.date < roastedOn)
      this.#problem(
        entry.row,
        'brewedOn',
        `It cannot be brewed on ${entry.date}, before the bag was roasted (${roastedOn})`,
      );
    const parsed = brewInput.safeParse({
      ...recipe,
      grindStep: null,
      brewedAt: this.known.instantAt(entry.date, entry.time ?? NOON),
      filter: entry.filter || null,
      waterRecipe: entry.waterRecipe || null,
      drainS: entry.drainS,
      recordedFrom,
      ...(entry.fault !== '' && { fault: 'other', faultNote: entry.fault }),
      cup: {
        scoringScale: reading.mark.scoringScale,
        mark: entry.mark,
        ...entry.attributes,
        descriptors: entry.words.map((typed) => ({ typed, slot: 'cup' })),
        remarks: entry.remarks,
      },
      making: hasMaking ? { grinderSetting: entry.grinderSetting, tdsPercent: entry.tdsPercent } : null,
    });
    if (!parsed.success)
      for (const { path, message } of fieldProblems(parsed.error)) this.#problem(entry.row, path, message);
    return parsed.success && this.#problems.length === before ? parsed.data : null;
  }

  /** A problem at the column that can mend it, by the path of what is wrong. */
  #problem(row: number, path: string, message: string): void {
    const last = path.replace(/^(?:cup|making)\./, '').split('.')[0] ?? '';
    const field = (last === 'descriptors' ? 'words' : last) as NotebookField;
    const column = this.mapping.reading.columns.findIndex((one) => one.field === field);
    const known = fieldOf(field) as ReturnType<typeof fieldOf> | undefined;
    this.#problems.push({ row, column: this.names[column] ?? known?.name ?? '', message });
  }
}

/** What makes two brews of one bag the same: the day, the recipe and the cup. */
function keyOfBrew({ brewedAt, doseG, waterG, cup }: KnownBag['brews'][number]): string {
  return JSON.stringify([
    dateOfInstant(brewedAt),
    doseG,
    waterG,
    cup.mark,
    cup.remarks.trim(),
    cup.descriptors.map(({ typed }) => typed),
  ]);
}
