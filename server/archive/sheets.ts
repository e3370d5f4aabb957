import type Database from 'better-sqlite3';
import Papa from 'papaparse';
import { scoreOfCup } from '../../core/cup';
import { dateOfInstant, restDay, roastDate, type StorageSpell } from '../../core/rest';

/** A table for a spreadsheet: RFC 4180, with a heading, cells that a spreadsheet would reckon as a formula defused. */
export interface SpreadsheetTable {
  name: string;
  /** Its heading, then its rows, cell by cell. */
  rows: (db: Database.Database) => Iterable<unknown[]>;
}

type Row = Readonly<Record<string, unknown>>;

/** What is worked out of a row; an odd row has an empty cell, and the others are written out all the same. */
function workedOut<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}

const rowsOf = (db: Database.Database, sql: string): Iterable<Row> => db.prepare(sql).iterate() as Iterable<Row>;

/** Rows written out at once: the writer takes its time for each call. */
const AT_ONCE = 200;

/**
 * A table as CSV, some rows at a time, each with its line end. Text that begins as a formula gets an apostrophe before
 * it.
 */
export function* csvOf({ rows }: SpreadsheetTable, db: Database.Database): Generator<string> {
  let some: unknown[][] = [];
  const written = (): string =>
    some.length === 0 ? '' : `${Papa.unparse(some, { escapeFormulae: /^[=+\-@\t\r]/, newline: '\r\n' })}\r\n`;
  for (const row of rows(db)) {
    if (some.push(row) < AT_ONCE) continue;
    yield written();
    some = [];
  }
  yield written();
}

/** A table whose columns are those of its query, or what `cells` makes of each row. */
function table(name: string, sql: string): SpreadsheetTable {
  return {
    name,
    *rows(db) {
      const columns = db
        .prepare(sql)
        .columns()
        .map((column) => column.name);
      yield columns;
      for (const row of rowsOf(db, sql)) yield columns.map((column) => row[column]);
    },
  };
}

const ALIVE = `brew."deletedAt" IS NULL AND bag."deletedAt" IS NULL`;
const OF_BREW = `brew.id AS "brew", bag.name AS "bag", taster.name AS "taster", brew."brewedAt" AS "brewed at"`;
const FROM_BREW = `FROM brew JOIN bag ON bag.id = brew."bagId" LEFT JOIN taster ON taster.id = brew."tasterId"`;
const IN_ORDER = `ORDER BY bag."createdAt", bag.id, brew."brewedAt", brew.id`;

const BAGS = table(
  'bags',
  `SELECT bag.id AS "id", bag.name AS "name", roaster AS "roaster", producer AS "producer", origin AS "origin",
     altitude AS "altitude", variety AS "variety", species AS "species",
     COALESCE(NULLIF("processName", ''), process) AS "process", lot AS "lot", harvest AS "harvest", link AS "link",
     "roastLevel" AS "roast",
     "printedNotes" AS "printed notes", "roastedOn" AS "roasted on", "bestBefore" AS "best before",
     "arrivedOn" AS "arrived on", "openedOn" AS "opened on", "finishedOn" AS "finished on",
     "restAdviceDays" AS "rest advice (days)", "weightG" AS "weight (g)", price AS "price",
     "scoringScale" AS "scored as", r.style AS "reference drink", r.brewer AS "reference brewer",
     r."doseG" AS "reference dose (g)", r."waterG" AS "reference water (g)", r."waterC" AS "reference water (°C)",
     "buyAgain" AS "buy again", liked AS "liked", ideas AS "ideas", bet AS "bet", "boughtFor" AS "bought for", shop AS "shop",
     "finalMarks" AS "own final marks"
   FROM bag JOIN brew_parameters r ON r."bagId" = bag.id AND r."isReference" = 1
   WHERE bag."deletedAt" IS NULL ORDER BY bag."createdAt", bag.id`,
);

const BREWS_SQL = `SELECT ${OF_BREW}, bag.id AS "bagId", brew.style AS "drink", brew.brewer AS "brewer",
     brew."doseG" AS "dose (g)", brew."waterG" AS "water (g)", brew."waterC" AS "water (°C)",
     brew."grindStep" AS "grind step", brew.filter AS "filter", brew."waterRecipe" AS "brewing water",
     brew."drainS" AS "time (s)", brew."recordedFrom" AS "written", brew.fault AS "fault", brew."faultNote" AS "fault note",
     COALESCE(brew."potId", brew.id) AS "pot"
   ${FROM_BREW} WHERE ${ALIVE} ${IN_ORDER}`;

const BREWS: SpreadsheetTable = {
  name: 'brews',
  *rows(db) {
    const dates = new Map<unknown, (brewedAt: string) => number>();
    for (const bag of rowsOf(
      db,
      'SELECT id, "roastedOn", "bestBefore", "shelfLifeDays", "arrivedOn", "openedOn" FROM bag',
    )) {
      const spells = db
        .prepare('SELECT place, "from", "to" FROM storage_spell WHERE "bagId" = ?')
        .all(bag.id) as StorageSpell[];
      dates.set(bag.id, (brewedAt) => {
        const { roastedOn } = roastDate(bag as unknown as Parameters<typeof roastDate>[0]);
        return restDay(roastedOn, dateOfInstant(brewedAt), spells);
      });
    }
    const columns = db
      .prepare(BREWS_SQL)
      .columns()
      .map((column) => column.name)
      .filter((column) => column !== 'bagId');
    yield [...columns, 'rest day'];
    for (const row of rowsOf(db, BREWS_SQL))
      yield [
        ...columns.map((column) => row[column]),
        workedOut(() => dates.get(row.bagId)?.(String(row['brewed at']))),
      ];
  },
};

const CUPS_SQL = `SELECT ${OF_BREW}, cup."scoringScale" AS "scored as", cup.mark AS "mark", cup.aroma AS "aroma",
     cup.acidity AS "acidity", cup.body AS "body", cup.sweetness AS "sweetness", cup.cleanness AS "cleanness",
     cup.parts AS "parts", cup."markAt" AS "mark rests on", cup."finishS" AS "finish (s)", cup.dryness AS "dryness",
     cup.textures AS "textures", cup."liquorColour" AS "colour", cup."liquorClarity" AS "clarity",
     cup.progress AS "against the cups before", cup."milkKind" AS "milk", cup.company AS "company", cup.blind AS "blind",
     remark.text AS "remarks"
   ${FROM_BREW} JOIN cup ON cup."brewId" = brew.id LEFT JOIN remark ON remark."cupId" = cup.id
   WHERE ${ALIVE} ${IN_ORDER}`;

const CUPS: SpreadsheetTable = {
  name: 'cups',
  *rows(db) {
    const columns = db
      .prepare(CUPS_SQL)
      .columns()
      .map((column) => column.name)
      .filter((column) => column !== 'parts');
    yield [...columns, 'score (of 100)'];
    for (const row of rowsOf(db, CUPS_SQL)) {
      const score = workedOut(() => {
        const cup = { ...row, scoringScale: row['scored as'], parts: JSON.parse(String(row.parts)) as unknown };
        return scoreOfCup(cup as unknown as Parameters<typeof scoreOfCup>[0]);
      });
      const cells = columns.map((column) =>
        column === 'textures' ? workedOut(() => (JSON.parse(String(row[column])) as string[]).join(', ')) : row[column],
      );
      yield [...cells, score];
    }
  },
};

const LEVELS = table(
  'levels',
  `SELECT ${OF_BREW}, json_extract(given.value, '$.attribute') AS "attribute",
     json_extract(given.value, '$.intensity') AS "level", json_extract(given.value, '$.adequacy') AS "liked"
   ${FROM_BREW} JOIN cup ON cup."brewId" = brew.id, json_each(CASE WHEN json_valid(cup.intensities) THEN cup.intensities ELSE '[]' END) AS given
   WHERE ${ALIVE} ${IN_ORDER}, given.key`,
);

const DESCRIPTORS = table(
  'descriptors',
  `SELECT ${OF_BREW}, d.typed AS "word", d."wordId" AS "word id", d.slot AS "found in", d.prominence AS "how far forward",
     d.moment AS "comes", d.seat AS "sits at"
   ${FROM_BREW} JOIN cup ON cup."brewId" = brew.id JOIN cup_descriptor d ON d."cupId" = cup.id
   WHERE ${ALIVE} ${IN_ORDER}, d.place`,
);

/** The tables an archive carries beside its document. */
export const SHEETS: readonly SpreadsheetTable[] = [BAGS, BREWS, CUPS, LEVELS, DESCRIPTORS];
