import { copyFileSync, rmSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { firstMapping, readNotebook, signatureOf, type Known, type NotebookRead } from '../../application/notebook';
import { Problem } from '../../application/problem';
import type { NotebookMapping } from '../../contract/keeping/notebook';
import { guessReading, readRows, type NotebookSheet } from '../../core/notebook';
import { HOUSEHOLD_TABLES } from '../archive/householdTables';
import { dateHere, instantHere } from '../dates';
import { keepAddedRows } from '../db/keeping/addedRows';
import { keepNotebook, loadKnownBags, rememberedMapping, rememberMapping } from '../db/keeping/notebooks';
import type { NotebookImportRow } from '../db/keeping/keepingEntities';
import { openStore, readHousehold } from '../db/store';
import { sheetsIn } from './file';

/**
 * Tables of brews: read, held against the household, and added to a copy of it. All of it in a process of its own, so
 * that a long table holds nobody up.
 */

/** A table as it is to be read, and whether one like it was read before. */
export interface BegunTable {
  mapping: NotebookMapping;
  isRemembered: boolean;
}

/** A table that was begun: the folder it lies in, and the household it is held against. */
export interface Table {
  folder: string;
  database: string;
  mapping: NotebookMapping;
  now: Date;
}

/** The cells of a table on its way in, as they were read once. */
const sheetsFile = (folder: string): string => join(folder, 'sheets.json');
const sheetsOf = async (folder: string): Promise<NotebookSheet[]> =>
  JSON.parse(await readFile(sheetsFile(folder), 'utf8')) as NotebookSheet[];

/** Reads a table; how it is read at first is as one with its headings was before, else as guessed. */
export async function beginTable({
  file,
  kind,
  folder,
  database,
}: {
  file: string;
  kind: 'spreadsheet' | 'text';
  folder: string;
  database: string;
}): Promise<BegunTable> {
  const sheets = await sheetsIn(file, kind);
  writeFileSync(sheetsFile(folder), JSON.stringify(sheets));
  const guessed = firstMapping(guessReading(sheets));
  const signature = signatureOf(sheets, guessed.reading.sheet);
  const kept = await readHousehold(database, (db) => rememberedMapping(db, signature));
  const fits = kept?.reading.columns.length === guessed.reading.columns.length;
  return kept && fits
    ? { mapping: { ...kept, reading: { ...kept.reading, sheet: guessed.reading.sheet } }, isRemembered: true }
    : { mapping: guessed, isRemembered: false };
}

async function read({ database, mapping, now }: Table, sheets: readonly NotebookSheet[]): Promise<NotebookRead> {
  const { entries } = readRows(sheets[mapping.reading.sheet] ?? { name: '', rows: [] }, [], mapping.reading);
  const names = [...new Set(entries.map(({ bag }) => bag.name))];
  const known: Known = {
    bags: await readHousehold(database, (db) => loadKnownBags(db, names)),
    today: dateHere(now),
    instantAt: instantHere,
  };
  return readNotebook(sheets, mapping, known);
}

/** Reads a table and holds it against the household. */
export async function lookAtTable(table: Table): Promise<NotebookRead['state']> {
  return (await read(table, await sheetsOf(table.folder))).state;
}

/**
 * Adds what a table brings to a copy of the household in `database`, and remembers there how it was read. Answers with
 * a file of the rows that are new there. Throws a conflict Problem while rows have problems.
 */
export async function takeTable(
  table: Table & { fileName: string },
): Promise<{ row: NotebookImportRow; file: string }> {
  const { folder, database, mapping, fileName, now } = table;
  const sheets = await sheetsOf(folder);
  const { state, drafts } = await read(table, sheets);
  if (state.counts.problems > 0)
    throw new Problem(
      'conflict',
      `${state.counts.problems} of its rows cannot be read as they are: mend how they are read, or leave them out on purpose. Nothing was changed.`,
    );
  if (drafts.length === 0) throw new Problem('conflict', 'There is no brew in it to take in. Nothing was changed.');
  const [grown, added] = [join(folder, 'grown.sqlite'), join(folder, 'added.sqlite')];
  for (const file of [grown, added]) rmSync(file, { force: true });
  copyFileSync(database, grown);
  const store = await openStore(grown);
  try {
    const row = await store.write(async (db) => {
      const kept = await keepNotebook(db, drafts, fileName, now);
      await rememberMapping(db, signatureOf(sheets, mapping.reading.sheet), mapping, now);
      return kept;
    });
    keepAddedRows({ grown, before: database, added }, HOUSEHOLD_TABLES);
    return { row, file: added };
  } finally {
    await store.close();
  }
}
