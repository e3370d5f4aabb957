import Database from 'better-sqlite3';
import { pick } from 'es-toolkit';
import type { z } from 'zod';
import { bagInput } from '../../contract/bag/bag';
import { brewInput } from '../../contract/bag/brew';
import type { CollectionName } from '../../contract/keeping/archive';
import { draftInput } from '../../contract/keeping/draft';
import { fieldProblems } from '../../contract/error';
import { orderInput } from '../../contract/shelf/order';
import { planMarkInput } from '../../contract/shelf/plan';
import { recipeInput } from '../../contract/bench/recipe';
import { cupAnswer, sittingInput, tableAnswer } from '../../contract/table/sitting';
import { writeUpInput } from '../../contract/writeUps/writeUp';
import { archivedRow, quoted, TABLES, type Table } from './collections';
import { rowAt } from './fill';
import type { FileProblem } from './read';

/**
 * What the rows of a household must be to each other, and what the forms would refuse: every rule the input schemas
 * know holds for what comes by an archive as well.
 */

type Row = Record<string, unknown> & { rowid: number };
type Shape = z.ZodObject;

const tableOf = Object.fromEntries(TABLES.map((table) => [table.collection, table])) as Record<CollectionName, Table>;

/** A household in a database, read row by row as its archive has it. */
class HouseholdRows {
  constructor(private readonly db: Database.Database) {}

  *of(collection: CollectionName, where = '1', ...values: unknown[]): Generator<Row> {
    const table = tableOf[collection];
    const columns = table.columns.map(({ name }) => quoted(name)).join(', ');
    const sql = `SELECT rowid AS rowid, ${columns} FROM ${quoted(table.name)} WHERE ${where} ORDER BY rowid`;
    for (const row of this.db.prepare(sql).all(...values) as Row[])
      yield { ...archivedRow(table, row), rowid: row.rowid };
  }

  /** Calls for each row without holding all of them. */
  each(collection: CollectionName, visit: (row: Row) => void): void {
    const table = tableOf[collection];
    const columns = table.columns.map(({ name }) => quoted(name)).join(', ');
    const rows = this.db.prepare(`SELECT rowid AS rowid, ${columns} FROM ${quoted(table.name)} ORDER BY rowid`);
    for (const row of rows.iterate() as Iterable<Row>) visit({ ...archivedRow(table, row), rowid: row.rowid });
  }

  numbers(sql: string): number[] {
    return this.db.prepare(sql).pluck().all() as number[];
  }
}

/** What is wrong with the household an archive was read into: each by its collection, row and field. */
export function householdProblems(file: string): FileProblem[] {
  const db = new Database(file, { readonly: true });
  try {
    const rows = new HouseholdRows(db);
    return [
      ...oneHousehold(rows),
      ...circles(rows, 'tasters', 'mergedInto'),
      ...circles(rows, 'words', 'mergedInto'),
      ...circles(rows, 'changes', 'undoneBy'),
      ...inputRules(rows),
      ...bagRules(rows),
      ...potRules(rows),
      ...recipeRules(rows),
      ...sittingRules(rows),
    ];
  } finally {
    db.close();
  }
}

function oneHousehold(rows: HouseholdRows): FileProblem[] {
  const [count = 0] = rows.numbers('SELECT COUNT(*) FROM household');
  return count <= 1 ? [] : [{ where: 'household', message: 'There can be only one' }];
}

/** Rows whose chain of references to their own kind comes back to them. */
function circles(rows: HouseholdRows, collection: CollectionName, column: string): FileProblem[] {
  const next = new Map<string, string>();
  const numbers = new Map<string, number>();
  rows.each(collection, (row) => {
    const id = String(row.id);
    numbers.set(id, row.rowid);
    if (typeof row[column] === 'string') next.set(id, row[column]);
  });
  const endsWell = new Set<string>();
  const problems: FileProblem[] = [];
  for (const first of next.keys()) {
    const path = new Set<string>();
    let one: string | undefined = first;
    while (one !== undefined && !path.has(one) && !endsWell.has(one)) {
      path.add(one);
      one = next.get(one);
    }
    if (one !== undefined && path.has(one))
      problems.push({
        where: rowAt(collection, numbers.get(first) ?? 0),
        message: `${column}: It leads back to itself`,
      });
    for (const seen of path) endsWell.add(seen);
  }
  return problems;
}

const shapeOf = (schema: z.ZodType): string[] => Object.keys((schema as Shape).shape);

/** What an input schema says of a row, of as much of it as a form would send. */
function refusals(collection: CollectionName, { rowid, ...row }: Row, schema: z.ZodType): FileProblem[] {
  const parsed = schema.safeParse(pick(row, shapeOf(schema)));
  if (parsed.success) return [];
  return fieldProblems(parsed.error).map(({ path, message }) => ({
    where: rowAt(collection, rowid),
    message: path === '' ? message : `${path}: ${message}`,
  }));
}

/** Rows that stand for themselves, as their forms would send them. */
function inputRules(rows: HouseholdRows): FileProblem[] {
  const problems: FileProblem[] = [];
  const hold = (collection: CollectionName, schema: z.ZodType, input: (row: Row) => Row = (row) => row): void =>
    rows.each(collection, (row) => problems.push(...refusals(collection, input(row), schema)));
  hold('orders', orderInput);
  hold('planMarks', planMarkInput);
  hold('writeUps', writeUpInput);
  hold('sittings', sittingInput);
  hold('drafts', draftInput, (row) => ({ ...row, typed: parsedOr(row.typed) }));
  rows.each('recipeVersions', ({ rowid, recipe }) => {
    problems.push(...refusals('recipeVersions', { ...(recipe as object), rowid }, recipeInput));
  });
  for (const collection of ['makings', 'bench'] as const)
    rows.each(collection, ({ rowid, recipe }) => {
      if (recipe !== null) problems.push(...refusals(collection, { ...(recipe as object), rowid }, recipeInput));
    });
  return problems;
}

function parsedOr(text: unknown): unknown {
  try {
    return JSON.parse(String(text));
  } catch {
    return null;
  }
}

/** Bags and their brews, each put together as a sheet would send it, and what brews of a bag are to each other. */
function bagRules(rows: HouseholdRows): FileProblem[] {
  const problems: FileProblem[] = [];
  rows.each('bags', (bag) => {
    const [reference] = rows.of('references', '"bagId" = ? AND "isReference"', bag.id);
    const spells = [...rows.of('freezerStays', '"bagId" = ?', bag.id)];
    const input = {
      ...bag,
      reference: reference && pick(reference, shapeOf(bagInput.shape.reference)),
      spells: spells.map((spell) => pick(spell, ['place', 'from', 'to'])),
    };
    problems.push(...refusals('bags', input, bagInput));
    for (const brew of rows.of('brews', '"bagId" = ?', bag.id)) problems.push(...brewProblems(rows, brew));
  });
  return problems;
}

function brewProblems(rows: HouseholdRows, brew: Row): FileProblem[] {
  const [cup] = rows.of('cups', '"brewId" = ?', brew.id);
  if (!cup) return [];
  const [making] = rows.of('makings', '"brewId" = ?', brew.id);
  const descriptors = [...rows.of('descriptors', '"cupId" = ?', cup.id)];
  const fields = brewInput.shape.cup.shape;
  const input = {
    ...pick(brew, shapeOf(brewInput)),
    rowid: brew.rowid,
    cup: {
      ...pick(cup, Object.keys(fields)),
      descriptors: descriptors.map((one) => pick(one, shapeOf(fields.descriptors.unwrap().element))),
    },
    making: making ? pick(making, shapeOf(brewInput.shape.making.unwrap().unwrap())) : null,
  };
  const problems = refusals('brews', input, brewInput);
  if ((cup.comparisons as { thanId: string }[]).some(({ thanId }) => thanId === brew.id))
    problems.push({ where: rowAt('brews', brew.rowid), message: 'comparisons: It is compared with itself' });
  return problems;
}

/** Another cup of a brew is of the same bag, and of its first brew. */
function potRules(rows: HouseholdRows): FileProblem[] {
  return rows
    .numbers(
      `SELECT brew.rowid FROM brew JOIN brew first ON first.id = brew."potId"
         WHERE brew."potId" = brew.id OR first."potId" IS NOT NULL OR first."bagId" <> brew."bagId" LIMIT 20`,
    )
    .map((row) => ({ where: rowAt('brews', row), message: 'potId: It is not the first brew of a pot of this bag' }));
}

/** A recipe has a version, and one that is there is the standard. */
function recipeRules(rows: HouseholdRows): FileProblem[] {
  const without = rows
    .numbers('SELECT rowid FROM recipe WHERE id NOT IN (SELECT "recipeId" FROM recipe_version) LIMIT 20')
    .map((row) => ({ where: rowAt('recipes', row), message: 'It has none of the recipeVersions' }));
  const standards = rows.numbers('SELECT rowid FROM recipe WHERE "isStandard"');
  const gone = rows.numbers('SELECT rowid FROM recipe WHERE "isStandard" AND "deletedAt" IS NOT NULL');
  const [alive = 0] = rows.numbers('SELECT COUNT(*) FROM recipe WHERE "deletedAt" IS NULL');
  const wrong = (row: number | undefined, message: string): FileProblem[] => [
    { where: row === undefined ? 'recipes' : rowAt('recipes', row), message: `isStandard: ${message}` },
  ];
  if (standards.length > 1) return [...without, ...wrong(standards[1], 'There can be only one standard recipe')];
  if (gone.length > 0) return [...without, ...wrong(gone[0], 'The standard recipe cannot be a deleted one')];
  return alive > 0 && standards.length === 0
    ? [...without, ...wrong(undefined, 'One of the recipes must be the standard')]
    : without;
}

/** Every cup of a sitting has its code, and every sheet is of a cup of its sitting. */
function sittingRules(rows: HouseholdRows): FileProblem[] {
  const problems: FileProblem[] = [];
  rows.each('sittings', ({ id, rowid, cups, codes, drawn }) => {
    const ids = (cups as { id: string }[]).map((cup) => cup.id);
    const coded = Object.entries(codes as Record<string, string>);
    const wrong = (where: string, message: string): void => void problems.push({ where, message });
    const isCoded =
      coded.length === ids.length &&
      coded.every(([cup, code]) => ids.includes(cup) && /^[1-9]\d\d$/.test(code)) &&
      new Set(coded.map(([, code]) => code)).size === ids.length;
    if (!isCoded) wrong(rowAt('sittings', rowid), 'codes: Every cup needs a code of three digits of its own');
    if ([...(drawn as string[])].sort().join() !== [...ids].sort().join())
      wrong(rowAt('sittings', rowid), 'drawn: It must name every cup once');
    for (const seat of rows.of('seats', '"sittingId" = ?', id))
      for (const { rowid: row, cupId, answer } of rows.of('answers', '"seatId" = ?', seat.id)) {
        if (cupId !== '' && !ids.includes(String(cupId)))
          wrong(rowAt('answers', row), 'cupId: There is no such cup at its sitting');
        else if (!(cupId === '' ? tableAnswer : cupAnswer).safeParse(answer).success)
          wrong(rowAt('answers', row), cupId === '' ? 'answer: It is not of a table' : 'answer: It is not of a cup');
      }
  });
  return problems;
}
